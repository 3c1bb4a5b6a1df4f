<script lang="ts">
	import { deskDoubts, isQuestion } from '$lib/ui/desk/doubts.svelte.js';
	import VisitDoubts from '$lib/ui/desk/VisitDoubts.svelte';
	import { onDestroy } from 'svelte';
	import FileDrop from '$lib/ui/entry/FileDrop.svelte';
	import WholeRecord from '$lib/ui/entry/WholeRecord.svelte';
	import ReadReport from '$lib/ui/entry/ReadReport.svelte';
	import { planVisits } from '$lib/ui/entry/importPlan.js';
	import type { DrawnUnit } from '$core/units/index.js';
	import type { DraftVisit } from '$lib/ui/entry/draft.js';
	import { readFiles, type FileResult } from '$lib/ui/entry/readFiles.js';
	import { sendVisit, undoVisit } from '$lib/ui/entry/sendVisit.js';
	import YardPicker from '$lib/ui/YardPicker.svelte';
	import { formatDay, todayHere } from '$lib/ui/format.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	let horseId = $state('');
	let results: FileResult[] = $state([]);
	let visits: DraftVisit[] = $state.raw([]);
	let saved: string[] = $state([]);
	/** Visits of which all is here already, and how many tracings were left out of others. */
	let known: string[] = $state([]);
	let leftOut = $state(0);
	let busy = $state('');
	let refusal = $state('');

	const doubts = deskDoubts();
	const asked = $derived([{ horseId, drafts: visits }]);
	onDestroy(doubts.stop);
	$effect(() => {
		if (horseId && visits.length > 0 && busy === '' && saved.length === 0) doubts.soon(asked);
	});
	const doubtsOf = (v: DraftVisit) => (visits.length > 0 ? doubts.of(v) : []);
	/** The plan whose doubts were on the screen when the person chose to keep it all the same. */
	let shown: readonly DraftVisit[] | undefined = $state.raw();

	const loose = $derived(results.reduce((n, r) => n + (r.status === 'read' ? r.report.lines.length : 0), 0));
	const stations = (v: DraftVisit) => {
		const names = [...new Set(v.tracings.map((t) => t.station))];
		return names.map((s) => `${s} × ${v.tracings.filter((t) => t.station === s).length}`).join(', ');
	};
	let chosen: File[] = [];
	async function take(files: File[], unit?: DrawnUnit) {
		chosen = files;
		busy = 'Reading…';
		[saved, known, leftOut] = [[], [], 0];
		refusal = '';
		results = await readFiles(files, todayHere(), unit);
		visits = planVisits(results);
		busy = '';
	}
	const put = (next: DraftVisit) => (visits = visits.map((v) => (v.id === next.id ? next : v)));
	async function save() {
		refusal = '';
		if (shown !== visits && saved.length === 0) {
			busy = 'Looking at the visits…';
			const found = await doubts.now(asked);
			busy = '';
			if (found.some(isQuestion)) {
				shown = visits;
				refusal = 'Some visits look odd: see below each. Answer, or keep them all the same.';
				return;
			}
		}
		for (const [i, visit] of visits.entries()) {
			if (saved.includes(visit.id) || known.includes(visit.id)) continue;
			busy = `Saving ${i + 1} of ${visits.length}…`;
			const result = await sendVisit(horseId, visit);
			if (result.status !== 'saved') {
				refusal = `${formatDay(visit.visitedOn)}: ${result.message}`;
				break;
			}
			if (result.outcome === 'known') known = [...known, visit.id];
			else saved = [...saved, visit.id];
			leftOut += result.known ?? 0;
		}
		busy = '';
	}
	async function undo() {
		busy = 'Taking back…';
		for (const id of saved) await undoVisit(id);
		saved = [];
		busy = '';
	}
	const done = $derived(visits.length > 0 && saved.length + known.length === visits.length);
</script>

<svelte:head><title>Import · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>Import tracings</h1>
	<YardPicker yards={data.yards} chosen={data.yard} path="/import" />
