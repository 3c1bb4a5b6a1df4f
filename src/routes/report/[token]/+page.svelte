<script lang="ts">
	import { enhance } from '$app/forms';
	import CallCard from '$lib/ui/call/CallCard.svelte';
	import Cuts from '$lib/ui/cuts/Cuts.svelte';
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import { readingSentence, WEIGHT_WORDS } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const ANSWERS = [
		['fits', 'It fits as it is, from today'],
		['refitted', 'Refitted today: it fits from now'],
		['note', 'Only a note']
	] as const;
	const done = $derived(form && 'done' in form);
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
		<Cuts cuts={data.cuts} changes={data.changes} chosen="T8" />
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
		</section>
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
		gap: 0.75rem;
		align-items: start;
	}
	.left,
	.answer,
	form {
		display: grid;
		gap: 0.75rem;
	}
	h2 {
		font-size: 1.15rem;
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
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
		.page > :global(.card-call) {
			order: -1;
		}
	}
</style>
