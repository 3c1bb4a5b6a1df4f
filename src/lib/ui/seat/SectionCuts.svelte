<script lang="ts">
	import { BAR_SIDES, type SectionView } from '$core/seat/index.js';
	import { lengthWords } from '$words/index.js';

	interface Props {
		cuts: readonly SectionView[];
	}
	const { cuts }: Props = $props();

	/** Gaps smaller than this are none that a hand would feel, mm. */
	const FELT_MM = 1.5;
	const low = $derived(
		Math.min(-60, ...cuts.flatMap((c) => [...c.back.map((p) => p[1]), ...bars(c).flatMap((b) => b.map((p) => p.yMm))]))
	);
	const line = (points: readonly (readonly [number, number])[]) =>
		points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${-y}`).join('');
	const bars = (c: SectionView) => BAR_SIDES.map((side) => c.bars[side]);
	const under = (bar: SectionView['bars']['near']) => line(bar.map((p) => [p.xMm, p.yMm] as const));
	/** Between the underside and the skin, as far as they are apart. */
	const gap = (bar: SectionView['bars']['near']) =>
		`${under(bar)}${[...bar]
			.reverse()
			.map((p) => `L${p.xMm} ${-(p.yMm - Math.max(0, p.gapMm))}`)
			.join('')}Z`;
	const about = (c: SectionView) =>
		`${c.place}: ${c.gapMm < FELT_MM ? 'no gap' : `a gap of up to ${lengthWords(c.gapMm)}`}`;
</script>

<div class="cuts">
	{#each cuts as c (c.place)}
		<figure>
			<svg viewBox={`-152 -14 304 ${-low + 20}`} role="img" aria-label={about(c)}>
				<path class="back" d={`${line(c.back)}V${4 - low}H${c.back[0]?.[0] ?? 0}Z`} />
				{#each bars(c) as bar, i (i)}
					<path class="gap" d={gap(bar)} />
					<path class="bar" d={under(bar)} />
				{/each}
			</svg>
			<figcaption>{about(c)}</figcaption>
		</figure>
	{/each}
</div>
<p class="quiet">
	Cut through the middle of each third, seen from behind, near left; bold the underside with what is under it.
</p>

<style>
	.cuts {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 0.5rem 1rem;
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
	@media (max-width: 640px) {
		.cuts {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
