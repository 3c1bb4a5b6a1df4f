<script lang="ts">
	import { goto } from '$app/navigation';
	import { enhance } from '$app/forms';
	import { page } from '$app/state';
	import CallCard from '$lib/ui/call/CallCard.svelte';
	import TrendChart from '$lib/ui/charts/TrendChart.svelte';
	import Cuts from '$lib/ui/cuts/Cuts.svelte';
	import Rail from '$lib/ui/rail/Rail.svelte';
	import BackStrip from '$lib/ui/strip/BackStrip.svelte';
	import UndoBar from '$lib/ui/entry/UndoBar.svelte';
	import { onMount } from 'svelte';
	import { zoneOf, type ZoneId } from '$core/zones/index.js';
	import { readingSentence } from '$words/index.js';
	import { formatDay } from '$lib/ui/format.js';
	import { warm } from '$lib/ui/offline/cacheRules.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	let station: 'T8' | 'T13' | 'T18' = $state('T8');

	const latestMark = $derived(data.marks[data.marks.length - 1]);
	const walkUrl = $derived(`/horses/${data.horse.id}/walk`);
	onMount(() => warm([`/horses/${data.horse.id}`, walkUrl, `/horses/${data.horse.id}/log`]));

	function choosezone(zone: ZoneId) {
		const at = zoneOf(zone).station;
		if (at) station = at;
		else void goto(`/horses/${data.horse.id}/signs?on=${data.day}&zone=${zone}`);
	}
	const action = $derived.by((): { href: string; word?: string } => {
		if (data.days.length === 0 || !data.joined) {
			if (!data.pairing) return { href: `/saddles?horse=${data.horse.id}`, word: 'Choose a saddle' };
			if (data.days.length > 0 && !latestMark) return { href: '#fit', word: 'Set a fit mark' };
			return { href: walkUrl, word: 'New visit' };
		}
		if (data.joined.nextStep === 'call-fitter' || data.joined.nextStep === 'call-vet') return { href: '#tell' };
		return { href: walkUrl };
	});

	function choose(day: string) {
		const next = new URL(page.url);
		next.searchParams.set('on', day);
		next.searchParams.delete('saved');
		void goto(next, { replaceState: true, noScroll: true, keepFocus: true });
	}
	const visitsOn = $derived(data.visits.filter((v) => v.visitedOn === data.day));
</script>

