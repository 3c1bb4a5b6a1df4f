<script lang="ts" generics="Tap extends string">
	import type { LongLine, Place, Section } from '$core/scan/index.js';
	import type { DrawnUnit } from '$core/units/index.js';
	import { lengthWords } from '$words/index.js';
	import Choices from '../walk/Choices.svelte';
	import type { OpenedScan } from './scanAsk.js';

	interface Props {
		opened: OpenedScan;
		/** What is so long. */
		what: string;
		hint: string;
		/** Marks that a tap may set, and the one it sets now. */
		taps: readonly (readonly [Tap, string])[];
		tapping: Tap;
		sections: readonly Section[];
		longLines: readonly LongLine[];
		label?: string | undefined;
		/** Which end is the front, if it is not where it is drawn. */
		endWords: string;
		atEnd: boolean;
		onunit: (unit: DrawnUnit) => void;
		ontapping: (tap: Tap) => void;
		onplace: (place: Place) => void;
		onend: (atEnd: boolean) => void;
	}
	const p: Props = $props();
	const UNITS: readonly (readonly [DrawnUnit, string])[] = [
		['mm', 'mm'],
		['cm', 'cm'],
		['m', 'metres'],
		['inch', 'inches']
	];
</script>

<p>
	{p.opened.triangles.toLocaleString('en-GB')} triangles, {p.what}
	{lengthWords(p.opened.lengthMm)} long. The unit was guessed: is it right?
</p>
<Choices
	label="Unit of the scan"
	options={UNITS}
	chosen={[p.opened.unit]}
	onchoose={(unit) => p.onunit(unit as DrawnUnit)}
/>
<p class="quiet">{p.hint}</p>
<Choices
	label="A tap on the scan sets"
	options={p.taps}
	chosen={[p.tapping]}
	onchoose={(tap) => p.ontapping(tap as Tap)}
/>
{#await import('./ScanView3d.svelte') then { default: ScanView3d }}
	<ScanView3d
		shown={p.opened.shown}
		sections={p.sections}
		longLines={p.longLines}
		onplace={p.onplace}
		label={p.label}
	/>
{/await}
<label class="flex min-h-11 items-center gap-2"
	><input
		type="checkbox"
		class="checkbox"
		checked={p.atEnd}
		onchange={(e) => p.onend(e.currentTarget.checked)}
	/>{p.endWords}</label
>
