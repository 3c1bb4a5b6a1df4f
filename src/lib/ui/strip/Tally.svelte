<script lang="ts">
	import type { StrokeAge } from '$core/zones/index.js';

	interface Props {
		/** One stroke each; full, thin or faint by age. */
		ages: readonly StrokeAge[];
		x: number;
		y: number;
		alarming: boolean;
		/** Breadth there is; more strokes than fit are written as a number. */
		room: number;
	}
	const { ages, x, y, alarming, room }: Props = $props();

	const GROUP = 34;
	const fits = $derived(Math.max(1, Math.floor((room + 8) / GROUP)) * 5);
	const groups = $derived(Array.from({ length: Math.ceil(ages.length / 5) }, (_, g) => ages.slice(g * 5, g * 5 + 5)));
	const width = $derived(Math.max(0, groups.length * GROUP - 8 - (groups.length === 1 ? 5 - ages.length : 0) * 6));
	const lean = [0.6, -0.5, 0.3, -0.7];
</script>

{#if ages.length > fits}
	<text {x} y={y + 8} text-anchor="middle" class:alarming>{ages.length} |</text>
{:else if ages.length > 0}
	<g transform={`translate(${x - width / 2} ${y})`} class:alarming>
		{#each groups as strokes, g (g)}
			{#each strokes.slice(0, 4) as age, i (i)}
				<path class={age} d={`M${g * GROUP + i * 6.5} -8.500q${lean[i]} 8 ${(lean[i] ?? 0) * 1.5} 17`} />
			{/each}
			{#if strokes[4]}<path class={strokes[4]} d={`M${g * GROUP - 4} 6.500L${g * GROUP + 23.5} -6`} />{/if}
		{/each}
	</g>
{/if}

<style>
	path {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 3;
		stroke-linecap: round;
	}
	.fading {
		stroke-width: 1.7;
	}
	.old {
		stroke-width: 1.7;
		stroke-dasharray: 3 3;
		opacity: 0.75;
	}
	text {
		font: 600 19px var(--font-text);
		fill: var(--zt-ink);
	}
	.alarming path {
		stroke: var(--zt-alarm);
	}
	text.alarming {
		fill: var(--zt-alarm);
	}
</style>
