<script lang="ts">
	import { page } from '$app/state';
	import { onMount } from 'svelte';
	import { MISSING_WORDS, NEXT_STEP, VERDICT_WORD } from '$words/index.js';
	import Spark from '$lib/ui/board/Spark.svelte';
	import Strap from '$lib/ui/call/Strap.svelte';
	import StrapShapes from '$lib/ui/call/StrapShapes.svelte';
	import YardPicker from '$lib/ui/YardPicker.svelte';
	import { dueWords, formatDay } from '$lib/ui/format.js';
	import { warm } from '$lib/ui/offline/cacheRules.js';
	import type { NextStep } from '$core/call/index.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	const WARMED = 12;
	const WHEN = [
		['late', 'late'],
		['today', 'due by today']
	] as const;
	const TALLIED = ['stop', 'refit', 'watch', 'steady', 'none'] as const;
	const counts = $derived(TALLIED.filter((v) => (data.board.counts[v] ?? 0) > 0));
	/** The same board with something else asked of it; filters stand in the address. */
	const asked = (more: Partial<Record<'call' | 'due' | 'waits' | 'changed' | 'page', string>>): string => {
		const fields = { ...data.filters, q: data.search, ...(data.archived ? { archived: 'yes' } : {}), ...more };
		const query = new URLSearchParams(Object.entries(fields).filter(([, v]) => v !== ''));
		return `/?${query.toString()}`;
	};
	const link = (n: number) => asked({ page: String(n) });
	const filtered = $derived(Object.values(data.filters).some((v) => v !== ''));
	onMount(() => {
		if (page.url.searchParams.has('find')) document.getElementById('find')?.focus();
		if (!data.mayRecord) return;
		// For a yard without a connection: the walks of the horses that matter most, and all pages of those due today.
		const due = data.board.horses.filter((h) => h.nextOn !== null && h.nextOn <= data.today);
		const first = data.board.horses.slice(0, WARMED);
		warm([
			'/',
			...due.flatMap((h) => ['', '/walk', '/visits/new', '/log', '/signs'].map((p) => `/horses/${h.id}${p}`)),
			...first.filter((h) => !due.includes(h)).map((h) => `/horses/${h.id}/walk`)
		]);
	});
</script>

