<script lang="ts">
	import { beforeNavigate, goto } from '$app/navigation';
	import { onDestroy, onMount, type ComponentProps } from 'svelte';
	import { frameFor, isLongLine, LONG_LINES, MAIN_STATIONS, makeCurve, type Curve } from '$core/curve/index.js';
	import Keypad from '$lib/ui/entry/Keypad.svelte';
	import LongLinePad from '$lib/ui/entry/LongLinePad.svelte';
	import PicturePad from '$lib/ui/entry/PicturePad.svelte';
	import DeskBar from '$lib/ui/desk/DeskBar.svelte';
	import DeskFiles from '$lib/ui/desk/DeskFiles.svelte';
	import DeskHead from '$lib/ui/desk/DeskHead.svelte';
	import DeskKept from '$lib/ui/desk/DeskKept.svelte';
	import RulerDesk from '$lib/ui/desk/RulerDesk.svelte';
	import ScanDesk from '$lib/ui/desk/ScanDesk.svelte';
	import SheetDesk from '$lib/ui/desk/SheetDesk.svelte';
	import { deskDoubts, isQuestion, sameDrafts } from '$lib/ui/desk/doubts.svelte.js';
	import {
		belongsHere,
		fileElsewhere,
		underHorse,
		withSheet,
		type FiledVisit,
		type KeptSheet,
		type LooseSheet
	} from '$lib/ui/desk/filing.js';
	import {
		curveOf,
		draftTracing,
		freeRepeat,
		mergeDrafts,
		newDraft,
		withTracing,
		type DraftVisit,
		type TypedRow
	} from '$lib/ui/entry/draft.js';
	import { adoptFile } from '$lib/ui/entry/adoptFile.js';
	import { saveDesk } from '$lib/ui/desk/saveDesk.js';
	import { findDraft, forgetDraft, keepDraft } from '$lib/ui/entry/draftKeeper.js';
	import { todayHere } from '$lib/ui/format.js';
	import { recall, remember } from '$lib/ui/settings.js';
	import { stationWords, type DESK_MODES } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	let draft: DraftVisit = $state.raw(newDraft(todayHere()));
	let mode: (typeof DESK_MODES)[number][0] = $state('keypad');
	let station: string = $state('T8');
	let read: ComponentProps<typeof DeskFiles>['read'] = $state.raw({ files: [], results: [] });
	let pictures: readonly File[] = $state.raw([]);
	let loose: readonly LooseSheet[] = $state.raw([]);
	let typed: readonly TypedRow[] = $state.raw([]);
	let leftLoose: readonly LooseSheet[] = $state.raw([]);
	let leftTyped: readonly TypedRow[] = $state.raw([]);
	let operator = $state('');
	let sending = $state(false);
	let refusal = $state('');
	/** What became of the last visit, where it was kept and not sent. */
	let notice = $state('');
	let conflict = $state(false);
	let resumed = $state(false);
	let loaded = $state(false);
	/** Everything is kept or sent: nobody is asked on the way out. */
	let leaving = false;
	/** Visits of other horses and days that sheets filed themselves into. */
	let elsewhere: readonly FiledVisit[] = $state.raw([]);
	/** The visit that is being walked or changed. */
	let opened: string | undefined = $state();
	/** What the visit may be beside what it claims: asked before it is kept. */
	const doubts = deskDoubts();
	onDestroy(doubts.stop);
	const asked = $derived([
		{ horseId: data.horse.id, drafts: [draft] },
		...elsewhere.map((v) => ({ horseId: v.horseId, drafts: [v.draft] }))
	]);
	const doubtsOf = (d: DraftVisit) => (d.tracings.length > 0 ? doubts.of(d) : []);
	/** The drafts whose doubts were on the screen when the person chose to save them all the same. */
	let shown: typeof asked = $state.raw([]);

	const before = $derived(
		Object.fromEntries(
			Object.entries(data.before).flatMap(([s, o]) =>
				o ? [[s, makeCurve(o.x.map((x, i) => [x, o.y[i] as number] as const))]] : []
			)
		)
	);
	const repeat = $derived(freeRepeat(draft, station));
	const keepWord = $derived(`Keep as ${stationWords(station)}, tracing ${repeat}`);
	const count = $derived(elsewhere.reduce((n, v) => n + v.draft.tracings.length, draft.tracings.length));
	/** A visit that stands on the server may be left without tracings; a new one may not. */
	const ready = $derived((count > 0 || draft.version !== undefined) && draft.visitedOn !== '');
	const unkept = $derived(loose.length > 0 || typed.length > 0);
	const nameOf = (id: string) => data.horses.find((h) => h.id === id)?.name;
	/** The visit as the server has it; a page kept for another visit says nothing of this one. */
	const own = $derived(data.own && data.own.id === opened ? data.own : undefined);

	onMount(async () => {
		const query = new URLSearchParams(location.search);
		opened = query.get('visit') ?? undefined;
		operator = recall('zt-operator') ?? data.me;
		const found = await findDraft(data.horse.id, opened);
		if (found) {
			({ draft, pictures, elsewhere } = found);
			[leftLoose, leftTyped] = [found.loose, found.typed];
			if (found.loose.length > 0) mode = 'sheets';
			resumed = true;
		} else if (own) draft = own;
		else if (opened) draft = { ...draft, id: opened, visitedOn: query.get('on') ?? draft.visitedOn };
		loaded = true;
	});
	/** Everything on the desk is kept on the device at each step: a reload half-way loses nothing. */
	$effect(() => {
		if (!loaded || leaving) return;
		const desk = { draft, pictures, elsewhere, loose, typed };
		if (desk.draft.tracings.length + loose.length + typed.length + elsewhere.length > 0 || draft.note || resumed)
			void keepDraft(data.horse.id, opened, desk);
	});
	$effect(() => {
		if (loaded && !leaving) doubts.soon(asked);
	});
	beforeNavigate(({ cancel, willUnload }) => {
		if (leaving || !unkept) return;
		// On the way out the browser asks in its own words.
		if (willUnload) cancel();
		else if (!confirm('Something here is read or typed but not kept yet. It stays on this device. Leave all the same?'))
			cancel();
	});

	function change(next: DraftVisit) {
		draft = next;
	}
	function keep(curve: Curve, source: string) {
		change(withTracing(draft, draftTracing(station, repeat, frameFor(station, curve), { source, operator })));
		const here = isLongLine(station) ? LONG_LINES : MAIN_STATIONS;
		if (freeRepeat(draft, station) > 3) station = here.find((s) => freeRepeat(draft, s) <= 3) ?? station;
	}
	function takeFiles(next: typeof read) {
		read = next;
		draft = next.results.reduce((d, file) => adoptFile(d, file, { station, operator }), draft);
	}
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
		pictures = next.pictures;
	}
	function fileUnder(horse: { readonly id: string }) {
		elsewhere = [...elsewhere, underHorse({ horseId: data.horse.id, draft, pictures }, horse.id)];
		draft = newDraft(draft.visitedOn);
		pictures = [];
	}
	async function save() {
		sending = true;
		[refusal, notice, conflict] = ['', '', false];
		if (!sameDrafts(shown, asked) && (await doubts.now(asked)).some(isQuestion)) {
			shown = asked;
			sending = false;
			return;
		}
		const result = await saveDesk({ horseId: data.horse.id, draft, pictures, elsewhere, nameOf });
		elsewhere = result.left;
		refusal = result.say;
		conflict = result.conflict;
		if (result.saved && result.queued && !opened) {
			// Without a connection there is no page to go to: the next visit can be entered here.
			await forgetDraft(data.horse.id, opened);
			[refusal, notice] = ['', result.say];
			draft = newDraft(todayHere());
			[read, pictures, resumed] = [{ files: [], results: [] }, [], false];
		} else if (result.saved) {
			// Sheets that are not kept yet stay for the next time.
			leaving = true;
			if (!unkept) await forgetDraft(data.horse.id, opened);
			else
				await keepDraft(data.horse.id, opened, {
					draft: newDraft(todayHere()),
					pictures: [],
					elsewhere: [],
					loose,
					typed
				});
			if (opened) location.assign(`/horses/${data.horse.id}/walk?visit=${opened}&at=tracings`);
			else {
				const here = draft.tracings.length > 0 ? `?saved=${draft.id}&on=${draft.visitedOn}` : '';
				await goto(`/horses/${data.horse.id}${here}`, { invalidateAll: true });
			}
		}
		sending = false;
	}
	/** Another tab or person saved this visit: theirs is loaded and what lies here is added to it. */
	async function merge() {
		const response = await fetch(`/api/visits/${draft.id}/tracings`).catch(() => undefined);
		if (!response?.ok) {
			refusal = 'No connection. It is kept on this device; try again when there is one.';
			return;
		}
		draft = mergeDrafts((await response.json()) as DraftVisit, draft);
		[refusal, conflict] = ['', false];
	}
	async function clear() {
		await forgetDraft(data.horse.id, opened);
		draft = own ?? newDraft(todayHere());
		[read, pictures, elsewhere, resumed] = [{ files: [], results: [] }, [], [], false];
		[leftLoose, leftTyped] = [[], []];
	}
