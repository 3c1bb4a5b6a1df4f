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
	import type { ScanAnswer, ScanRequest } from '../../../workers/cutScan.worker.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import { WorkerError } from '../threads/workerClient.js';
	import { scanWorker } from '../threads/workers.js';
	import Choices from '../walk/Choices.svelte';

	interface Props {
		/** Channels as they were measured, mm. */
		channelsMm: Readonly<Record<SaddlePlace, number>>;
		onmeasured: (measures: SaddleMeasures) => void;
	}
	const { channelsMm, onmeasured }: Props = $props();
	type Opened = Extract<ScanAnswer, { status: 'open' }>;
	type Tapping = 'line' | 'front' | 'rear';
	const TAPS: readonly (readonly [Tapping, string])[] = [
		['line', 'two points of the middle line'],
		['front', 'front end of what bears'],
		['rear', 'rear end']
	];
	const UNITS: readonly (readonly [DrawnUnit, string])[] = [
		['mm', 'mm'],
		['cm', 'cm'],
		['m', 'metres'],
		['inch', 'inches']
	];
	/** Where bars mostly begin and end on a scan of an underside, as shares of its length. */
	const FROM_SHARE = 0.06;
	const TO_SHARE = 0.94;

	const worker = scanWorker();
	onDestroy(() => worker.stop());
	let file: File | undefined = $state.raw();
	let opened: Opened | undefined = $state.raw();
	let frontAtEnd = $state(false);
	let busy = $state(false);
	let refusal = $state('');
	let tapping: Tapping = $state('line');
	let line: readonly Place[] = $state.raw([]);
	let ends = $state({ front: 0, rear: 0 });
	let cuts: Partial<Record<SaddlePlace, Section>> = $state.raw({});
	const lengthMm = $derived(ends.rear - ends.front);

	/** A scan that ends its worker, or takes too long, is no longer held: it is opened again. */
	async function ask(request: ScanRequest): Promise<ScanAnswer> {
		try {
			return await worker.ask<ScanAnswer>('scan', request);
		} catch (e) {
			const code = e instanceof WorkerError && e.code === 'too-slow' ? 'scan-too-slow' : 'scan-lost';
			opened = undefined;
			return { status: 'refused', problem: { code, data: {} } };
		}
	}
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
	<p>
		{opened.triangles.toLocaleString('en-GB')} triangles, {lengthWords(opened.lengthMm)} long. The unit was guessed: is it
		right?
	</p>
	<Choices
		label="Unit of the scan"
		options={UNITS}
		chosen={[opened.unit]}
		onchoose={(u) => void open(u as DrawnUnit)}
	/>
	<p class="quiet">As it lies on the horse, channel up. Turn it by dragging; a tap on it sets:</p>
	<Choices
		label="A tap on the scan sets"
		options={TAPS}
		chosen={[tapping]}
		onchoose={(t) => (tapping = t as Tapping)}
	/>
	{#await import('../desk/ScanView3d.svelte') then { default: ScanView3d }}
		<ScanView3d
			shown={opened.shown}
			sections={Object.values(cuts)}
			longLines={[]}
			onplace={(p) => void mark(p)}
			label="The scanned underside. Drag to turn it, tap to set a mark."
		/>
	{/await}
	<label class="which-end"
		><input
			type="checkbox"
			class="checkbox"
			checked={frontAtEnd}
			onchange={(e) => {
				frontAtEnd = e.currentTarget.checked;
				void open(opened?.unit);
			}}
		/> its front is at the far end: turn it round</label
	>
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
	.which-end {
		display: flex;
		gap: 0.5rem;
		align-items: center;
		min-height: 2.75rem;
	}
	.end {
		display: grid;
		gap: 0.25rem;
	}
</style>
