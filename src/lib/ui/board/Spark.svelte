<script lang="ts">
	import { signedWords } from '$words/index.js';
	interface Props {
		points: readonly (readonly [days: number, nearMm: number, offMm: number])[];
		lossLimitMm: number;
		gainLimitMm: number;
	}
	const { points, lossLimitMm, gainLimitMm }: Props = $props();

	const W = 150;
	const H = 40;
	const top = $derived(
		Math.max(lossLimitMm + 2, gainLimitMm + 1, ...points.map((p) => Math.max(Math.abs(p[1]), Math.abs(p[2])) + 1))
	);
	const span = $derived(Math.max(1, points[points.length - 1]?.[0] ?? 1));
	const x = (days: number) => 3 + (days / span) * (W - 6);
	const y = (mm: number) => H / 2 - (mm / top) * (H / 2 - 2);
	const line = (i: 1 | 2) =>
		points.map((p, k) => `${k ? 'L' : 'M'}${x(p[0]).toFixed(1)} ${y(p[i]).toFixed(1)}`).join('');
	const last = $derived(points[points.length - 1]);
</script>

{#if points.length > 1}
	<svg
		viewBox={`0 0 ${W} ${H}`}
		width={W}
		height={H}
		role="img"
		aria-label={`T8 band change: near ${signedWords(last?.[1] ?? 0)}, off ${signedWords(last?.[2] ?? 0)}`}
	>
		<path class="zero" d={`M0 ${y(0)}H${W}`} />
		<path class="limit" d={`M0 ${y(gainLimitMm)}H${W}M0 ${y(-lossLimitMm)}H${W}`} />
		<path class="off" d={line(2)} />
		<path class="near" d={line(1)} />
		{#if last}<circle cx={x(last[0])} cy={y(last[1])} r="2.600" />{/if}
	</svg>
{/if}

<style>
	path {
		fill: none;
	}
	.zero {
		stroke: var(--zt-line);
	}
	.limit {
		stroke: var(--zt-alarm);
		stroke-dasharray: 3 3;
		opacity: 0.6;
	}
	.near {
		stroke: var(--zt-near);
		stroke-width: 1.8;
	}
	.off {
		stroke: var(--zt-off);
		stroke-width: 1.5;
		stroke-dasharray: 4 2.5;
	}
	circle {
		fill: var(--zt-near);
	}
</style>
