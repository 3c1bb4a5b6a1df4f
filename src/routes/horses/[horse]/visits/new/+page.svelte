<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount } from 'svelte';
	import { v7 as uuidv7 } from 'uuid';
	import { frameAtApex, MAIN_STATIONS, makeCurve, type Curve } from '$core/curve/index.js';
	import FileDrop from '$lib/ui/entry/FileDrop.svelte';
	import Keypad from '$lib/ui/entry/Keypad.svelte';
	import PicturePad from '$lib/ui/entry/PicturePad.svelte';
	import ReadReport from '$lib/ui/entry/ReadReport.svelte';
	import RulerDesk from '$lib/ui/desk/RulerDesk.svelte';
	import ScanDesk from '$lib/ui/desk/ScanDesk.svelte';
	import SheetDesk from '$lib/ui/desk/SheetDesk.svelte';
	import { belongsHere, fileElsewhere, withSheet, type FiledVisit, type KeptSheet } from '$lib/ui/desk/filing.js';
	import TracingGrid from '$lib/ui/entry/TracingGrid.svelte';
	import {
		curveOf,
		draftTracing,
		findDraft,
		forgetDraft,
		freeRepeat,
		keepDraft,
		newDraft,
		withTracing,
		type DraftTracing,
		type DraftVisit
	} from '$lib/ui/entry/draft.js';
	import { readFiles, type FileResult } from '$lib/ui/entry/readFiles.js';
	import { sendPhoto, sendTracings, sendVisit } from '$lib/ui/entry/sendVisit.js';
	import { formatDay, todayHere } from '$lib/ui/format.js';
	import { shrinkPhoto } from '$lib/ui/offline/shrinkPhoto.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	const MODES = [
		['keypad', 'Keypad'],
		['sheets', 'Sheets'],
		['scan', 'Scan'],
		['ruler', 'Ruler'],
		['file', 'File'],
		['picture', 'Picture']
	] as const;

	/** Sheets are kept as large as they were taken, within reason. */
	const ORIGINAL_PX = 4600;

	let draft: DraftVisit = $state(newDraft(todayHere()));
	let mode: (typeof MODES)[number][0] = $state('keypad');
	let station: string = $state('T8');
	let results: FileResult[] = $state([]);
	let pictures: File[] = $state([]);
	let sending = $state(false);
	let refusal = $state('');
	let resumed = $state(false);
	let reading = $state(false);
	/** Visits of other horses and days that sheets filed themselves into. */
	let elsewhere: readonly FiledVisit[] = $state.raw([]);
	/** The visit that is being walked or changed; it is written whole. Others are added to. */
	let opened: string | undefined = $state();

	const before = $derived(
		Object.fromEntries(
			Object.entries(data.before).flatMap(([s, o]) =>
				o ? [[s, makeCurve(o.x.map((x, i) => [x, o.y[i] as number] as const))]] : []
			)
		)
	);
	const repeat = $derived(freeRepeat(draft, station));
	const count = $derived(elsewhere.reduce((n, v) => n + v.draft.tracings.length, draft.tracings.length));
	const ready = $derived(count > 0 && draft.visitedOn !== '');
	const nameOf = (id: string) => data.horses.find((h) => h.id === id)?.name;

	onMount(() => {
		const query = new URLSearchParams(location.search);
		const visit = query.get('visit');
		opened = visit ?? undefined;
		if (visit)
			draft = {
				...draft,
				id: visit,
				visitedOn: query.get('on') ?? draft.visitedOn,
				tracings: data.own?.tracings ?? []
			};
		const found = findDraft(data.horse.id);
		if (!found) return;
		// What was left unsaved goes into the visit that is being walked now.
		draft = visit ? found.tracings.reduce(withTracing, draft) : found;
		resumed = true;
	});
	function change(next: DraftVisit) {
		draft = next;
		keepDraft(data.horse.id, next);
	}
	function keep(curve: Curve, source: DraftTracing['source']) {
		change(withTracing(draft, draftTracing(station, repeat, frameAtApex(curve), source)));
		if (freeRepeat(draft, station) > 3) station = MAIN_STATIONS.find((s) => freeRepeat(draft, s) <= 3) ?? station;
	}
	function adopt(result: FileResult) {
		if (result.status === 'refused') return;
		const days = new Set(result.report.tracings.map((t) => t.visitedOn));
		if (days.size === 1 && draft.tracings.length === 0)
			draft = { ...draft, visitedOn: [...days][0] ?? draft.visitedOn };
		let next = draft;
		const source = result.report.kind === 'widths-csv' ? 'widths' : 'points';
		for (const t of result.report.tracings)
			if (t.visitedOn === draft.visitedOn) next = withTracing(next, draftTracing(t.station, t.repeat, t.curve, source));
		for (const line of result.report.lines) {
			const at = line.station ?? station;
			const n =
				line.repeat && !next.tracings.some((t) => t.station === at && t.repeat === line.repeat)
					? line.repeat
					: freeRepeat(next, at);
			next = withTracing(next, draftTracing(at, n, frameAtApex(line.curve), 'svg'));
		}
		change(next);
	}
	async function takeFiles(files: File[]) {
		reading = true;
		const read = await readFiles(files, todayHere());
		reading = false;
		results = read;
		read.forEach(adopt);
	}
	const otherDays = $derived(
		results
			.flatMap((r) => (r.status === 'read' ? r.report.tracings : []))
			.filter((t) => t.visitedOn !== draft.visitedOn).length
	);
	function keepSheet(kept: KeptSheet) {
		const code = kept.code && nameOf(kept.code.horseId) ? kept.code : undefined;
		// The first sheet of a new visit says which visit that is.
		if (code?.horseId === data.horse.id && draft.tracings.length === 0 && !opened)
			draft = { ...draft, id: code.visitId };
		if (code && !belongsHere(code, { horseId: data.horse.id, visitId: draft.id })) {
			elsewhere = fileElsewhere(elsewhere, { ...kept, code }, draft.visitedOn);
			return;
		}
		const next = withSheet({ horseId: data.horse.id, draft, pictures }, kept);
		change(next.draft);
		pictures = [...next.pictures];
	}
	async function sendPictures(visitId: string, files: readonly File[]) {
		for (const file of files) {
			// Upright and without what the camera wrote into it, the place above all.
			const photo = await shrinkPhoto(file, ORIGINAL_PX);
			if (photo.status === 'ready') await sendPhoto(uuidv7(), visitId, photo.bytes, photo.mediaType);
		}
	}
	/** Sends what filed itself elsewhere; what is refused stays on the desk. */
	async function saveElsewhere(): Promise<boolean> {
		for (const visit of elsewhere) {
			const result = await sendTracings(visit.horseId, visit.draft);
			if (result.status === 'refused') {
				refusal = `${nameOf(visit.horseId) ?? ''}: ${result.message}`;
				return false;
			}
			await sendPictures(visit.draft.id, visit.pictures);
			elsewhere = elsewhere.filter((v) => v !== visit);
		}
		return true;
	}
	async function saveHere(): Promise<boolean> {
		if (draft.tracings.length === 0) return true;
		const whole = $state.snapshot(draft) as DraftVisit;
		const result = await (opened ? sendVisit : sendTracings)(data.horse.id, whole);
		if (result.status === 'refused') refusal = result.message;
		else await sendPictures(draft.id, pictures);
		return result.status !== 'refused';
	}
	async function save() {
		sending = true;
		refusal = '';
		if ((await saveHere()) && (await saveElsewhere())) {
			forgetDraft(data.horse.id);
			if (opened) location.assign(`/horses/${data.horse.id}/walk?visit=${opened}&at=tracings`);
			else {
				const here = draft.tracings.length > 0 ? `?saved=${draft.id}&on=${draft.visitedOn}` : '';
				await goto(`/horses/${data.horse.id}${here}`, { invalidateAll: true });
			}
		}
		sending = false;
	}
	function clear() {
		forgetDraft(data.horse.id);
		draft = newDraft(todayHere());
		results = [];
		resumed = false;
	}