</script>

<svelte:head><title>Tracings · {data.horse.name} · Zone Tally</title></svelte:head>
<DeskHead
	name={data.horse.name}
	lastOn={data.lastOn ?? undefined}
	day={draft.visitedOn}
	onday={(visitedOn) => change({ ...draft, visitedOn })}
/>
{#if resumed}
	<p class="sheet resumed" role="status">
		An unsaved visit was found on this device. <button class="btn btn-ghost" onclick={clear}>Start over</button>
	</p>
{/if}

<div class="page">
	<section class="sheet enter">
		<DeskBar
			bind:station
			bind:mode
			{operator}
			onoperator={(name) => {
				operator = name;
				remember('zt-operator', operator);
			}}
		/>
		{#if !loaded}<p class="quiet">Looking for what was left here…</p>
		{:else if mode === 'keypad' && isLongLine(station)}
			<LongLinePad {keepWord} onkeep={(c) => keep(c, 'keypad')} />
		{:else if mode === 'keypad'}
			<Keypad
				before={before[station]}
				{keepWord}
				left={leftTyped}
				ontyped={(rows) => (typed = rows)}
				onkeep={(c) => keep(c, 'keypad')}
			/>
		{:else if mode === 'sheets'}
			{#key resumed}
				<SheetDesk
					horseId={data.horse.id}
					horses={data.horses}
					{before}
					kept={draft.tracings}
					{operator}
					left={leftLoose}
					onkeep={keepSheet}
					onloose={(l) => (loose = l)}
				/>
			{/key}
		{:else if mode === 'scan'}
			<ScanDesk
				{before}
				onkeep={(s, curve) =>
					change(
						withTracing(draft, draftTracing(s, freeRepeat(draft, s), frameFor(s, curve), { source: 'scan', operator }))
					)}
			/>
		{:else if mode === 'ruler' && isLongLine(station)}
			<p class="quiet">A ruler reads cuts. A long line is typed, scanned, or drawn in a file.</p>
		{:else if mode === 'ruler'}
			<RulerDesk
				before={before[station]}
				others={draft.tracings.filter((t) => t.station === station).map(curveOf)}
				{keepWord}
				onkeep={(c) => keep(c, 'ruler')}
			/>
		{:else if mode === 'file'}
			<DeskFiles {station} visitedOn={draft.visitedOn} {read} onread={takeFiles} />
		{:else}
			<PicturePad
				{station}
				{keepWord}
				onkeep={(c, file) => {
					keep(c, 'picture');
					if (!pictures.includes(file)) pictures = [...pictures, file];
				}}
			/>
		{/if}
	</section>
	<DeskKept
		horseId={data.horse.id}
		{before}
		{draft}
		{station}
		{elsewhere}
		{nameOf}
		{count}
		{refusal}
		{notice}
		{conflict}
		{doubtsOf}
		{loose}
		{typed}
		{sending}
		{ready}
		onstation={(s) => (station = s)}
		onchange={change}
		onother={(visit, next) => (elsewhere = elsewhere.map((v) => (v === visit ? next : v)))}
		onleave={(visit) => (elsewhere = elsewhere.filter((v) => v !== visit))}
		onfile={opened ? undefined : fileUnder}
		onmerge={merge}
		onsave={save}
	/>
</div>

<style>
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
	.enter {
		display: grid;
		gap: 1rem;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