<svelte:head><title>Horses · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>{data.archived ? 'Archived horses' : 'Horses'}</h1>
	<YardPicker
		yards={data.shared > 0 ? [...data.yards, { id: 'shared', name: 'Shared with you' }] : data.yards}
		chosen={data.yard}
		path="/"
	/>
	<nav class="counts" aria-label="Only some of them">
		{#each counts as v (v)}<a
				href={asked({ call: data.filters.call === v ? '' : v })}
				aria-current={data.filters.call === v ? 'true' : undefined}
				><b>{data.board.counts[v]}</b> {v === 'none' ? 'without a call' : VERDICT_WORD[v].toLowerCase()}</a
			>{/each}
		{#each WHEN as [due, word] (due)}{#if data.board[due] > 0 || data.filters.due === due}<a
					href={asked({ due: data.filters.due === due ? '' : due })}
					aria-current={data.filters.due === due ? 'true' : undefined}><b>{data.board[due]}</b> {word}</a
				>{/if}{/each}
		{#if data.board.changed > 0 || data.filters.changed}<a
				href={asked({ changed: data.filters.changed ? '' : 'yes' })}
				aria-current={data.filters.changed ? 'true' : undefined}><b>{data.board.changed}</b> changed of late</a
			>{/if}
		{#if data.board.fitter > 0 || data.filters.waits}<a
				href={asked({ waits: data.filters.waits ? '' : 'fitter' })}
				aria-current={data.filters.waits ? 'true' : undefined}><b>{data.board.fitter}</b> wait for the fitter</a
			>{/if}
		{#if filtered}<a class="link" href={asked({ call: '', due: '', waits: '', changed: '' })}>all</a>{/if}
	</nav>
	<form role="search" class="find">
		<input
			id="find"
			class="input"
			type="search"
			name="q"
			value={data.search}
			placeholder="Find a horse"
			aria-label="Find a horse"
		/>
	</form>
	{#if data.mayAdd}<a class="btn" href={`/horses/new?yard=${data.yard.id}`}>Add a horse</a>{/if}
</header>

<StrapShapes />
<ul class="board">
	{#each data.board.horses as horse (horse.id)}
		<li class="sheet">
			<a class="name" href={`/horses/${horse.id}`}>
				<strong class="head">{horse.name}</strong>
				<span class="quiet">{horse.about}</span>
			</a>
			<div class="call" class:alarming={horse.verdict === 'refit' || horse.verdict === 'stop'}>
				<strong>{horse.verdict ? VERDICT_WORD[horse.verdict] : 'No call'}</strong>
				<Strap verdict={horse.verdict} small />
				{#if horse.changedOn && horse.verdictBefore && horse.changedOn >= data.changedFrom}<small class="quiet"
						>{VERDICT_WORD[horse.verdictBefore].toLowerCase()} before {formatDay(horse.changedOn)}</small
					>{/if}
			</div>
			<div class="why">
				<span
					>{horse.saddleName ?? 'no saddle yet'}{(horse.inUse ?? 0) > 1
						? ` and ${(horse.inUse ?? 0) - 1} more`
						: ''}</span
				>
				<span class="quiet"
					>{horse.verdict
						? NEXT_STEP[(horse.nextStep ?? 'ride-on') as NextStep]
						: (MISSING_WORDS[horse.missing ?? 'no-visit'] ?? 'Not judged yet')}</span
				>
			</div>
			<div class="spark">
				<Spark
					points={horse.spark}
					lossLimitMm={(horse.limits ?? data.limits[horse.school ?? 'close']).refitLossMm}
					gainLimitMm={(horse.limits ?? data.limits[horse.school ?? 'close']).refitGainMm}
				/>
			</div>
			<div class="when">
				<span>{horse.lastOn ? `seen ${formatDay(horse.lastOn)}` : 'never seen'}</span>
				{#if horse.nextOn}<span class:late={horse.nextOn < data.today} class="quiet"
						>{dueWords(horse.nextOn, data.today)}</span
					>{/if}
			</div>
			{#if data.mayRecord}<a
					class="btn trace"
					href={`/horses/${horse.id}/walk`}
					aria-label={`Visit ${horse.name}`}
					data-sveltekit-reload>Visit</a
				>{/if}
		</li>
	{:else}
		<li class="sheet empty">
			{#if filtered && !data.search}
				<p>
					None of them now. <a class="link" href={asked({ call: '', due: '', waits: '', changed: '' })}>Show all</a>
				</p>
			{:else if data.search}
				<p>No horse here is called “{data.search}”. <a class="link" href="/">Show all</a></p>
			{:else if data.yards.length === 0}
				<p>
					<b>You belong to no yard yet.</b> <a class="link" href="/yards/new">Make one</a>, or open the link of an
					invitation.
				</p>
			{:else}
				<p><b>No horses yet.</b> Add the first one, then trace its back: three cuts, two or three times each.</p>
			{/if}
		</li>
	{/each}
</ul>
{#if data.pages > 1}
	<nav class="pages" aria-label="Pages">
		{#if data.page > 1}<a class="btn" href={link(data.page - 1)}>Before</a>{/if}
		<span class="quiet">page {data.page} of {data.pages}</span>
		{#if data.page < data.pages}<a class="btn" href={link(data.page + 1)}>Next</a>{/if}
	</nav>
{/if}
{#if data.archived}<p class="foot"><a class="link" href="/">Back to the horses of the board</a></p>
{:else if data.board.archived > 0}<p class="foot">
		<a class="link" href="/?archived=yes">Archived horses ({data.board.archived})</a>
	</p>{/if}
<p class="foot"><a class="link" href="/compare">Two horses side by side</a></p>
<p class="quiet foot">T8 band since the fit mark: solid near, dashed off; red lines: where refit is called.</p>

<style>
	.counts {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 0.4rem;
		margin-right: auto;
	}
	.counts a {
		display: inline-flex;
		align-items: center;
		gap: 0.3rem;
		min-height: 2.25rem;
		padding-inline: 0.5rem;
		border-bottom: 2px solid transparent;
	}
	.counts a[aria-current] {
		border-bottom-color: var(--zt-strap);
		font-weight: 600;
	}
	.find input {
		width: 13rem;
	}
	.board {
		display: grid;
		gap: 0.5rem;
	}
	li {
		display: grid;
		grid-template-columns: minmax(12rem, 1.5fr) 11rem minmax(9rem, 1fr) 150px 9rem auto;
		gap: 0.25rem 1.25rem;
		align-items: center;
		padding: 0.6rem 1rem;
	}
	.empty {
		display: block;
		padding: 1.5rem;
	}
	.name {
		display: grid;
	}
	.name strong {
		font-size: 1.2rem;
	}
	.name span,
	.why .quiet {
		font-size: 0.9rem;
		line-height: 1.25;
	}
	.name:hover strong {
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	.call {
		display: grid;
		gap: 0.15rem;
	}
	.alarming strong,
	.late {
		color: var(--zt-alarm);
	}
	.late {
		font-weight: 600;
	}
	.why,
	.when {
		display: grid;
		line-height: 1.3;
	}
	.when {
		font-size: 0.95rem;
	}
	.pages {
		display: flex;
		gap: 1rem;
		align-items: center;
		justify-content: center;
		margin-top: 1rem;
	}
	.foot {
		font-size: 0.875rem;
		margin-top: 0.75rem;
	}
	@media (max-width: 900px) {
		li {
			grid-template-columns: 1fr 9rem;
			grid-template-areas: 'name call' 'why spark' 'when trace';
		}
		.name {
			grid-area: name;
		}
		.call {
			grid-area: call;
		}
		.why {
			grid-area: why;
		}
		.spark {
			grid-area: spark;
		}
		.when {
			grid-area: when;
		}
		.trace {
			grid-area: trace;
		}
		.counts {
			width: 100%;
			order: 5;
		}
		.find {
			flex: 1 0 60%;
		}
		.find input {
			width: 100%;
		}
	}
</style>
