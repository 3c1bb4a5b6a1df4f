<script lang="ts">
	import FitMarks from '$lib/ui/horse/FitMarks.svelte';
	import ReportPdf from '$lib/ui/horse/ReportPdf.svelte';
	import ReportLinks from '$lib/ui/horse/ReportLinks.svelte';
	import SetupCard from '$lib/ui/horse/SetupCard.svelte';
	import RankSeats from '$lib/ui/saddle/RankSeats.svelte';
	import FitDaySeat from '$lib/ui/seat/FitDaySeat.svelte';
	import SaddlesTried from '$lib/ui/walk/SaddlesTried.svelte';
	import { VERDICT_WORD } from '$words/index.js';
	import { formatDay } from '$lib/ui/format.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const walkUrl = $derived(`/horses/${data.horse.id}/walk`);
</script>

<svelte:head><title>Saddle · {data.horse.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1><a href={`/horses/${data.horse.id}`}>{data.horse.name}</a>: {data.pairing?.saddleName ?? 'no saddle yet'}</h1>
	{#each data.saddles.length > 1 ? data.saddles : [] as s (s.id)}
		<a
			class="btn"
			class:btn-active={s.id === data.pairing?.id}
			aria-current={s.id === data.pairing?.id ? 'true' : undefined}
			href={`/horses/${data.horse.id}/saddle?pairing=${s.id}`}
			>{s.name}: {s.verdict ? VERDICT_WORD[s.verdict] : 'no call'}</a
		>
	{/each}
	{#if data.joined}<b
			class:alarm={data.joined.verdict === 'refit' || data.joined.verdict === 'stop'}
			data-testid="verdict">{VERDICT_WORD[data.joined.verdict]}</b
		>{/if}
	{#if data.pairing}<a class="link" href={`/saddles/${data.pairing.saddleId}?horse=${data.horse.id}`}
			>Its own shape, seated</a
		>{/if}
	<a class="link" href={`/saddles?horse=${data.horse.id}`}>All saddles of the yard</a>
</header>
{#if data.pairing && data.seatOn}
	<FitDaySeat horseId={data.horse.id} pairingId={data.pairing.id} on={data.seatOn} />
{/if}
<div class="two">
	<FitMarks
		horseId={data.horse.id}
		mayMark={data.may.includes('mark')}
		pairingId={data.pairing?.id}
		marks={data.marks}
		gone={data.undoneMarks.filter((m) => m.pairingId === data.pairing?.id)}
		visits={data.visits}
		day={data.day}
		joined={data.joined}
		baseline={data.baseline}
		changes={data.call?.changes ?? []}
		{form}
	/>
	<div class="aside">
		{#if data.setup && data.pairing}
			<SetupCard
				setup={data.setup}
				saddleName={data.pairing.saddleName}
				href={data.may.includes('record') ? walkUrl : undefined}
			/>
		{/if}
		{#if data.pairing}<ReportPdf horseId={data.horse.id} pairingId={data.pairing.id} />{/if}
		{#if data.reports && data.pairing}
			<ReportLinks
				sent={data.reports}
				pairingId={data.pairing.id}
				link={form && 'link' in form ? form.link : undefined}
				latestTraced={data.latestTraced ?? undefined}
			/>
		{/if}
	</div>
</div>
{#snippet rank(which: typeof data.shaped, question: string, act: string)}
	{#if which.length > 0}
		<RankSeats
			{question}
			{act}
			pairs={which.map((s) => ({
				...s,
				saddleId: s.id,
				horseId: data.horse.id,
				href: `/saddles/${s.id}?horse=${data.horse.id}`
			}))}
			unseated="Not seated"
		/>
	{/if}
{/snippet}
<div class="ranked">
	{@render rank(
		data.shaped,
		`Which saddle sits best on ${data.horse.name}?`,
		data.shaped.length === 1 ? 'Seat it' : `Seat all ${data.shaped.length} that were traced`
	)}
	{@render rank(data.forms, 'Which fitting form is nearest to its back?', `Seat all ${data.forms.length} forms`)}
</div>
{#if data.tried}
	<section class="sheet mt-4">
		<p class="quiet">Tried {formatDay(data.tried.on)}</p>
		<SaddlesTried ranked={data.tried.ranked} />
	</section>
{/if}

<style>
	.ranked {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 26rem), 1fr));
		gap: 0.75rem;
		margin-top: 0.75rem;
		align-items: start;
	}
	h1 {
		font-size: 1.5rem;
	}
	.alarm {
		color: var(--zt-alarm);
	}
	.two {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
		gap: 0.75rem;
		align-items: start;
		margin-top: 0.75rem;
	}
	.aside {
		display: grid;
		gap: 0.75rem;
	}
</style>
