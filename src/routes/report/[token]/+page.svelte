<script lang="ts">
	import { enhance } from '$app/forms';
	import { ZONES } from '$core/zones/index.js';
	import { page } from '$app/state';
	import CallCard from '$lib/ui/call/CallCard.svelte';
	import Cuts from '$lib/ui/cuts/Cuts.svelte';
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import HandsOverTime from '$lib/ui/overtime/HandsOverTime.svelte';
	import Rail from '$lib/ui/rail/Rail.svelte';
	import OwnLimits from '$lib/ui/seat/OwnLimits.svelte';
	import SeatSaid from '$lib/ui/seat/SeatSaid.svelte';
	import BackStrip from '$lib/ui/strip/BackStrip.svelte';
	import { PHOTO_WORDS, readingSentence, STANDING_CAUTION, stretchWords, WEIGHT_WORDS } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const ANSWERS = [
		['fits', 'It fits as it is, from today'],
		['refitted', 'Refitted today: it fits from now'],
		['note', 'Only a note']
	] as const;
	const done = $derived(form && 'done' in form);
	let station = $state('T8');
	let looked: string | undefined = $state();
</script>

<svelte:head>
	<title>Report · {data.horse.name} · Zone Tally</title>
	<meta name="robots" content="noindex, nofollow" />
</svelte:head>
<header class="who">
	<h1>{data.horse.name}</h1>
	<p>
		{data.horse.about}{data.horse.bornYear ? ` · born ${data.horse.bornYear}` : ''} · <b>{data.saddleName}</b>, {data.school ===
		'roomy'
			? 'fitted roomy'
			: 'fitted close'}{data.fittedOn
			? ` · fit mark ${formatDay(data.fittedOn)}${data.fittedBy ? `, ${data.fittedBy}` : ''}`
			: ' · no fit mark'}
	</p>
	<p class="quiet">
		A report from {data.yardName}, open until {formatMoment(data.expiresAt)}. Whoever has the link can read it.
	</p>
</header>
<div class="page">
	<div class="left">
		<BackStrip
			changes={data.changes}
			strokes={data.strokes}
			chosen={station}
			onchoose={(zone) => (station = ZONES.find((z) => z.id === zone)?.station ?? station)}
		/>
		{#if data.points.length > 1 && data.day}
			<Rail
				points={data.points}
				visitDays={data.points.map((p) => p.day)}
				fitMarks={data.marks}
				hands={data.hands}
				limits={data.limits}
				forecast={undefined}
				chosenDay={looked ?? data.points.at(-1)?.day ?? data.day}
				onchoose={(day) => (looked = day)}
			/>
		{/if}
		<Cuts cuts={data.cuts} changes={data.changes} chosen={station} />
		<section class="sheet">
			<h2>By hand and eye</h2>
			<ul>
				{#each data.readings.filter((r) => r.weight !== 'note') as r (r.code + JSON.stringify(r.data))}
					<li>
						<b class:alarm={r.weight === 'vet'}>{WEIGHT_WORDS[r.weight]}</b>
						{readingSentence(r.code, r.data)} <span class="quiet">({formatDay(r.seenOn)})</span>
					</li>
				{:else}<li class="quiet">Nothing that points anywhere.</li>{/each}
			</ul>
			{#if data.setup}<p>Under and in the saddle: <b>{data.setup}</b>.</p>{/if}
			{#if data.counted.length > 0}<HandsOverTime series={data.counted} setups={data.setups} />{/if}
		</section>
		{#if data.seat}
			<section class="sheet seat" aria-labelledby="seat-head">
				<h2 id="seat-head">The saddle that fitted, on this back</h2>
				<SeatSaid {...data.seat}>
					{#snippet limits()}<OwnLimits limits={data.bears} />{/snippet}
				</SeatSaid>
				<p class="quiet">Fingers as most hands have them.</p>
			</section>
		{/if}
		{#if data.photos.length > 0}
			<section class="sheet" aria-labelledby="photos-head">
				<h2 id="photos-head">Photos</h2>
				<div class="photos">
					{#each data.photos as photo (photo.id)}
						{@const words = `${PHOTO_WORDS[photo.view]?.[0] ?? photo.view}, ${formatDay(photo.day)}`}
						<figure>
							<img src={`${page.url.pathname}/photo/${photo.id}`} alt={words} loading="lazy" />
							<figcaption>{words}</figcaption>
						</figure>
					{/each}
				</div>
			</section>
		{/if}
		<section class="sheet quiet" aria-labelledby="limits-head">
			<h2 id="limits-head">Limits and method</h2>
			<p>
				Half-widths {stretchWords(30, 120)} below the top are compared with those of the fitted day; tracing error is learnt
				from repeats, and every figure has its 95% range. The usual limits are conventions, not veterinary ones.
			</p>
			<p><b>{STANDING_CAUTION}</b></p>
		</section>
	</div>
	<CallCard
		call={data.joined ?? undefined}
		day={data.day ?? undefined}
		byHandOn={data.byHandOn ?? undefined}
		decided={undefined}
		weighing={data.weighing ?? undefined}
		missing={data.joined ? undefined : 'There is no call yet.'}
		saddleName={data.saddleName}
		under={data.setup}
		isLatest={true}
		actionHref="#answer-head"
		actionWord="Answer"
	/>
	<section class="sheet answer" aria-labelledby="answer-head">
		<h2 id="answer-head">Your answer</h2>
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		{#if done || data.answered}
			<p role="status"><b>Thank you: the yard has your answer.</b> Until it is read you can change it here.</p>
		{/if}
		<form method="POST" use:enhance>
			<fieldset>
				<legend class="sr-only">What you found</legend>
				{#each ANSWERS as [code, word] (code)}
					<label class="pick"><input class="radio" type="radio" name="answer" value={code} required />{word}</label>
				{/each}
			</fieldset>
			<label
				>Your name<input
					class="input w-full"
					name="by"
					required
					minlength="2"
					maxlength="80"
					autocomplete="name"
				/></label
			>
			<label
				>What was done, or a note<textarea class="textarea w-full" name="note" rows="3" maxlength="2000"
				></textarea></label
			>
			<button class="btn btn-primary">Send the answer</button>
		</form>
		<p class="quiet">The yard reads it and sets the fit mark itself; nothing else is changed by it.</p>
	</section>
</div>

<style>
	.who {
		margin-bottom: 0.75rem;
	}
	h1 {
		font-size: 1.9rem;
		line-height: 1.1;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 23.5rem;
		grid-template-rows: auto 1fr;
		gap: 0.75rem;
		align-items: start;
	}
	.left {
		grid-row: span 2;
	}
	.left,
	.answer,
	form {
		display: grid;
		gap: 0.75rem;
	}
	.seat {
		display: grid;
		grid-template-columns: minmax(13rem, 1fr) minmax(0, 2fr);
		gap: 0.5rem 1.25rem;
	}
	.seat > :is(h2, p) {
		grid-column: 1 / -1;
	}
	.photos {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
		gap: 0.75rem;
	}
	.photos img {
		width: 100%;
		border-radius: 0.4rem;
	}
	.pick {
		display: flex;
		align-items: center;
		gap: 0.6rem;
		min-height: 3rem;
	}
	.alarm {
		color: var(--zt-alarm);
	}
	@media (max-width: 900px) {
		.seat {
			grid-template-columns: minmax(0, 1fr);
		}
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
		.page > :global(.card-call) {
			order: -1;
		}
		.left {
			grid-row: auto;
		}
	}
</style>
