<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { BEHAVIOUR_WORDS, CHANGE_WORDS } from '$words/index.js';
	import { moveVisit, redoRide, redoVisit, restoreVisit, undoVisit, type SendResult } from '$lib/ui/entry/sendVisit.js';
	import EarlierVersions from '$lib/ui/horse/EarlierVersions.svelte';
	import { formatDay } from '$lib/ui/format.js';
	import { fieldWords } from '$lib/ui/walk/fieldWords.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	let moving: string | undefined = $state();
	let opened: string | undefined = $state();
	let target = $state('');
	let say = $state('');
	let busy = $state(false);

	async function act(work: () => Promise<SendResult>, done: string) {
		busy = true;
		const result = await work();
		say = result.status === 'refused' ? result.message : done;
		if (result.status === 'saved') {
			moving = undefined;
			await invalidateAll();
		}
		busy = false;
	}
	const stand = $derived(data.visits.filter((v) => !v.undone));
	const gone = $derived(data.visits.filter((v) => v.undone));
	const holds = (v: (typeof data.visits)[number]) =>
		[
			v.tracings > 0 ? `${v.tracings} tracing${v.tracings === 1 ? '' : 's'}` : '',
			v.taps > 0 ? `${v.taps} thing${v.taps === 1 ? '' : 's'} noted` : '',
			v.madeBy ? `by ${v.madeBy}` : ''
		]
			.filter(Boolean)
			.join(', ');
	const rideWords = (r: (typeof data.rides)[number]) =>
		[...r.seen.map((s) => BEHAVIOUR_WORDS[s] ?? s), ...r.changes.map((c) => CHANGE_WORDS[c] ?? c)].join(', ') ||
		'nothing seen';
</script>

<svelte:head><title>Record · {data.horse.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1><a href={`/horses/${data.horse.id}`}>{data.horse.name}</a>: the whole record</h1>
</header>
{#if say}<p role="status" class="sheet mb-3"><b>{say}</b></p>{/if}
<div class="page">
	<section class="sheet" aria-labelledby="visits-head">
		<h2 id="visits-head">Visits ({stand.length})</h2>
		<ul>
			{#each stand as v (v.id)}
				<li data-visit={v.id}>
					<div class="line">
						<a class="link" href={`/horses/${data.horse.id}?on=${v.visitedOn}`}><b>{formatDay(v.visitedOn)}</b></a>
						<span class="quiet">{holds(v)}{v.counts ? '' : ' · opened only, not counted as a look'}</span>
						{#if data.may.includes('record')}
							<span class="acts">
								<a class="btn btn-ghost" data-sveltekit-reload href={`/horses/${data.horse.id}/walk?visit=${v.id}`}
									>Go on</a
								>
								<button
									class="btn btn-ghost"
									disabled={busy}
									onclick={() => (moving = moving === v.id ? undefined : v.id)}>Wrong horse?</button
								>
								<button
									class="btn btn-ghost"
									disabled={busy}
									aria-label={`Take back the visit of ${formatDay(v.visitedOn)}`}
									onclick={() => void act(() => undoVisit(v.id), 'Taken back. It stays below and can be put in again.')}
									>Take back</button
								>
							</span>
						{/if}
					</div>
					{#if v.note}<p class="note">“{v.note}”</p>{/if}
					{#each v.notes as n, nth (nth)}
						<p class="note">{n.field === 'note' ? '' : `${fieldWords(n.field)}: `}“{n.text}”</p>
					{/each}
					{#if v.version > 1}
						<button
							class="btn btn-ghost earlier"
							aria-expanded={opened === v.id}
							onclick={() => (opened = opened === v.id ? undefined : v.id)}>Earlier versions</button
						>
						{#if opened === v.id}<EarlierVersions
								visitId={v.id}
								version={v.version}
								{busy}
								mayRestore={data.may.includes('record')}
								onrestore={(earlier) =>
									void act(
										() => restoreVisit(v.id, earlier, v.version),
										'Put back. The version it took the place of is kept too.'
									)}
							/>{/if}
					{/if}
					{#if moving === v.id}
						<form
							class="move"
							onsubmit={(e) => {
								e.preventDefault();
								void act(() => moveVisit(v.id, target), 'Moved. Both horses were judged again.');
							}}
						>
							<label
								>It belongs to <select class="select" required bind:value={target}
									><option value="">choose</option>{#each data.horses as h (h.id)}<option value={h.id}>{h.name}</option
										>{/each}</select
								></label
							>
							<button class="btn btn-primary" disabled={busy || !target}>Move it there</button>
						</form>
					{/if}
				</li>
			{:else}
				<li class="quiet">No visit yet.</li>
			{/each}
		</ul>
	</section>
	<div class="side">
		<section class="sheet" aria-labelledby="gone-head">
			<h2 id="gone-head">Taken back</h2>
			{#if gone.length + data.undoneRides.length === 0}<p class="quiet">
					Nothing. What is taken back is kept here and can be put in again.
				</p>{/if}
			<ul>
				{#each gone as v (v.id)}
					<li class="line">
						<span><b>{formatDay(v.visitedOn)}</b> <span class="quiet">{holds(v)}</span></span>
						{#if data.may.includes('record')}<button
								class="btn"
								disabled={busy}
								aria-label={`Put in again the visit of ${formatDay(v.visitedOn)}`}
								onclick={() => void act(() => redoVisit(v.id), 'Put in again.')}>Put in again</button
							>{/if}
					</li>
				{/each}
				{#each data.undoneRides as r (r.id)}
					<li class="line">
						<span><b>{formatDay(r.riddenOn)}</b> <span class="quiet">ride: {rideWords(r)}</span></span>
						{#if data.may.includes('record')}<button
								class="btn"
								disabled={busy}
								onclick={() => void act(() => redoRide(r.id), 'Put in again.')}>Put in again</button
							>{/if}
					</li>
				{/each}
			</ul>
		</section>
		<section class="sheet" aria-labelledby="rides-head">
			<h2 id="rides-head">Rides and changes</h2>
			<ul>
				{#each data.rides as r (r.id)}
					<li>
						<b>{formatDay(r.riddenOn)}</b>
						{rideWords(r)}{#if r.note}
							<span class="note">“{r.note}”</span>{/if}
					</li>
				{:else}
					<li class="quiet">None logged.</li>
				{/each}
			</ul>
		</section>
	</div>
</div>

<style>
	h1 {
		font-size: 1.5rem;
	}
	h2 {
		font-size: 1.15rem;
		margin-bottom: 0.4rem;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 24rem;
		gap: 0.75rem;
		align-items: start;
	}
	.side {
		display: grid;
		gap: 0.75rem;
	}
	li {
		border-top: 1px solid var(--zt-line);
		padding: 0.35rem 0;
	}
	.line {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.2rem 0.75rem;
		justify-content: space-between;
	}
	.line > .quiet {
		flex: 1 1 10rem;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
	}
	.note {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.7rem;
		white-space: pre-line;
	}
	.move {
		display: flex;
		flex-wrap: wrap;
		gap: 0.6rem;
		align-items: end;
		padding: 0.4rem 0;
	}
	.move label {
		display: grid;
		font-weight: 600;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
