<script lang="ts">
	import { onDestroy } from 'svelte';
	import type { Place, Section } from '$core/scan/index.js';
	import {
		CHANNEL_WIDTH_MM,
		measuresOfCuts,
		SADDLE_PLACES,
		type SaddleMeasures,
		type SaddlePlace
	} from '$core/seat/index.js';
	import { problemOf } from '$core/errors/index.js';
	import { errorSentence, lengthWords } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import type { OpenedScan } from '../space/scanAsk.js';
	import { scanHeld } from '../space/scanHeld.svelte.js';
	import ScanOpened from '../space/ScanOpened.svelte';

	interface Props {
		/** Channels as they were measured, mm. */
		channelsMm: Readonly<Record<SaddlePlace, number>>;
		onmeasured: (measures: SaddleMeasures) => void;
	}
	const { channelsMm, onmeasured }: Props = $props();
	type Tapping = 'line' | 'front' | 'rear';
	const TAPS: readonly (readonly [Tapping, string])[] = [
		['line', 'two points of the middle line'],
		['front', 'front end of what bears'],
		['rear', 'rear end']
	];
	/** Where bars mostly begin and end on a scan of an underside, as shares of its length. */
	const FROM_SHARE = 0.06;
	const TO_SHARE = 0.94;

	// A scan often has nothing between the panels.
	const scan = scanHeld(laidOut, CHANNEL_WIDTH_MM.most);
	onDestroy(scan.stop);
	const opened = $derived(scan.opened);
	let tapping: Tapping = $state('line');
	let line: readonly Place[] = $state.raw([]);
	let ends = $state({ front: 0, rear: 0 });
	let cuts: Partial<Record<SaddlePlace, Section>> = $state.raw({});
	const lengthMm = $derived(ends.rear - ends.front);

	async function laidOut({ lengthMm: longMm }: OpenedScan): Promise<void> {
		tapping = 'line';
		ends = { front: FROM_SHARE * longMm, rear: TO_SHARE * longMm };
		await cutAll();
	}
	async function cutAll(): Promise<void> {
		const at: Readonly<Record<SaddlePlace, number>> = {
			front: ends.front,
			middle: (ends.front + ends.rear) / 2,
			rear: ends.rear
		};
		const found: Partial<Record<SaddlePlace, Section>> = {};
		for (const place of SADDLE_PLACES) {
			const section = await scan.cut(at[place]);
			if (section) found[place] = section;
		}
		cuts = found;
	}
	async function mark(place: Place): Promise<void> {
		if (tapping !== 'line') {
			ends = { ...ends, [tapping]: place[2] };
			if (ends.front > ends.rear) ends = { front: ends.rear, rear: ends.front };
			tapping = tapping === 'front' ? 'rear' : 'front';
			await cutAll();
			return;
		}
		line = [...line, place].slice(-2);
		const [a, b] = line;
		if (!a || !b) return;
		line = [];
		await scan.square(a, b);
		tapping = 'front';
		await cutAll();
	}
	function take(): void {
		const { front, middle, rear } = cuts;
		if (!front || !middle || !rear) return;
		try {
			onmeasured(measuresOfCuts({ front, middle, rear }, channelsMm));
			scan.refuse('');
		} catch (error) {
			scan.refuse(errorSentence(problemOf(error)));
		}
	}
	function move(end: 'front' | 'rear', mm: number): void {
		ends = { ...ends, [end]: mm };
	}
</script>

<FileDrop accept=".stl,.ply,.obj" onfiles={(files) => void scan.take(files[0])}>
	<b>{scan.busy ? 'Reading the scan…' : 'Or a scan of the underside'}</b><br /><span class="quiet"
		>STL, PLY or OBJ, cut down to panels and channel; which way up does not matter</span
	>
</FileDrop>
{#if scan.refusal}<p class="alarm" role="alert">{scan.refusal}</p>{/if}
{#if opened}
	<ScanOpened
		{opened}
		what="the underside"
		hint="As it lies on the horse, channel up. Turn it by dragging; a tap on it sets:"
		taps={TAPS}
		{tapping}
		sections={Object.values(cuts)}
		longLines={[]}
		label="The scanned underside. Drag to turn it, tap to set a mark."
		endWords="its front is at the far end: turn it round"
		atEnd={scan.atEnd}
		onunit={(unit) => void scan.open(unit)}
		ontapping={(tap) => (tapping = tap)}
		onplace={(place) => void mark(place)}
		onend={(atEnd) => void scan.turn(atEnd)}
	/>
	{#each ['front', 'rear'] as const as end (end)}
		<label class="end"
			>{end === 'front' ? 'Bars begin at' : 'Bars end at'}
			{lengthWords(ends[end])}
			<input
				class="range range-sm w-full"
				type="range"
				min="2"
				max={opened.lengthMm - 2}
				step="1"
				value={ends[end]}
				oninput={(e) => move(end, Number(e.currentTarget.value))}
				onchange={() => void cutAll()}
			/></label
		>
	{/each}
	<p>They bear {lengthWords(lengthMm)}. Channels are those set above: lay a tape across.</p>
	<button type="button" class="btn" disabled={SADDLE_PLACES.some((p) => !cuts[p])} onclick={take}
		>Take its three cuts</button
	>
{/if}

<style>
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	.end {
		display: grid;
		gap: 0.25rem;
	}
</style>