<svelte:head><title>{data.horse.name} · Zone Tally</title></svelte:head>
{#if data.saved}<UndoBar visitId={data.saved} />{/if}
<header class="who">
	<h1>{data.horse.name}</h1>
	<p class="quiet about">{data.horse.about}{data.horse.bornYear ? ` · born ${data.horse.bornYear}` : ''}</p>
	<p class="saddle">
		{#if data.pairing}
			<b>{data.pairing.saddleName}</b>
			<span class="quiet"
				>{data.pairing.school === 'roomy' ? 'fitted roomy' : 'fitted close'}{latestMark
					? ` · fit mark ${formatDay(latestMark.fittedOn)}`
					: ' · no fit mark'}</span
			>
		{:else}
			<a class="link" href={`/saddles?horse=${data.horse.id}`}>Choose a saddle</a>
		{/if}
	</p>
	<span class="acts">
		<a class="btn" href={`/horses/${data.horse.id}/shape`}>Shape</a>
		<a class="btn" href={`/horses/${data.horse.id}/signs`}>Signs</a>
		{#if data.mayWrite}
			<a class="btn" href={`/horses/${data.horse.id}/log`} data-sveltekit-reload>Log</a>
			<a class="btn btn-primary" href={walkUrl} data-sveltekit-reload>New visit</a>
		{/if}
	</span>
</header>

<div class="page">
	<div class="strip">
		<BackStrip changes={data.call?.changes ?? []} strokes={data.strokes} chosen={station} onchoose={choosezone} />
	</div>
	{#if data.day}
		<div class="rail">
			<Rail
				points={data.points}
				visitDays={data.days}
				fitMarks={data.marks}
				limits={{ watchMm: 4, refitMm: data.limits.refitLossMm, refitGainMm: data.limits.refitGainMm }}
				forecast={data.isLatest && data.call?.verdict !== 'refit' ? data.call?.forecast : undefined}
				chosenDay={data.day}
				onchoose={choose}
			/>
		</div>
	{/if}
	<div class="cuts"><Cuts cuts={data.cuts} changes={data.call?.changes ?? []} chosen={station} /></div>
	<div class="call">
		<CallCard
			call={data.joined ?? undefined}
			day={data.day ?? undefined}
			byHandOn={data.byHandOn ?? undefined}
			lookAgain={data.lookAgain}
			missing={data.missing ?? undefined}
			saddleName={data.pairing?.saddleName}
			isLatest={data.isLatest}
			actionHref={action.href}
			actionWord={action.word}
		/>
	</div>
</div>

{#if data.trends[station].near.length > 1}
	<section class="sheet mt-4" aria-labelledby="trend-head">
		<header class="trend-head">
			<h2 id="trend-head">{station} over time</h2>
			<div class="join">
				{#each ['T8', 'T13', 'T18'] as const as s (s)}<button
						class="btn join-item"
						class:btn-active={s === station}
						aria-pressed={s === station}
						onclick={() => (station = s)}>{s}</button
					>{/each}
			</div>
		</header>
		<TrendChart
			label={`Band half-width at ${station}, change since the fit mark in mm`}
			data={{
				...data.trends[station],
				fitDays: data.marks.map((m) => m.fittedOn),
				refitLossMm: data.limits.refitLossMm,
				refitGainMm: data.limits.refitGainMm
			}}
		/>
	</section>
{/if}

<div class="lower">
	{#if data.joined && data.joined.verdict !== 'steady'}
		<section class="sheet" id="tell">
			<h2>What to tell {data.joined.nextStep === 'call-vet' ? 'the vet, then the fitter' : 'the fitter'}</h2>
			<p>
				{data.horse.name}, {data.pairing?.saddleName}, fit mark {latestMark
					? formatDay(latestMark.fittedOn)
					: 'not set'}. T8 bearing band (60 to 120 mm below the top) since then:
			</p>
			<ul>
				{#each (data.joined.shape?.changes ?? []).filter((c) => c.side !== 'both') as c (c.station + c.side)}
					<li>
						{c.station}
						{c.side}: {c.real
							? `${c.mm.toFixed(1)} mm, 95% interval ${c.ci95[0].toFixed(1)} to ${c.ci95[1].toFixed(1)}`
							: 'no real change'}
					</li>
				{/each}
			</ul>
			{#if data.readings.length > 0}
				<p>By hand and eye:</p>
				<ul>
					{#each data.readings.filter((r) => r.weight !== 'note').slice(0, 8) as r (r.code + JSON.stringify(r.data))}
						<li>{readingSentence(r.code, r.data)} ({formatDay(r.seenOn)})</li>
					{/each}
				</ul>
			{/if}
			<p>
				<a class="link" href={`/api/horses/${data.horse.id}/tracings.svg?on=${data.day}`} download
					>Outlines of this visit, 1:1 SVG</a
				>
				<a class="link" href={`/api/horses/${data.horse.id}/tracings.dxf?on=${data.day}`} download>DXF</a>
				<a class="link" href={`/api/horses/${data.horse.id}/back.stl?on=${data.day}`} download>STL</a>
				<a class="link" href={`/api/horses/${data.horse.id}/template.pdf?on=${data.day}`} download
					>card templates, PDF</a
				>
			</p>
		</section>
	{/if}
	<section class="sheet" id="fit">
		<h2>Fit mark</h2>
		<p class="quiet">The visit from which this saddle was judged to fit, by whom. Changes count from the latest one.</p>
		{#if form?.message}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		<ul class="marks">
			{#each data.marks as mark (mark.id)}
				<li>
					{formatDay(mark.fittedOn)}{mark.fittedBy ? `, ${mark.fittedBy}` : ''}
					{#if data.mayWrite}<form method="POST" action="?/unfit" use:enhance>
							<input type="hidden" name="id" value={mark.id} /><button
								class="btn btn-ghost"
								aria-label={`Take away the fit mark of ${formatDay(mark.fittedOn)}`}>Take away</button
							>
						</form>{/if}
				</li>
			{/each}
		</ul>
		{#if data.pairing && data.visits.length > 0 && data.mayWrite}
			<form method="POST" action="?/fit" class="fit" use:enhance>
				<input type="hidden" name="id" value={data.newFitMarkId} />
				<input type="hidden" name="pairingId" value={data.pairing.id} />
				<label
					>Fits from the visit of
					<select class="select" name="visitId"
						>{#each data.visits as v (v.id)}<option value={v.id} selected={v.visitedOn === data.day}
								>{formatDay(v.visitedOn)}</option
							>{/each}</select
					>
				</label>
				<label>Judged by<input class="input" name="fittedBy" maxlength="80" placeholder="name of the fitter" /></label>
				<button class="btn">Set fit mark</button>
			</form>
		{:else if !data.pairing}
			<p>First say which saddle: <a class="link" href={`/saddles?horse=${data.horse.id}`}>saddles</a>.</p>
		{/if}
	</section>
	<section class="sheet">
		<h2>This record</h2>
		{#each visitsOn as visit (visit.id)}
			<p>
				{formatDay(visit.visitedOn)}: {visit.tracings} tracings{visit.taps
					? `, ${visit.taps} things noted`
					: ''}{visit.note ? `. ${visit.note}` : ''}
				{#if data.mayWrite}<a
						class="link"
						data-sveltekit-reload
						href={`/horses/${data.horse.id}/walk?visit=${visit.id}`}>Go on with it</a
					>{/if}
				{#if data.mayWrite && data.saved !== visit.id}<a
						class="link"
						href={`/horses/${data.horse.id}?on=${visit.visitedOn}&saved=${visit.id}`}>Entered by mistake?</a
					>{/if}
			</p>
		{/each}
		<p class="links">
			<a class="link" href={`/api/horses/${data.horse.id}/points.csv`} download>All points, CSV</a>
			<a class="link" href={`/api/horses/${data.horse.id}/archive.json`} download>Whole horse, JSON</a>
			{#if data.mayWrite}<a class="link" href={`/horses/${data.horse.id}/edit`}>Edit name and birth year</a>{/if}
		</p>
	</section>
</div>

<style>
	.who {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0.25rem 1rem;
		margin-bottom: 0.6rem;
	}
	.who h1 {
		font-size: 1.9rem;
		line-height: 1.1;
	}
	.about {
		flex: 1 1 9rem;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.saddle {
		margin-left: auto;
	}
	.acts {
		display: flex;
		gap: 0.4rem;
		align-self: center;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 23.5rem;
		grid-template-areas: 'strip call' 'rail call' 'cuts call';
		grid-template-rows: auto auto 1fr;
		gap: 0.75rem;
	}
	.strip {
		grid-area: strip;
	}
	.rail {
		grid-area: rail;
		min-width: 0;
	}
	.cuts {
		grid-area: cuts;
	}
	.call {
		grid-area: call;
	}
	.strip :global(figure),
	.rail :global(figure) {
		padding: 0.5rem 1rem;
	}
	.cuts > :global(section),
	.call > :global(section) {
		height: 100%;
	}
	.trend-head {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	h2 {
		font-size: 1.15rem;
	}
	.lower {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(18rem, 1fr));
		gap: 0.75rem;
		margin-top: 1rem;
	}
	.lower section {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	.marks li {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	.fit {
		display: grid;
		gap: 0.6rem;
	}
	.fit label {
		display: grid;
		font-weight: 600;
	}
	.links {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
			grid-template-areas: 'call' 'strip' 'rail' 'cuts';
			grid-template-rows: none;
		}
		.about {
			flex-basis: 100%;
			white-space: normal;
		}
		.saddle {
			margin-left: 0;
			width: 100%;
		}
	}
</style>
