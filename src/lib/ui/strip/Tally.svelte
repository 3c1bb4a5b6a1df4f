<script lang="ts">
	interface Props {
		count: number;
		x: number;
		y: number;
		alarming: boolean;
	}
	const { count, x, y, alarming }: Props = $props();

	const MOST = 15;
	const shown = $derived(Math.min(count, MOST));
	const groups = $derived(Array.from({ length: Math.ceil(shown / 5) }, (_, g) => Math.min(5, shown - g * 5)));
	const width = $derived(groups.length * 34 - 8);
	const lean = [0.6, -0.5, 0.3, -0.7];
</script>

<g transform={`translate(${x - width / 2} ${y})`} class:alarming>
	{#each groups as strokes, g (g)}
		{#each { length: Math.min(4, strokes) } as _, i (i)}
			<path d={`M${g * 34 + i * 6.5} -8.500q${lean[i]} 8 ${(lean[i] ?? 0) * 1.5} 17`} />
		{/each}
		{#if strokes === 5}<path d={`M${g * 34 - 4} 6.500L${g * 34 + 23.5} -6`} />{/if}
	{/each}
</g>

<style>
	path {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 2.4;
		stroke-linecap: round;
	}
	.alarming path {
		stroke: var(--zt-alarm);
	}
</style>