</header>
<div class="page">
	<section class="sheet">
		<ol>
			<li>
				<b>Which horse?</b>
				<select class="select" aria-label="Horse" bind:value={horseId} disabled={!data.mayWrite}>
					<option value="">choose</option>
					{#each data.horses as h (h.id)}<option value={h.id}>{h.name}</option>{/each}
				</select>
			</li>
			<li>
				<b>Which files?</b>
				<FileDrop accept=".csv,.json,.svg,text/csv" onfiles={take}
					><b>Drop files here, or choose</b><br /><span class="quiet"
						>points CSV, widths CSV, or a horse archive (JSON); several at once</span
					></FileDrop
				>
				<ReadReport {results} onunit={(unit) => void take(chosen, unit)} />
				{#if loose > 0}<p class="quiet">
						{loose} lines carry no day. Drawings go in under <b>New visit</b>, where the day is chosen.
					</p>{/if}
			</li>
			<li>
				<b>Look, then keep</b>
				{#if visits.length > 0}
					<table>
						<thead><tr><th>visit</th><th>tracings</th><th></th></tr></thead>
						<tbody
							>{#each visits as v (v.id)}<tr
									><td>{formatDay(v.visitedOn)}</td><td>{stations(v)}</td><td
										>{saved.includes(v.id) ? 'kept' : known.includes(v.id) ? 'here already' : ''}</td
									></tr
								>{#if !saved.includes(v.id) && !known.includes(v.id) && (doubtsOf(v).length > 0 || v.checked)}<tr
										><td colspan="3"
											><div class="asked">
												<VisitDoubts draft={v} doubts={doubtsOf(v)} onchange={put} />
												{#if doubtsOf(v).some(isQuestion)}<button
														class="btn btn-ghost"
														onclick={() => (visits = visits.filter((o) => o !== v))}>Leave this visit out</button
													>{/if}
											</div></td
										></tr
									>{/if}{/each}</tbody
						>
					</table>
				{:else}<p class="quiet">Nothing is stored before you have seen what was read.</p>{/if}
				{#if refusal}<p role="alert" class="alert alert-error">
						{refusal}
						{saved.length > 0 ? `${saved.length} visits before it are kept.` : ''}
					</p>{/if}
				<div class="go">
					{#if done}
						<span role="status"
							>{saved.length} visit{saved.length === 1 ? '' : 's'} kept.{leftOut > 0
								? ` ${leftOut} tracing${leftOut === 1 ? ' was' : 's were'} here already and ${leftOut === 1 ? 'was' : 'were'} not doubled.`
								: ''}</span
						>
						<a class="btn btn-primary" href={`/horses/${horseId}`}>See the horse</a>
						{#if saved.length > 0}<button class="btn" onclick={undo}>Undo</button>{/if}
					{:else}
						<button class="btn btn-primary" disabled={!horseId || visits.length === 0 || busy !== ''} onclick={save}
							>{busy || `Keep ${visits.length} visit${visits.length === 1 ? '' : 's'}`}</button
						>
						{#if visits.length > 0 && !horseId}<span class="quiet">choose the horse first</span>{/if}
					{/if}
				</div>
			</li>
		</ol>
	</section>
	<aside class="sheet">
		<h2>Points CSV</h2>
		<pre>visited_on,station,repeat,x_mm,y_mm
2026-03-14,T8,1,-152.0,-148.5
2026-03-14,T8,1,-140.2,-121.0</pre>
		<p class="quiet">Near to off, spine at 0, y up.</p>
		<h2>Widths CSV</h2>
		<pre>visited_on,station,repeat,depth_mm,near_mm,off_mm
2026-03-14,T8,1,30,58,59
2026-03-14,T8,1,60,83.5,84</pre>
		<p class="quiet">Half-widths at depths below the top. Semicolons and decimal commas are read too.</p>
	</aside>
</div>
{#if data.mayTakeIn}<WholeRecord yard={data.yard} />{/if}

<style>
	h2 {
		font-size: 1.05rem;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 25rem;
		gap: 0.75rem;
		align-items: start;
	}
	ol {
		display: grid;
		gap: 1.5rem;
		list-style: decimal inside;
	}
	li > :global(*) {
		margin-top: 0.4rem;
	}
	li > b {
		margin-right: 0.75rem;
	}
	pre {
		font-size: 0.82rem;
		background: var(--zt-hide-2);
		padding: 0.5rem;
		border-radius: 0.4rem;
		white-space: pre-wrap;
		overflow-wrap: anywhere;
		margin: 0.25rem 0;
	}
	aside {
		display: grid;
		gap: 0.25rem;
	}
	th {
		text-align: left;
		font-weight: 600;
	}
	.asked {
		display: grid;
		gap: 0.5rem;
		justify-items: start;
		padding-block: 0.25rem;
	}
	td,
	th {
		padding: 0.2rem 1.5rem 0.2rem 0;
		border-bottom: 1px solid var(--zt-line);
	}
	.go {
		display: flex;
		gap: 1rem;
		align-items: center;
		flex-wrap: wrap;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
