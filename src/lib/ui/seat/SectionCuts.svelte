<script lang="ts">
	import { BAR_SIDES, type SectionView } from '$core/seat/index.js';
	import { lengthWords } from '$words/index.js';

	interface Props {
		/** Front to rear. */
		cuts: readonly SectionView[];
		/** The one that is shown large, and the choice of another. */
		chosen: number;
		onchoose: (index: number) => void;
	}
	const { cuts, chosen, onchoose }: Props = $props();

	/** Gaps smaller than this are none that a hand would feel, mm. */
	const FELT_MM = 1.5;
	const low = $derived(
		Math.min(-60, ...cuts.flatMap((c) => [...c.back.map((p) => p[1]), ...bars(c).flatMap((b) => b.map((p) => p.yMm))]))
	);
	const thirds = $derived(cuts.flatMap((cut, index) => (cut.place ? [{ cut, index, place: cut.place }] : [])));
	const shown = $derived(cuts[Math.min(chosen, cuts.length - 1)]);
	const line = (points: readonly (readonly [number, number])[]) =>
		points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${-y}`).join('');
	const bars = (c: SectionView) => BAR_SIDES.map((side) => c.bars[side]);
	const under = (bar: SectionView['bars']['near']) => line(bar.map((p) => [p.xMm, p.yMm] as const));
	/** Between the underside and the skin, as far as they are apart. */
	const gap = (bar: SectionView['bars']['near']) =>
		bar.length === 0
			? ''
			: `${under(bar)}${[...bar]
					.reverse()
					.map((p) => `L${p.xMm} ${-(p.yMm - Math.max(0, p.gapMm))}`)
					.join('')}Z`;
	const gapWords = (c: SectionView) => (c.gapMm < FELT_MM ? 'no gap' : `a gap of up to ${lengthWords(c.gapMm)}`);
	const about = (c: SectionView) => `${lengthWords(c.sMm)} behind the blade: ${gapWords(c)}`;
</script>

{#snippet drawn(c: SectionView, label: string | undefined)}
	<svg
		viewBox={`-152 -14 304 ${-low + 20}`}
		role={label ? 'img' : undefined}
		aria-label={label}
		aria-hidden={label ? undefined : 'true'}
	>
		<path class="back" d={`${line(c.back)}V${4 - low}H${c.back[0]?.[0] ?? 0}Z`} />
		{#each bars(c) as bar, i (i)}
			<path class="gap" d={gap(bar)} />
			<path class="bar" d={under(bar)} />
		{/each}
	</svg>
{/snippet}

{#if shown}
	<div class="one">
		<figure>
			{@render drawn(shown, about(shown))}
			<figcaption>{about(shown)}</figcaption>
		</figure>
		<label
			><span>Cut</span>
			<input
				class="range"
				type="range"
				min="0"
				max={cuts.length - 1}
				step="1"
				value={chosen}
				aria-valuetext={about(shown)}
				oninput={(e) => onchoose(Number(e.currentTarget.value))}
			/></label
		>
	</div>
	<div class="thirds" role="group" aria-label="Cut through the middle of a third">
		{#each thirds as { cut, index, place } (place)}
			<button type="button" class="btn" aria-pressed={index === chosen} onclick={() => onchoose(index)}>
				{@render drawn(cut, undefined)}
				<span>{place}: {gapWords(cut)}</span>
			</button>
		{/each}
	</div>
{/if}
<p class="quiet">
	Cut across, seen from behind, near left; bold the underside with what is under it. The same place is marked from above
	and in space.
</p>

<style>
	.one {
		display: grid;
		gap: 0.25rem;
		max-width: 34rem;
	}
	label {
		display: flex;
		gap: 0.75rem;
		align-items: center;
		min-height: 2.75rem;
	}
	.range {
		flex: 1;
	}
	.thirds {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 0.5rem;
	}
	.thirds .btn {
		height: auto;
		display: grid;
		gap: 0.25rem;
		padding: 0.4rem;
		font-weight: 400;
		background: transparent;
	}
	.thirds .btn[aria-pressed='true'] {
		border-color: var(--zt-strap-dark);
		border-width: 2px;
	}
	svg {
		width: 100%;
		height: auto;
	}
	figcaption {
		text-align: center;
	}
	.back {
		fill: var(--zt-hide);
		stroke: var(--zt-quiet);
		stroke-width: 1;
	}
	.bar {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 3.5;
		stroke-linecap: round;
		stroke-linejoin: round;
	}
	.gap {
		fill: var(--zt-alarm);
		opacity: 0.35;
	}
</style>
