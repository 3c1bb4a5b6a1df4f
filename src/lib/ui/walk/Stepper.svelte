<script lang="ts">
	import { keptOf, onScale, settingScale } from '$words/index.js';
	import { Minus, Plus } from '@lucide/svelte';

	interface Props {
		label: string;
		/** In which the value is kept; it is shown and stepped in the person's own. */
		unit: string;
		/** Leaves the unit to a heading. */
		unitless?: boolean;
		value: number | undefined;
		step: number;
		least: number;
		most: number;
		/** Leaves the label to its surroundings, for tables. */
		bare?: boolean;
		onset: (value: number) => void;
	}
	const { label, unit, unitless = false, value, step, least, most, bare = false, onset }: Props = $props();
	const start = $derived(Math.max(least, 0));
	const scale = $derived(settingScale(unit, step));
	const bound = (v: number) => Math.min(most, Math.max(least, v));
	/** One step of the scale up or down, onto its marks. */
	const stepped = (by: 1 | -1) => {
		const at = (value ?? start) / scale.per / scale.step;
		const next = by > 0 ? Math.floor(at + 1 + 1e-6) : Math.ceil(at - 1 - 1e-6);
		return bound(scale.per === 1 ? (value ?? start) + by * step : keptOf(next * scale.step, scale));
	};
</script>

<div class="stepper" class:bare role="group" aria-label={label}>
	{#if !bare}<span>{label}</span>{/if}
	<button
		type="button"
		class="btn btn-square"
		aria-label={`${label}: less`}
		disabled={(value ?? start) <= least}
		onclick={() => onset(stepped(-1))}><Minus size={18} /></button
	>
	<output class:unset={value === undefined}>{onScale(value ?? 0, unitless ? { ...scale, unit: '' } : scale)}</output>
	<button
		type="button"
		class="btn btn-square"
		aria-label={`${label}: more`}
		disabled={(value ?? start) >= most}
		onclick={() => onset(stepped(1))}><Plus size={18} /></button
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
