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
	import type { DrawnUnit } from '$core/units/index.js';
	import { errorSentence, lengthWords } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import { scanAsker, type OpenedScan } from '../space/scanAsk.js';
	import ScanOpened from '../space/ScanOpened.svelte';
	import { scanWorker } from '../threads/workers.js';

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

	const worker = scanWorker();
	onDestroy(() => worker.stop());
	let file: File | undefined = $state.raw();
	let opened: OpenedScan | undefined = $state.raw();
	let frontAtEnd = $state(false);
	let busy = $state(false);
	let refusal = $state('');
	let tapping: Tapping = $state('line');
	let line: readonly Place[] = $state.raw([]);
	let ends = $state({ front: 0, rear: 0 });
	let cuts: Partial<Record<SaddlePlace, Section>> = $state.raw({});
	const lengthMm = $derived(ends.rear - ends.front);

	const ask = scanAsker(worker, () => (opened = undefined));
	async function open(unit?: DrawnUnit): Promise<void> {
		if (!file) return;
		busy = true;
		const answer = await ask({
			ask: 'open',
			file,
			headAtEnd: frontAtEnd,
			// A scan often has nothing between the panels.
			bridgeMm: CHANNEL_WIDTH_MM.most,
			...(unit ? { unit } : {})
		});
		busy = false;
		if (answer.status !== 'open') {
			opened = undefined;
			refusal = answer.status === 'refused' ? errorSentence(answer.problem) : '';
			return;
		}
		[refusal, opened, tapping] = ['', answer, 'line'];
		ends = { front: FROM_SHARE * answer.lengthMm, rear: TO_SHARE * answer.lengthMm };
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
			const answer = await ask({ ask: 'cut', sMm: at[place] });
			if (answer.status === 'cut') found[place] = answer.section;
			else if (answer.status === 'refused') refusal = errorSentence(answer.problem);
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
		const answer = await ask({ ask: 'square', spine: [a, b] });
		if (answer.status === 'open') opened = answer;
		tapping = 'front';
		await cutAll();
	}
	function take(): void {
		const { front, middle, rear } = cuts;
		if (!front || !middle || !rear) return;
		try {
			onmeasured(measuresOfCuts({ front, middle, rear }, channelsMm));
			refusal = '';
		} catch (error) {
			refusal = errorSentence(problemOf(error));
		}
	}
	function move(end: 'front' | 'rear', mm: number): void {
		ends = { ...ends, [end]: mm };
	}
</script>

<FileDrop
	accept=".stl,.ply,.obj"
	onfiles={(files) => {
		file = files[0];
		void open();
	}}
>
	<b>{busy ? 'Reading the scan…' : 'Or a scan of the underside'}</b><br /><span class="quiet"
		>STL, PLY or OBJ, cut down to panels and channel; which way up does not matter</span
	>
</FileDrop>
{#if refusal}<p class="alarm" role="alert">{refusal}</p>{/if}
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
		atEnd={frontAtEnd}
		onunit={(unit) => void open(unit)}
		ontapping={(tap) => (tapping = tap)}
		onplace={(place) => void mark(place)}
		onend={(atEnd) => {
			frontAtEnd = atEnd;
			void open(opened?.unit);
		}}
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
