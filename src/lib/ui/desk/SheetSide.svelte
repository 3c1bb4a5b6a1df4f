<script lang="ts">
	import { MAIN_STATIONS, type Curve, type SizeDoubt } from '$core/curve/index.js';
	import { SHEET_NAMES, type SheetName } from '$core/photo/index.js';
	import {
		errorSentence,
		SHEET_WARNING_WORDS,
		SHEET_WORDS,
		lengthWords,
		lengthUnit,
		typedMm,
		shownLength
	} from '$words/index.js';
	import OutlineView from '../entry/OutlineView.svelte';
	import { betterSheet, corrected, curveOfItem, type SheetItem } from './sheetItem.js';

	interface Props {
		item: SheetItem;
		/** Where it files itself to; undefined for a sheet without our code. */
		filesTo: string | undefined;
		/** Its code names a horse that is not in this yard. */
		stranger: boolean;
		before: Curve | undefined;
		others: readonly Curve[];
		/** Why the size it was read at cannot be right. */
		doubt: SizeDoubt | undefined;
		onchange: (item: SheetItem) => void;
		onsheet: (sheet: SheetName) => void;
		onkeep: () => void;
		ondrop: () => void;
	}
	const { item, filesTo, stranger, before, others, doubt, onchange, onsheet, onkeep, ondrop }: Props = $props();
	const curve = $derived(curveOfItem(item));
</script>

<div class="side">
	{#if filesTo}<p><b>{filesTo}</b><br /><span class="quiet">by the code on the sheet</span></p>{/if}
	{#if stranger}<p class="alarm">Printed for a horse that is not in this yard.</p>{/if}
	{#if item.problem}
		<p class="alarm" role="alert">{errorSentence(item.problem)}</p>
		<p class="quiet">Drag the corners onto the sheet to try again, or take the keypad.</p>
	{/if}
	{#each item.now?.line.quality.warnings ?? [] as w, nth (nth)}<p class="alarm">{SHEET_WARNING_WORDS[w]}</p>{/each}
	{#if doubt}
		{@const better = betterSheet(item.sheet, doubt)}
		<p class="alarm" role="alert">
			{Number.isFinite(doubt.offMm)
				? `At ${SHEET_WORDS[item.sheet]} this line lies ${lengthWords(doubt.offMm)} off this horse’s other tracings here.`
				: `At ${SHEET_WORDS[item.sheet]} no horse has this breadth.`}
			Is the size right, and the station?
		</p>
		{#if better}<button type="button" class="btn" onclick={() => onsheet(better)}
				>It is {SHEET_WORDS[better]}: {lengthWords(doubt.betterOffMm ?? 0)} off</button
			>{/if}
	{/if}
	{#if curve}
		<OutlineView now={curve} {before} {others} />
		<p class="quiet small">bold: this one; thin: other repeats; grey: last visit</p>
	{/if}
	<label
		>Station <select
			class="select"
			value={item.station}
			onchange={(e) => onchange({ ...item, station: e.currentTarget.value, repeat: undefined })}
			>{#each MAIN_STATIONS as s (s)}<option>{s}</option>{/each}</select
		></label
	>
	{#if item.code}
		<label
			>Check rule <input
				class="input rule"
				type="number"
				min={shownLength(80)}
				max={shownLength(120)}
				step={lengthUnit() === 'in' ? 0.01 : 0.5}
				value={shownLength(item.ruleMm)}
				onchange={(e) => {
					const ruleMm = typedMm(e.currentTarget.valueAsNumber);
					if (ruleMm >= 80 && ruleMm <= 120) onchange({ ...item, ruleMm });
				}}
			/>
			{lengthUnit()}</label
		>
	{:else}
		<label
			>Sheet <select class="select" value={item.sheet} onchange={(e) => onsheet(e.currentTarget.value as SheetName)}
				>{#each SHEET_NAMES as s (s)}<option value={s}>{SHEET_WORDS[s]}</option>{/each}</select
			></label
		>
	{/if}
	{#if item.now}
		<label
			><input
				type="checkbox"
				class="checkbox"
				checked={item.now.flipped}
				onchange={(e) => onchange(corrected(item, { flipped: e.currentTarget.checked }))}
			/> near side is on the right</label
		>
	{/if}
	{#if curve}<button type="button" class="btn btn-primary" onclick={onkeep}
			>Keep as {item.station}{item.repeat ? `, tracing ${item.repeat}` : ''}</button
		>{/if}
	<button type="button" class="btn" onclick={ondrop}>Leave it out</button>
</div>

<style>
	.side {
		display: grid;
		gap: 0.6rem;
		align-content: start;
	}
	label {
		display: flex;
		gap: 0.5rem;
		align-items: center;
		font-weight: 600;
	}
	.rule {
		width: 5.5rem;
	}
	.small {
		font-size: 0.9rem;
		margin-top: -0.4rem;
	}
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
</style>
