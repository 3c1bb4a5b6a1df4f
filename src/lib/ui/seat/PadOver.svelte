<script lang="ts">
	import { CELL_MM, readPadGrid, MOST_PAD_BYTES, type PadReading } from '$core/formats/index.js';
	import { CoreError, problemOf } from '$core/errors/index.js';
	import { padBeside, type MeasuredSeat } from '$core/seat/index.js';
	import { errorSentence, padSentences } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
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
	{#if refused}<p role="alert">{refused}</p>{/if}
	{#if beside}
		<div class="sizes">
			{#each SIZES as [part, label, least, most, step] (part)}
				<Stepper {label} unit="mm" value={lay[part]} {step} {least} {most} onset={(v) => (lay[part] = v)} />
			{/each}
		</div>
		<ul data-testid="pad-said">
			{#each padSentences(beside) as line (line)}<li>{line}</li>{/each}
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
	.sizes,
	.views {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 15rem), 1fr));
		gap: 0.25rem 1.5rem;
	}
</style>
