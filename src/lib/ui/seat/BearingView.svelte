<script lang="ts">
	import type { BearingView } from '$core/seat/index.js';
	import { apartRadius, dotRadius, isHeavy, paired } from './dots.js';

	interface Props {
		bearing: BearingView;
		title: string;
		/** Drawn instead of the load: more (full) or less (hollow) than another view, as a share of even load. */
		more?: Pick<BearingView, 'near' | 'off'>;
		/** Where a cut goes through, as a share of the length from the front; a press elsewhere chooses that place. */
		at?: number | undefined;
		onat?: (share: number) => void;
	}
	const { bearing, title, more, at, onat }: Props = $props();

	/** Four cells are one dot: a bar as seen from above, head to the left, near below the spine, off above. */
	const STEP = 17;
	const SPINE = 20;
	const near = $derived(paired((more ?? bearing).near));
	const off = $derived(paired((more ?? bearing).off));
	const rows = $derived(near.length);
	const columns = $derived(near[0]?.length ?? 0);
	const width = $derived(rows * STEP);
	const height = $derived(2 * (SPINE + columns * STEP));
	const dots = (cells: readonly (readonly number[])[], down: 1 | -1) =>
		cells.flatMap((row, j) =>
			row.map((share, i) => ({
				x: (j + 0.5) * STEP,
				y: height / 2 + down * (SPINE + (i + 0.5) * STEP),
				r: more ? apartRadius(share) : dotRadius(share),
				heavy: !more && isHeavy(share),
				less: more !== undefined && share < 0
			}))
		);
	const all = $derived([...dots(near, 1), ...dots(off, -1)]);
	/** A pointer's way; the keys' is the slider under the cut. */
	function press(e: MouseEvent & { currentTarget: SVGSVGElement }): void {
		const box = e.currentTarget.getBoundingClientRect();
		const x = ((e.clientX - box.left) / box.width) * (width + 48) - 44;
		onat?.(Math.min(1, Math.max(0, x / width)));
	}
	const percent = (v: number): string => `${Math.round(100 * v)}%`;
	const about = $derived(
		`${title}: front ${percent(bearing.thirds[0])} of the weight, middle ${percent(bearing.thirds[1])}, rear ${percent(bearing.thirds[2])}; near ${percent(bearing.sides[0])}, off ${percent(bearing.sides[1])}`
	);
</script>

<figure>
	<figcaption>{title}</figcaption>
	<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
	<svg
		class:chosen={onat !== undefined}
		viewBox={`-44 0 ${width + 48} ${height + 26}`}
		role="img"
		aria-label={about}
		onclick={onat && press}
	>
		{#each [0, 1] as bar (bar)}
			<rect class="bar" x="0" y={bar === 0 ? height / 2 + SPINE : 0} {width} height={columns * STEP} rx="14" />
		{/each}
		<path class="spine" d={`M0 ${height / 2}H${width}`} />
		<path class="third" d={`M${width / 3} 0V${height}M${(2 * width) / 3} 0V${height}`} />
		{#each all as dot, i (i)}
			{#if dot.r > 0}<circle class:heavy={dot.heavy} class:less={dot.less} cx={dot.x} cy={dot.y} r={dot.r} />{/if}
		{/each}
		{#if at !== undefined}<path class="at" d={`M${at * width} -4V${height + 4}`} />{/if}
		<text x="-6" y={height / 4 + 4} text-anchor="end">off</text>
		<text x="-6" y={(3 * height) / 4 + 4} text-anchor="end">near</text>
		{#each bearing.thirds as share, i (i)}
			<text x={((i + 0.5) * width) / 3} y={height + 20} text-anchor="middle">{percent(share)}</text>
		{/each}
	</svg>
</figure>

<style>
	figure {
		min-width: 0;
	}
	figcaption {
		font-weight: 600;
	}
	svg {
		width: 100%;
		height: auto;
	}
	.bar {
		fill: var(--zt-hide);
		stroke: var(--zt-line);
	}
	.spine {
		stroke: var(--zt-ink);
		stroke-width: 1.5;
	}
	.chosen {
		cursor: crosshair;
	}
	.at {
		stroke: var(--zt-strap-dark);
		stroke-width: 3;
	}
	.third {
		stroke: var(--zt-quiet);
		stroke-width: 0.8;
		stroke-dasharray: 3 4;
		fill: none;
	}
	circle {
		fill: var(--zt-lost);
	}
	circle.heavy {
		fill: var(--zt-ink);
	}
	circle.less {
		fill: none;
		stroke: var(--zt-lost);
		stroke-width: 1.6;
	}
	text {
		font-size: 17px;
		fill: var(--zt-ink);
		font-variant-numeric: tabular-nums;
	}
</style>
