<script lang="ts">
	import { readNumber } from '$core/formats/index.js';
	import { lengthUnit, shownLength, typedMm } from '$words/index.js';
	import { untrack } from 'svelte';

	interface Props {
		label: string;
		about: string;
		/** Of the field that is sent, in whole mm. */
		name: string;
		placeholder: string;
		/** What stands there, mm. */
		mm: string | number | null | undefined;
	}
	const { label, about, name, placeholder, mm }: Props = $props();
	let typed = $state(untrack(() => (mm === null || mm === undefined || mm === '' ? '' : shown(Number(mm)))));
	const shown = (v: number): string => (Number.isNaN(v) ? String(mm) : String(shownLength(v)));
	/** What is no number is sent as typed, and refused by name. */
	const sent = $derived.by(() => {
		const value = readNumber(typed);
		return value === undefined ? typed : String(Math.round(typedMm(value)));
	});
</script>

<label
	>{label}, {lengthUnit()} ({about})<input
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
