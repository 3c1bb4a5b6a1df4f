<script lang="ts">
	import type { Curve } from '$core/curve/index.js';

	interface Props {
		now: Curve | undefined;
		before: Curve | undefined;
		/** Other repeats of the same station and day, drawn thin. */
		others?: readonly Curve[];
		small?: boolean;
		/** A long line, from the blade mark to the rear. */
		long?: boolean;
	}
	const { now, before, others = [], small = false, long = false }: Props = $props();
	const path = (c: Curve) =>
		Array.from(c.xMm, (x, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${(-(c.yMm[i] as number)).toFixed(1)}`).join('');
</script>

<svg
	viewBox={long ? '-10 -70 520 150' : '-225 -14 450 176'}
	class:small
	role="img"
	aria-label={now ? 'Outline of this tracing over the last visit' : 'No outline yet'}
>
	<path class="grid" d={long ? 'M-10 0H510M40 -70V80M245 -70V80M450 -70V80' : 'M-225 60H225M-225 120H225M0 -14V162'} />
	{#if before}<path class="before" d={path(before)} />{/if}
	{#each others as other, i (i)}<path class="other" d={path(other)} />{/each}
	{#if now}<path class="now" d={path(now)} />{/if}
</svg>

<style>
	svg {
		width: 100%;
		max-width: 34rem;
		background: var(--zt-hide-2);
		border: 1px solid var(--zt-line);
		border-radius: 0.5rem;
	}
	.small {
		max-width: 9rem;
	}
	path {
		fill: none;
		stroke-linejoin: round;
	}
	.grid {
		stroke: var(--zt-line);
		stroke-dasharray: 3 5;
	}
	.before {
		stroke: var(--zt-quiet);
		stroke-width: 1.8;
	}
	.other {
		stroke: var(--zt-strap);
		stroke-width: 1.2;
	}
	.now {
		stroke: var(--zt-ink);
		stroke-width: 3.2;
	}
</style>
