<script lang="ts">
	import { Minus, Plus } from '@lucide/svelte';

	interface Props {
		label: string;
		unit: string;
		value: number | undefined;
		step: number;
		least: number;
		most: number;
		/** Leaves the label to its surroundings, for tables. */
		bare?: boolean;
		onset: (value: number) => void;
	}
	const { label, unit, value, step, least, most, bare = false, onset }: Props = $props();
	const start = $derived(Math.max(least, 0));
	const bound = (v: number) => Math.min(most, Math.max(least, v));
</script>

<div class="stepper" class:bare role="group" aria-label={label}>
	{#if !bare}<span>{label}</span>{/if}
	<button
		type="button"
		class="btn btn-square"
		aria-label={`${label}: less`}
		disabled={(value ?? start) <= least}
		onclick={() => onset(bound((value ?? start) - step))}><Minus size={18} /></button
	>
	<output class:unset={value === undefined}>{(value ?? 0) < 0 ? '−' : ''}{Math.abs(value ?? 0)} {unit}</output>
	<button
		type="button"
		class="btn btn-square"
		aria-label={`${label}: more`}
		disabled={(value ?? start) >= most}
		onclick={() => onset(bound((value ?? start) + step))}><Plus size={18} /></button
	>
</div>

<style>
	.stepper {
		display: grid;
		grid-template-columns: 1fr 3rem 4.2rem 3rem;
		align-items: center;
		gap: 0.25rem;
	}
	.bare {
		grid-template-columns: 3rem 1fr 3rem;
	}
	.btn {
		width: 3rem;
		height: 3rem;
	}
	output {
		text-align: center;
		font: 700 1.1rem var(--font-head);
	}
	.unset {
		color: var(--zt-quiet);
		font-weight: 400;
	}
</style>
