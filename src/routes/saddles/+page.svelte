<script lang="ts">
	import { enhance } from '$app/forms';
	import YardPicker from '$lib/ui/YardPicker.svelte';
	import { formatDay } from '$lib/ui/format.js';
	import { HAND_SCHOOLS, SADDLE_KINDS } from '$core/checks/index.js';
	import { HAND_SCHOOL_WORDS, SADDLE_KIND_WORDS, VERDICT_WORD } from '$words/index.js';
	import type { Verdict } from '$core/call/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const SCHOOLS = [
		['close', 'close: today’s shape, re-fit often'],
		['roomy', 'roomy: slightly wide, front shims come out']
	];
</script>

<svelte:head><title>Saddles · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>Saddles</h1>
	<YardPicker yards={data.yards} chosen={data.yard} path="/saddles" />
</header>
{#if form?.message}<p role="alert" class="alert alert-error mb-3">{form.message}</p>{/if}

<div class="page">
	<ul class="list">
		{#each data.saddles as saddle (saddle.id)}
			<li class="sheet">
				<div>
					<strong class="head">{saddle.name}</strong>
					<span class="quiet"
						>{SADDLE_KIND_WORDS[saddle.kind]}{saddle.bearingMm ? ` · bears ${saddle.bearingMm} mm` : ''}{saddle.about
							? ` · ${saddle.about}`
							: ''}</span
					>
				</div>
				<table>
					<tbody>
						{#each saddle.horses as h (h.pairingId)}
							<tr class:rested={!h.inUse}>
								<td><a class="link" href={`/horses/${h.horseId}?pairing=${h.pairingId}`}>{h.horseName}</a></td>
								<td>{h.inUse ? 'in use' : 'rested'} · {h.school}</td>
								<td
									>{h.fittedOn
										? `fits from ${formatDay(h.fittedOn)}${h.fittedBy ? `, ${h.fittedBy}` : ''}`
										: 'no fit mark'}</td
								>
								<td class:alarming={h.verdict === 'refit' || h.verdict === 'stop'}
									><b>{h.verdict ? VERDICT_WORD[h.verdict as Verdict] : ''}</b></td
								>
							</tr>
						{:else}
							<tr><td class="quiet">on no horse yet</td></tr>
						{/each}
					</tbody>
				</table>
			</li>
		{:else}
			<li class="sheet">
				<b>No saddles yet.</b> Add one, put it on a horse, then set the fit mark at the visit from which it fits.
			</li>
		{/each}
	</ul>
	{#if data.mayWrite}
		<div class="forms">
			<form method="POST" action="?/pair" class="sheet" use:enhance>
				<h2>Put a saddle on a horse</h2>
				<input type="hidden" name="id" value={data.newId} />
				<label
					>Horse<select class="select w-full" name="horseId" required
						>{#each data.horses as h (h.id)}<option value={h.id} selected={h.id === data.chosenHorse}>{h.name}</option
							>{/each}</select
					></label
				>
				<label
					>Saddle<select class="select w-full" name="saddleId" required
						>{#each data.saddles as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</select
					></label
				>
				<label
					>School<select class="select w-full" name="school"
						>{#each SCHOOLS as [value, word] (value)}<option {value}>{word}</option>{/each}</select
					></label
				>
				<label
					>Set where<select class="select w-full" name="handSchool"
						>{#each HAND_SCHOOLS as h (h)}<option value={h}>{HAND_SCHOOL_WORDS[h]}</option>{/each}</select
					></label
				>
				<button class="btn btn-primary" disabled={data.horses.length === 0 || data.saddles.length === 0}>Put on</button>
				{#if form && 'done' in form && form.done === 'pair'}<p role="status">
						Done. Set the fit mark on the horse’s page.
					</p>{/if}
			</form>
			<form method="POST" action="?/add" class="sheet" use:enhance>
				<h2>Add a saddle</h2>
				<input type="hidden" name="id" value={data.newId} />
				<input type="hidden" name="yardId" value={data.yard.id} />
				<label>Name<input class="input w-full" name="name" required maxlength="80" /></label>
				<label
					>Kind<select class="select w-full" name="kind"
						>{#each SADDLE_KINDS as k (k)}<option value={k}>{SADDLE_KIND_WORDS[k]}</option>{/each}</select
					></label
				>
				<label
					>About<input
						class="input w-full"
						name="about"
						maxlength="400"
						placeholder="flocking, arch, serial mark"
					/></label
				>
				<label
					>Bearing length, mm (if known)<input
						class="input w-full"
						name="bearingMm"
						inputmode="numeric"
						maxlength="3"
						placeholder="of panel or bar, along the horse"
					/></label
				>
				<button class="btn">Add</button>
			</form>
		</div>
	{/if}
</div>

<style>
	h2 {
		font-size: 1.1rem;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 20rem;
		gap: 0.75rem;
		align-items: start;
	}
	.list,
	.forms {
		display: grid;
		gap: 0.75rem;
	}
	li {
		display: grid;
		gap: 0.4rem;
	}
	li .head {
		font-size: 1.15rem;
		margin-right: 0.5rem;
	}
	table {
		width: 100%;
		font-size: 1rem;
	}
	td {
		padding: 0.3rem 0.75rem 0.3rem 0;
		border-top: 1px solid var(--zt-line);
	}
	td:first-child {
		width: 9rem;
	}
	td:nth-child(2) {
		width: 9rem;
	}
	td:last-child {
		text-align: right;
		width: 5rem;
	}
	.rested {
		color: var(--zt-quiet);
	}
	.alarming {
		color: var(--zt-alarm);
	}
	form {
		display: grid;
		gap: 0.75rem;
	}
	label {
		font-weight: 600;
		display: grid;
	}
	@media (max-width: 900px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
		td {
			display: inline-block;
			border: 0;
		}
		td:first-child,
		td:nth-child(2),
		td:last-child {
			width: auto;
		}
	}
</style>
