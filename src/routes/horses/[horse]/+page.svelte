<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import CallCard from '$lib/ui/call/CallCard.svelte';
	import Cuts from '$lib/ui/cuts/Cuts.svelte';
	import Tasks from '$lib/ui/horse/Tasks.svelte';
	import NextCard from '$lib/ui/horse/NextCard.svelte';
	import TellFitter from '$lib/ui/horse/TellFitter.svelte';
	import Rail from '$lib/ui/rail/Rail.svelte';
	import DeriveAgain from '$lib/ui/call/DeriveAgain.svelte';
	import FitDaySeat from '$lib/ui/seat/FitDaySeat.svelte';
	import BackStrip from '$lib/ui/strip/BackStrip.svelte';
	import Guard from '$lib/ui/Guard.svelte';
	import UnreadableEntries from '$lib/ui/horse/UnreadableEntries.svelte';
	import UnsentHere from '$lib/ui/horse/UnsentHere.svelte';
	import UndoBar from '$lib/ui/entry/UndoBar.svelte';
	import { onMount } from 'svelte';
	import { zoneOf, type ZoneId } from '$core/zones/index.js';
	import { ACTION_WORDS, ASKED_WORDS, VERDICT_WORD } from '$words/index.js';
	import { formatDay } from '$lib/ui/format.js';
	import { warm } from '$lib/ui/offline/cacheRules.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	let station: 'T8' | 'T13' | 'T18' = $state('T8');

	const latestMark = $derived(data.marks[data.marks.length - 1]);
	const walkUrl = $derived(`/horses/${data.horse.id}/walk`);
	onMount(() =>
		warm([
			`/horses/${data.horse.id}`,
			walkUrl,
			`/horses/${data.horse.id}/log`,
			`/horses/${data.horse.id}/signs`,
			`/horses/${data.horse.id}/visits/new`
		])
	);
	const decided = $derived.by(() => {
		const d = data.decided;
		if (!d) return undefined;
		const parts = [
			d.action ? `Decided ${formatDay(d.seenOn)}: ${(ACTION_WORDS[d.action] ?? d.action).toLowerCase()}` : '',
			d.asked.length > 0 ? `asked of the owner: ${d.asked.map((a) => ASKED_WORDS[a] ?? a).join(', ')}` : '',
			d.nextOn ? `look again ${formatDay(d.nextOn)}` : ''
		].filter(Boolean);
		return `${parts.join('; ')}.`;
	});

	function choosezone(zone: ZoneId) {
		const at = zoneOf(zone).station;
		if (at) station = at;
		else void goto(`/horses/${data.horse.id}/signs?on=${data.day}&zone=${zone}`);
	}
	const action = $derived.by((): { href: string; word?: string } => {
		if (data.days.length === 0 || !data.joined) {
			if (!data.pairing) return { href: `/saddles?horse=${data.horse.id}`, word: 'Choose a saddle' };
			if (data.days.length > 0 && !latestMark)
				return { href: `/horses/${data.horse.id}/saddle#fit`, word: 'Set a fit mark' };
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
	const sheetsHref = (day: string): string | undefined => {
		const visit = data.may.includes('record')
			? data.visits.find((v) => v.visitedOn === day && v.tracings > 0)
			: undefined;
		return visit && `/horses/${data.horse.id}/visits/new?visit=${visit.id}`;
	};
	const visitsOn = $derived(data.visits.filter((v) => v.visitedOn === data.day));
</script>

<svelte:head><title>{data.horse.name} · Zone Tally</title></svelte:head>
{#if form && 'message' in form}<p role="alert" class="alert alert-error mb-2">{form.message}</p>{/if}
{#if data.saved}<UndoBar visitId={data.saved.id} undone={data.saved.undone} />{/if}
<UnsentHere horseId={data.horse.id} />
<header class="who">
	<h1>
		{data.horse.name}{#if data.horse.archived}<small class="quiet">
				{data.horse.goneOn ? `left ${formatDay(data.horse.goneOn)}` : 'archived'}</small
			>{/if}
	</h1>
	<p class="quiet about">{data.horse.about}{data.horse.bornYear ? ` · born ${data.horse.bornYear}` : ''}</p>
	<div class="saddle">
		{#each data.saddles.length > 1 ? data.saddles : [] as s (s.id)}
			<a
				class="chip"
				class:alarm={s.verdict === 'refit' || s.verdict === 'stop'}
				aria-current={s.id === data.pairing?.id ? 'true' : undefined}
				href={`/horses/${data.horse.id}?pairing=${s.id}`}
				>{s.name}: <b>{s.verdict ? VERDICT_WORD[s.verdict] : 'no call'}</b></a
			>
		{/each}
		{#if data.pairing}
			{#if data.saddles.length < 2}<b>{data.pairing.saddleName}</b>{/if}
			<span class="quiet"
				>{data.pairing.inUse ? '' : 'resting, '}{data.pairing.school === 'roomy'
					? 'fitted roomy'
					: 'fitted close'}{latestMark ? ` · fit mark ${formatDay(latestMark.fittedOn)}` : ' · no fit mark'}</span
			>
		{:else}
			<a class="link" href={`/saddles?horse=${data.horse.id}`}>Choose a saddle</a>
		{/if}
	</div>
	<span class="acts">
		{#if data.may.includes('record')}<a class="btn btn-primary" href={walkUrl} data-sveltekit-reload>New visit</a>{/if}
	</span>
</header>

<div class="page">
	<div class="call">
		<Guard what="The verdict">
			<CallCard
				call={data.joined ?? undefined}
				day={data.day ?? undefined}
				byHandOn={data.byHandOn ?? undefined}
				{decided}
				missing={data.missing ?? undefined}
				weighing={data.weighing ?? undefined}
				saddleName={data.pairing?.saddleName}
				under={data.setup?.line ?? ''}
				isLatest={data.isLatest}
				actionHref={action.href}
				actionWord={action.word}
				{sheetsHref}
			/></Guard
		>
	</div>
	<div class="strip">
		<Guard what="The map of the back">
			<BackStrip
				changes={data.call?.changes ?? []}
				strokes={data.strokes}
				chosen={station}
				onchoose={choosezone}
			/></Guard
		>
	</div>
	{#if data.day}
		<div class="rail">
			<Guard what="The time line">
				<Rail
					points={data.points}
					visitDays={data.days}
					fitMarks={data.marks}
					setups={data.setup?.changes ?? []}
					hands={data.hands}
					limits={data.limits}
					forecast={data.isLatest && data.call?.verdict !== 'refit' ? data.call?.forecast : undefined}
					chosenDay={data.day}
					onchoose={choose}
				/></Guard
			>
		</div>
	{/if}
	<div class="cuts">
		<Guard what="The outline"><Cuts cuts={data.cuts} changes={data.call?.changes ?? []} chosen={station} /></Guard>
	</div>
	{#if data.isLatest && (data.next.length > 0 || data.changed)}
		<div class="next">
			<Guard what="What comes next">
				<NextCard
					next={data.next}
					asked={data.asked}
					changed={data.changed ?? null}
					due={data.due}
					mayTick={data.may.includes('record')}
				/></Guard
			>
		</div>
	{/if}
	{#if data.pairing && data.seatOn}
		<div class="seat">
			<Guard what="How the saddle sits">
				<FitDaySeat brief horseId={data.horse.id} pairingId={data.pairing.id} on={data.seatOn} /></Guard
			>
		</div>
	{/if}
</div>

<UnreadableEntries horseId={data.horse.id} entries={data.unreadable} mayDelete={data.may.includes('record')} />

<div class="lower">
	<Guard what="The list of tasks"
		><Tasks tasks={data.tasks} today={data.today} mayNote={data.may.includes('note')} /></Guard
	>
	{#if data.joined && data.joined.verdict !== 'steady'}
		<Guard what="What to tell the fitter"
			><TellFitter
				horse={data.horse}
				saddleName={data.pairing?.saddleName}
				fittedOn={latestMark?.fittedOn}
				joined={data.joined}
				readings={data.readings}
				day={data.day ?? ''}
			/></Guard
		>
	{/if}
	<section class="sheet">
		<h2>This day</h2>
		{#each visitsOn as visit (visit.id)}
			<p>
				{formatDay(visit.visitedOn)}: {visit.tracings} tracings{visit.taps
					? `, ${visit.taps} things noted`
					: ''}{visit.note ? `. “${visit.note}”` : ''}
				{#if data.may.includes('record')}<a
						class="link"
						data-sveltekit-reload
						href={`/horses/${data.horse.id}/walk?visit=${visit.id}`}>Go on with it</a
					>{/if}
				{#if data.may.includes('record') && data.saved?.id !== visit.id}<a
						class="link"
						href={`/horses/${data.horse.id}?on=${visit.visitedOn}&saved=${visit.id}`}>Entered by mistake?</a
					>{/if}
			</p>
		{/each}
		{#if data.call && data.pairing}
			{#key `${data.pairing.id} ${data.call.visitedOn}`}<p>
					<DeriveAgain horseId={data.horse.id} pairingId={data.pairing.id} on={data.call.visitedOn} />
				</p>{/key}
		{/if}
		<p class="links">
			<a class="link" href={`/horses/${data.horse.id}/record`}>All visits, notes and what was taken back</a>
			<a class="link" href={`/api/horses/${data.horse.id}/points.csv`} download>All points, CSV</a>
			<a class="link" href={`/api/horses/${data.horse.id}/archive.json`} download>Tracings and fit marks, JSON</a>
			<a class="link" href={`/api/horses/${data.horse.id}/record.zip`} download>Everything, ZIP</a>
			{#if data.may.includes('horse')}<a class="link" href={`/horses/${data.horse.id}/edit`}>Edit or archive</a>{/if}
			{#if data.may.includes('people')}<a class="link" href={`/horses/${data.horse.id}/share`}>Share this horse</a>{/if}
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
	.chip {
		display: inline-block;
		padding: 0.2rem 0.7rem;
		border: 1.5px solid var(--zt-line);
		border-radius: 1rem;
		margin-right: 0.3rem;
	}
	.chip[aria-current] {
		border-color: var(--zt-strap);
		background: var(--zt-hide);
	}
	.alarm {
		color: var(--zt-alarm);
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		align-self: center;
	}
	.page {
		display: grid;
		grid-template-columns: 23.5rem minmax(0, 1fr);
		grid-template-areas: 'call strip' 'call rail' 'call cuts' 'next seat';
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
	.next {
		grid-area: next;
	}
	.seat {
		grid-area: seat;
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
	.next > :global(section),
	.seat > :global(section),
	.call > :global(section) {
		height: 100%;
	}
	.lower {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(18rem, 1fr));
		gap: 0.75rem;
		align-items: start;
		margin-top: 1rem;
	}
	.lower section {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	.links {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
			grid-template-areas: 'call' 'next' 'seat' 'strip' 'rail' 'cuts';
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
