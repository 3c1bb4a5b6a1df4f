<script lang="ts">
	import { calmPad, CELL_MM, readPadGrid, MOST_PAD_BYTES, type PadReading } from '$core/formats/index.js';
	import { CoreError, problemOf } from '$core/errors/index.js';
	import { padBeside, type MeasuredSeat } from '$core/seat/index.js';
	import { errorSentence, padSentences } from '$words/index.js';
	import { onDestroy } from 'svelte';
	import FileDrop from '../entry/FileDrop.svelte';
	import { listenTo } from '../loopback.js';
	import { recall } from '../settings.js';
	import Stepper from '../walk/Stepper.svelte';
	import BearingView from './BearingView.svelte';

	interface Props {
		seat: MeasuredSeat;
	}
	const { seat }: Props = $props();

	/** Cells of a pad whose file does not tell, mm. */
	const USUAL_CELL_MM = 25;
	const MOST_BEFORE_MM = 150;
	let reading = $state.raw<PadReading>();
	let name = $state('');
	let refused = $state('');
	const lay = $state({ alongMm: USUAL_CELL_MM, acrossMm: USUAL_CELL_MM, frontMm: 0 });

	/** A pad that reads now: frames come from a program on this computer, some of them make one calm picture. */
	const KEY = 'zt-pad';
	const CALM = 10;
	const SILENT_MS = 4000;
	let address = $state(recall(KEY) ?? 'http://127.0.0.1:4791/pad');
	let source: EventSource | undefined = $state.raw();
	let held = $state(false);
	let frames: readonly PadReading[] = [];
	let silence: ReturnType<typeof setTimeout> | undefined;
	onDestroy(stop);

	function stop(): void {
		source?.close();
		clearTimeout(silence);
		[source, frames] = [undefined, []];
	}
	function listen(): void {
		clearTimeout(silence);
		silence = setTimeout(() => (refused = 'The pad has said nothing for some seconds. Is it on?'), SILENT_MS);
	}
	function hear(event: MessageEvent<string>): void {
		listen();
		if (held) return;
		try {
			const frame = readPadGrid(event.data);
			const before = reading;
			frames = calmPad([...frames, frame]) ? [...frames, frame].slice(-CALM) : [frame];
			const calm = calmPad(frames);
			if (!calm) return;
			if (before?.rows !== calm.rows || before.columns !== calm.columns) laid(calm);
			[reading, name, refused] = [calm, 'Pad, live', ''];
		} catch (error) {
			refused = errorSentence(problemOf(error));
		}
	}
	function connect(): void {
		stop();
		[held, refused] = [false, ''];
		try {
			source = listenTo(address, KEY, hear);
			listen();
		} catch {
			refused = 'That is no address of this computer. It begins with http://127.0.0.1: and ends with /pad.';
		}
	}

	/** As it mostly lies: its middle under the middle of the bars. */
	function laid(read: PadReading): void {
		lay.alongMm = read.cellMm?.along ?? USUAL_CELL_MM;
		lay.acrossMm = read.cellMm?.across ?? USUAL_CELL_MM;
		const ends = seat.space.bars.near.flatMap((row) => row.flatMap((p) => (p ? [p[2]] : [])));
		const lengthMm = Math.max(...ends) - Math.min(...ends);
		const middle = (lengthMm - read.rows * lay.alongMm) / 2;
		lay.frontMm = Math.max(-MOST_BEFORE_MM, Math.min(MOST_BEFORE_MM, 5 * Math.round(middle / 5)));
	}
	async function read(files: readonly File[]): Promise<void> {
		const [file] = files;
		if (!file) return;
		try {
			if (file.size > MOST_PAD_BYTES) throw new CoreError('too-large', { limitMb: MOST_PAD_BYTES / 1024 / 1024 });
			const found = readPadGrid(await file.text());
			stop();
			laid(found);
			[reading, name, refused] = [found, file.name, ''];
		} catch (error) {
			[reading, refused] = [undefined, errorSentence(problemOf(error))];
		}
	}
	const beside = $derived(reading && padBeside(reading, lay, seat));
	const SIZES = [
		['alongMm', 'A cell, along the back', CELL_MM.least, CELL_MM.most, 1],
		['acrossMm', 'A cell, across it', CELL_MM.least, CELL_MM.most, 1],
		['frontMm', 'Its front behind that of the bars', -MOST_BEFORE_MM, MOST_BEFORE_MM, 5]
	] as const;
</script>

<div class="pad" data-testid="pad-over">
	<FileDrop onfiles={(files) => void read(files)} accept=".csv,.txt,text/csv" slim={reading !== undefined}>
		<b
			>{reading
				? `${name}: ${reading.rows} × ${reading.columns} cells, ${reading.frames} frames`
				: 'A pad’s grid as CSV'}</b
		><br />
		a line for each row of cells from front to rear, near edge first
	</FileDrop>
	<div class="live">
		{#if source}
			<button type="button" class="btn" aria-pressed={held} onclick={() => (held = !held)}
				>{held ? 'Go on reading' : 'Hold this'}</button
			>
			<button type="button" class="btn" onclick={stop}>Stop the pad</button>
		{:else}
			<label>Or a pad that reads now <input class="input" type="url" bind:value={address} /></label>
			<button type="button" class="btn" onclick={connect}>Read the pad</button>
		{/if}
	</div>
	{#if refused}<p role="alert">{refused}</p>{/if}
	{#if beside}
		<div class="sizes">
			{#each SIZES as [part, label, least, most, step] (part)}
				<Stepper {label} unit="mm" value={lay[part]} {step} {least} {most} onset={(v) => (lay[part] = v)} />
			{/each}
		</div>
		<ul data-testid="pad-said">
			{#each padSentences(beside) as line, nth (nth)}<li>{line}</li>{/each}
		</ul>
		<div class="views">
			<BearingView bearing={beside.pad} title="By the pad" />
			<BearingView bearing={beside.pad} more={beside.more} title="Pad beside seat" />
		</div>
		<p class="quiet">
			Beside the seat: full where the pad shows more, hollow where less; below, the pad’s thirds. Only shares are
			compared, none of its kPa. A pad bends, creeps and reads wrong over curves and folds; the seat is an estimate.
		</p>
	{/if}
</div>

<style>
	.pad {
		display: grid;
		gap: 0.5rem;
	}
	.live {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: end;
	}
	.live label {
		display: grid;
		flex: 1 1 14rem;
	}
	.sizes,
	.views {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 15rem), 1fr));
		gap: 0.25rem 1.5rem;
	}
</style>
