<script lang="ts">
	import { readNumber } from '$core/formats/index.js';
	import { lengthUnit, shownLength, shownWeight, typedKg, typedMm, weightUnit } from '$words/index.js';
	import { untrack } from 'svelte';

	interface Props {
		label: string;
		about: string;
		/** Of the field that is sent, in whole mm or in kg. */
		name: string;
		placeholder?: string;
		/** What stands there: mm, or kg where `kg` is given. */
		mm?: string | number | null | undefined;
		kg?: string | number | null | undefined;
	}
	const { label, about, name, placeholder = '', mm, kg }: Props = $props();
	const given = untrack(() => kg ?? mm);
	const weight = untrack(() => kg !== undefined);
	const shown = (v: number): string =>
		Number.isNaN(v) ? String(given) : String(weight ? shownWeight(v) : shownLength(v));
	let typed = $state(given === null || given === undefined || given === '' ? '' : shown(Number(given)));
	/** What is no number is sent as typed, and refused by name. */
	const sent = $derived.by(() => {
		const value = readNumber(typed);
		if (value === undefined) return typed;
		return String(weight ? typedKg(value) : Math.round(typedMm(value)));
	});
</script>

<label
	>{label}, {weight ? weightUnit() : lengthUnit()} ({about})<input
		class="input w-full"
		inputmode="decimal"
		maxlength="6"
		{placeholder}
		bind:value={typed}
	/></label
>
<input type="hidden" {name} value={sent} />

<style>
	label {
		display: grid;
		gap: 0.2rem;
		font-weight: 600;
	}
</style>