</script>

<svelte:head><title>Tracings · {data.horse.name} · Zone Tally</title></svelte:head>
<header class="who">
	<h1>Tracings: {data.horse.name}</h1>
	<p class="quiet">
		{data.lastOn ? `last traced ${formatDay(data.lastOn)}; drawn thin behind` : 'first visit of this horse'}
	</p>
	<label class="day"
		>On <input
			class="input"
			type="date"
			max={todayHere()}
			value={draft.visitedOn}
			onchange={(e) => change({ ...draft, visitedOn: e.currentTarget.value })}
		/></label
	>
</header>
{#if resumed}
	<p class="sheet resumed" role="status">
		An unsaved visit was found on this device. <button class="btn btn-ghost" onclick={clear}>Start over</button>
	</p>
{/if}

<div class="page">
	<section class="sheet enter">
		<div class="bar">
			<div class="join" role="group" aria-label="Station">
				{#each MAIN_STATIONS as s (s)}<button
						type="button"
						class="btn join-item"
						class:btn-primary={s === station}
						aria-pressed={s === station}
						onclick={() => (station = s)}>{s}</button
					>{/each}
			</div>
			<div role="group" aria-label="How to enter" class="join modes">
				{#each MODES as [m, word] (m)}<button
						type="button"
						class="btn join-item"
						class:btn-active={m === mode}
						aria-pressed={m === mode}
						onclick={() => (mode = m)}>{word}</button
					>{/each}
			</div>
		</div>
		{#if mode === 'keypad'}
			<Keypad
				before={before[station]}
				keepWord={`Keep as ${station}, tracing ${repeat}`}
				onkeep={(c) => keep(c, 'keypad')}
			/>
		{:else if mode === 'sheets'}
			<SheetDesk horseId={data.horse.id} horses={data.horses} {before} kept={draft.tracings} onkeep={keepSheet} />
		{:else if mode === 'scan'}
			<ScanDesk
				{before}
				onkeep={(s, curve) =>
					change(withTracing(draft, draftTracing(s, freeRepeat(draft, s), frameAtApex(curve), 'scan')))}
			/>
		{:else if mode === 'ruler'}
			<RulerDesk
				before={before[station]}
				others={draft.tracings.filter((t) => t.station === station).map(curveOf)}
				keepWord={`Keep as ${station}, tracing ${repeat}`}
				onkeep={(c) => keep(c, 'ruler')}
			/>
		{:else if mode === 'file'}
			<FileDrop accept=".csv,.svg,.dxf,.json,text/csv,image/svg+xml" onfiles={takeFiles}>
				<b>{reading ? 'Reading…' : 'Drop files here, or choose'}</b><br /><span class="quiet"
					>points CSV, widths CSV, SVG or DXF in mm. Lines without a station go to {station}.</span
				>
			</FileDrop>
			<ReadReport {results} />
			{#if otherDays > 0}<p class="quiet">
					{otherDays} tracings of other days were left aside: bring a whole history in under
					<a class="link" href="/import">Import</a>.
				</p>{/if}
		{:else}
			<PicturePad
				keepWord={`Keep as ${station}, tracing ${repeat}`}
				onkeep={(c, file) => {
					keep(c, 'picture');
					if (!pictures.includes(file)) pictures = [...pictures, file];
				}}
			/>
		{/if}
	</section>
	<section class="sheet kept">
		<TracingGrid
			{before}
			tracings={draft.tracings.map((t) => ({ ...t, curve: curveOf(t) }))}
			{station}
			onstation={(s) => (station = s)}
			onremove={(id) => change({ ...draft, tracings: draft.tracings.filter((t) => t.id !== id) })}
		/>
		{#each elsewhere as visit (visit.draft.id)}
			<p class="other">
				<b>{nameOf(visit.horseId)}</b>{visit.horseId === data.horse.id ? ', another visit' : ''}: {visit.draft.tracings
					.map((t) => `${t.station} ${t.repeat}`)
					.sort()
					.join(', ')}
				<button type="button" class="btn btn-ghost" onclick={() => (elsewhere = elsewhere.filter((v) => v !== visit))}
					>Leave out</button
				>
			</p>
		{/each}
		<label class="note"
			>Note <textarea
				class="textarea w-full"
				maxlength="4000"
				rows="2"
				value={draft.note}
				oninput={(e) => change({ ...draft, note: e.currentTarget.value })}></textarea></label
		>
		{#if refusal}<p role="alert" class="alert alert-error">{refusal}</p>{/if}
		<button class="btn btn-primary save" disabled={!ready || sending} onclick={save}
			>{sending ? 'Saving…' : elsewhere.length > 0 ? `Save all visits (${count})` : `Save the visit (${count})`}</button
		>
		<p class="quiet small">
			Nothing is stored until you save; what you entered stays on this device. Level ground, square on four feet, head
			straight. If the horse shifts, trace again.
		</p>
	</section>
</div>

<style>
	.who {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
		align-items: baseline;
		margin-bottom: 0.75rem;
	}
	h1 {
		font-size: 1.6rem;
	}
	.day {
		margin-left: auto;
		font-weight: 600;
		display: flex;
		gap: 0.5rem;
		align-items: center;
	}
	.day input {
		min-width: 11rem;
	}
	.resumed {
		padding: 0.25rem 1rem;
		margin-bottom: 0.75rem;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 24rem;
		gap: 0.75rem;
		align-items: start;
	}
	.enter,
	.kept {
		display: grid;
		gap: 1rem;
	}
	.bar {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: 0.5rem;
	}
	.other {
		border-left: 6px solid var(--zt-strap);
		padding-left: 0.7rem;
	}
	.note {
		font-weight: 600;
	}
	.small {
		font-size: 0.9rem;
	}
	@media (max-width: 640px) {
		.bar .btn {
			padding-inline: 0.62rem;
		}
		.modes {
			display: grid;
			grid-template-columns: repeat(3, 1fr);
			width: 100%;
		}
		.modes .btn {
			border-radius: 0;
		}
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
		.day {
			margin-left: 0;
		}
		.save {
			position: sticky;
			bottom: 0.5rem;
		}
	}
</style>
