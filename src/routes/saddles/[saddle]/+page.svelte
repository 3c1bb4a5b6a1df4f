<script lang="ts">
	import { untrack } from 'svelte';
	import RankSeats from '$lib/ui/saddle/RankSeats.svelte';
	import SeatOnHorse from '$lib/ui/saddle/SeatOnHorse.svelte';
	import SaddlePhotos from '$lib/ui/saddle/SaddlePhotos.svelte';
	import SaddleFacts from '$lib/ui/saddle/SaddleFacts.svelte';
	import ServiceLog from '$lib/ui/saddle/ServiceLog.svelte';
	import ShapeDesk from '$lib/ui/saddle/ShapeDesk.svelte';
	import { SADDLE_KIND_WORDS, lengthWords } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	let kept = $state.raw(untrack(() => ({ version: data.saddle.version, measures: data.saddle.measures })));
	let horseId = $state(untrack(() => data.horses.find((h) => h.id === data.chosenHorse)?.id ?? data.horses[0]?.id));
</script>

<svelte:head><title>{data.saddle.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>{data.saddle.name}</h1>
	<p class="quiet">
		{SADDLE_KIND_WORDS[data.saddle.kind]}{data.saddle.bearingMm
			? `, bears ${lengthWords(data.saddle.bearingMm)}`
			: ''}{data.saddle.about ? `, ${data.saddle.about}` : ''}
	</p>
	<a class="link" href={`/saddles?yard=${data.saddle.yardId}`}>All saddles</a>
</header>
<div class="room">
	{#if kept.measures}
		<section class="sheet" aria-labelledby="seat-head">
			<h2 id="seat-head">
				Seated on
				<select class="select" aria-label="Horse" bind:value={horseId}
					>{#each data.horses as h (h.id)}<option value={h.id}>{h.name}</option>{/each}</select
				>
			</h2>
			{#if horseId}
				{#key horseId}<SeatOnHorse
						{horseId}
						horseName={data.horses.find((h) => h.id === horseId)?.name ?? ''}
						saddleId={data.saddle.id}
						saddleName={data.saddle.name}
						version={kept.version}
					/>{/key}
			{:else}<p>No horse in this yard yet.</p>{/if}
		</section>
		<div class="aside">
			<RankSeats
				question="Which horse does it sit best on?"
				act={`Seat it on all ${data.horses.length}`}
				pairs={data.horses.map((h) => ({ ...h, horseId: h.id, saddleId: data.saddle.id }))}
				unseated="Not seated, as no two stations were traced on one day"
				onchoose={(id) => (horseId = id)}
			/>
			{@render desk()}
		</div>
	{:else}
		{@render desk()}
	{/if}
</div>
{#snippet desk()}
	{#if data.mayWrite}
		<ShapeDesk saddleId={data.saddle.id} version={kept.version} measures={kept.measures} onkept={(k) => (kept = k)} />
	{:else if !kept.measures}
		<p class="sheet">Nobody has traced the underside of this saddle yet.</p>
	{/if}
	<SaddleFacts
		facts={data.saddle.facts}
		version={kept.version}
		mayWrite={data.mayWrite}
		onkept={(version) => (kept = { ...kept, version })}
	/>
	<SaddlePhotos saddleId={data.saddle.id} photos={data.photos} mayWrite={data.mayWrite} />
	<ServiceLog
		services={data.services}
		today={data.today}
		mayWrite={data.mayWrite}
		refused={form && 'message' in form ? form.message : undefined}
	/>
{/snippet}

<style>
	h1 {
		font-size: 1.5rem;
	}
	h2 {
		font-size: 1.15rem;
		display: flex;
		align-items: center;
		gap: 0.5rem;
		margin-bottom: 0.5rem;
	}
	.aside {
		display: grid;
		gap: 0.75rem;
	}
	.room {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 30rem), 1fr));
		gap: 0.75rem;
		align-items: start;
	}
</style>
