<script lang="ts">
	import type { LongLineMeasures } from '$core/curve/index.js';
	import { longLineWords, lengthWords } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Line {
		readonly on: string;
		readonly side: 'near' | 'off';
		readonly says: LongLineMeasures | undefined;
		readonly line: { readonly x: readonly number[]; readonly y: readonly number[] } | null;
	}
	interface Props {
		lines: readonly Line[];
	}
	const { lines }: Props = $props();

	const days = $derived([...new Set(lines.map((l) => l.on))]);
	const last = $derived(days[days.length - 1]);
	const first = $derived(days.length > 1 ? days[0] : undefined);
	const of = (on: string | undefined, side: string) => lines.find((l) => l.on === on && l.side === side);
	/** Heights are drawn three times too tall: the line is nearly straight. */
	const TALL = 3;
	const path = (l: Line | undefined): string =>
		(l?.line?.x ?? [])
			.map((x, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${(-TALL * (l?.line?.y[i] ?? 0)).toFixed(1)}`)
			.join('');
	const heights = $derived(lines.flatMap((l) => l.line?.y ?? []));
	const [top, bottom] = $derived([-TALL * Math.max(10, ...heights) - 20, -TALL * Math.min(-10, ...heights) + 34]);
	const low = $derived((['near', 'off'] as const).map((side) => of(last, side)?.says?.lowAtMm));
</script>

<section class="sheet mt-4 grid gap-2" aria-labelledby="long-head">
	<h2 id="long-head">Long lines, {lengthWords(100)} beside the spine</h2>
	<svg
		viewBox={`-14 ${top} 530 ${bottom - top}`}
		role="img"
		aria-label={`Long lines of ${last ? formatDay(last) : ''}${first ? ` over ${formatDay(first)}` : ''}`}
	>
		<path class="grid" d={`M40 ${top}V${bottom - 22}M450 ${top}V${bottom - 22}M-10 0H512`} />
		<text x="40" y={bottom - 8} text-anchor="middle">two fingers</text>
		<text x="450" y={bottom - 8} text-anchor="middle">last rib</text>
		<path class="then" d={path(of(first, 'near'))} />
		<path class="then off" d={path(of(first, 'off'))} />
		<path class="now" d={path(of(last, 'near'))} />
		<path class="now off" d={path(of(last, 'off'))} />
		{#each low as x, i (i)}{#if x !== undefined}<text {x} y={bottom - 8} text-anchor="middle">▴</text>{/if}{/each}
	</svg>
	<p class="quiet">
		Bold: {last ? formatDay(last) : ''}{first ? `; thin: ${formatDay(first)}` : ''}. Near drawn through, off dashed;
		heights three times too tall. ▴ the lowest place.
	</p>
	<ul>
		{#each [...lines].reverse() as l, nth (nth)}
			<li>
				<b>{formatDay(l.on)}, {l.side}</b>:
				{l.says ? longLineWords(l.says) : 'too short to tell rock and low point'}
			</li>
		{/each}
	</ul>
	<p class="quiet">
		The spine’s own line looks flatter than the back is. Rock too little in the tree bridges here; too much rocks on its
		middle.
	</p>
</section>

<style>
	svg {
		width: 100%;
		max-height: 20rem;
	}
	path {
		fill: none;
	}
	.grid {
		stroke: var(--zt-line);
		stroke-width: 0.8;
	}
	.now {
		stroke: var(--zt-near);
		stroke-width: 2;
	}
	.then {
		stroke: var(--zt-near);
		stroke-width: 0.8;
	}
	.off {
		stroke: var(--zt-off);
		stroke-dasharray: 7 4;
	}
	text {
		font: 12px var(--font-text);
		fill: var(--zt-quiet);
	}
</style>
