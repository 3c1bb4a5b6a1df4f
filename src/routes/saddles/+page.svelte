<script lang="ts">
	import MeasureField from '$lib/ui/MeasureField.svelte';
	import NewId from '$lib/ui/NewId.svelte';
	import { enhance } from '$app/forms';
	import YardPicker from '$lib/ui/YardPicker.svelte';
	import { formatDay } from '$lib/ui/format.js';
	import { LENGTHS_FROM, LEVELS_BY, PLACES, RIDER_ROOMS, ROOMS, SADDLE_KINDS } from '$core/checks/index.js';
	import {
		LENGTH_WORDS,
		LEVEL_WORDS,
		PLACE_WORDS,
		RIDER_ROOM_WORDS,
		ROOM_WORDS,
		SADDLE_KIND_WORDS,
		VERDICT_WORD,
		lengthWords,
		measured
	} from '$words/index.js';
	import type { Verdict } from '$core/call/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const SCHOOLS = [
		['close', 'close: today’s shape, re-fit often'],
		['roomy', 'roomy: slightly wide, front shims come out']
	] as const;
	let editing: string | undefined = $state();
	/** Forms that are on no horse stand apart: there are many, and nobody rides in them. */
	const isForm = (s: (typeof data.saddles)[number]) =>
		s.kind === 'form' && s.shaped && s.horses.length === 0 && !s.retired;
	const BY_NUMBER = new Intl.Collator('en', { numeric: true });
	const forms = $derived(data.saddles.filter(isForm).sort((a, b) => BY_NUMBER.compare(a.label, b.label)));
	const useable = $derived(data.saddles.filter((s) => !s.retired));
	const say = $derived(form && 'message' in form ? form.message : undefined);
</script>

<svelte:head><title>Saddles · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>Saddles</h1>
	<YardPicker yards={data.yards} chosen={data.yard} path="/saddles" />
</header>
{#if say}<p role="alert" class="alert alert-error mb-3">{say}</p>{/if}

{#snippet choose(name: string, label: string, options: readonly (readonly [string | number, string])[])}
	<label
		>{label}<select class="select w-full" {name}
			>{#each options as [value, word] (value)}<option {value}>{word}</option>{/each}</select
		></label
	>
{/snippet}
{#snippet about(values: { name: string; kind: string; about: string; bearingMm: number | null } | undefined)}
	<label>Name<input class="input w-full" name="name" required maxlength="80" value={values?.name ?? ''} /></label>
	<label
		>Kind<select class="select w-full" name="kind"
			>{#each SADDLE_KINDS as k (k)}<option value={k} selected={k === values?.kind}>{SADDLE_KIND_WORDS[k]}</option
				>{/each}</select
		></label
	>
	<label
		>About<input
			class="input w-full"
			name="about"
			maxlength="400"
			placeholder="flocking, arch, serial mark"
			value={values?.about ?? ''}
		/></label
	>
	<MeasureField
		label="Bearing length"
		about="if known"
		name="bearingMm"
		placeholder="of panel or bar, along the horse"
		mm={values?.bearingMm}
	/>
{/snippet}

<div class="page">
	<ul class="list">
		{#each data.saddles.filter((s) => !isForm(s)) as saddle (saddle.id)}
			<li class="sheet" class:rested={saddle.retired}>
				<div class="top">
					<div>
						<strong class="head">{saddle.label}</strong>
						<span class="quiet"
							>{saddle.retired ? 'retired · ' : ''}{SADDLE_KIND_WORDS[saddle.kind]}{saddle.bearingMm
								? ` · bears ${lengthWords(saddle.bearingMm)}`
								: ''}{saddle.about ? ` · ${saddle.about}` : ''}</span
						>
					</div>
					<a class="link" href={`/saddles/${saddle.id}`}>{saddle.shaped ? 'Its shape, seated' : 'Trace its shape'}</a>
					{#if data.mayWrite}
						<span class="acts">
							<button
								type="button"
								class="btn btn-ghost"
								onclick={() => (editing = editing === saddle.id ? undefined : saddle.id)}
								aria-label={`Edit ${saddle.label}`}>Edit</button
							>
							<form method="POST" action="?/retire" use:enhance>
								<input type="hidden" name="id" value={saddle.id} />
								<input type="hidden" name="out" value={saddle.retired ? 'no' : 'yes'} />
								<button class="btn btn-ghost" aria-label={`${saddle.retired ? 'Bring back' : 'Retire'} ${saddle.label}`}
									>{saddle.retired ? 'Bring back' : 'Retire'}</button
								>
							</form>
						</span>
					{/if}
				</div>
				{#if editing === saddle.id}
					<form
						method="POST"
						action="?/add"
						class="edit"
						use:enhance={() =>
							async ({ update, result }) => {
								await update({ reset: false });
								if (result.type === 'success') editing = undefined;
							}}
					>
						<input type="hidden" name="id" value={saddle.id} />
						<input type="hidden" name="yardId" value={data.yard.id} />
						<input type="hidden" name="version" value={saddle.version} />
						{@render about(saddle)}
						<button class="btn btn-primary">Keep</button>
					</form>
				{/if}
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
								{#if data.mayWrite}<td
										><form method="POST" action="?/use" use:enhance>
											<input type="hidden" name="horseId" value={h.horseId} />
											<input type="hidden" name="pairingId" value={h.pairingId} />
											<input type="hidden" name="inUse" value={h.inUse ? 'no' : 'yes'} />
											<button
												class="btn btn-ghost"
												aria-label={`${h.inUse ? 'Rest it' : 'Use again'}: ${saddle.label} on ${h.horseName}`}
												>{h.inUse ? 'Rest it' : 'Use again'}</button
											>
										</form></td
									>{/if}
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
		{#if forms.length > 0}<li>
				<details class="sheet set">
					<summary>{forms.length} fitting forms</summary>
					<ul>
						{#each forms as f (f.id)}
							<li>
								<a class="link" href={`/saddles/${f.id}`}>{f.label}</a>
								<a class="link quiet" href={`/api/saddles/${f.id}/template.pdf`} download>card, PDF</a>
								{#if data.mayWrite}<form method="POST" action="?/retire" use:enhance>
										<input type="hidden" name="id" value={f.id} />
										<input type="hidden" name="out" value="yes" />
										<button class="btn btn-ghost" aria-label={`Retire ${f.label}`}>Retire</button>
									</form>{/if}
							</li>
						{/each}
					</ul>
					<p class="quiet">A horse’s Saddle page seats them all and says which is nearest to its back.</p>
				</details>
			</li>{/if}
	</ul>
	{#if data.mayWrite}
		<div class="forms">
			<form method="POST" action="?/pair" class="sheet" use:enhance>
				<h2>Put a saddle on a horse</h2>
				<p class="quiet">Beside those already in use; rest one that is not ridden in.</p>
				<NewId />
				<label
					>Horse<select class="select w-full" name="horseId" required
						>{#each data.horses as h (h.id)}<option value={h.id} selected={h.id === data.chosenHorse}>{h.name}</option
							>{/each}</select
					></label
				>
				<label
					>Saddle<select class="select w-full" name="saddleId" required
						>{#each useable as s (s.id)}<option value={s.id}>{s.label}</option>{/each}</select
					></label
				>
				{@render choose('school', 'Width', SCHOOLS)}
				{@render choose(
					'place',
					'Set where',
					PLACES.map((p) => [p, PLACE_WORDS[p]] as const)
				)}
				{@render choose(
					'room',
					'Room at the withers, no pad',
					ROOMS.map((r) => [r, measured(ROOM_WORDS[r])] as const)
				)}
				{@render choose(
					'riderRoom',
					'Left under the rider',
					RIDER_ROOMS.map((r) => [r, RIDER_ROOM_WORDS[r]] as const)
				)}
				{@render choose(
					'lengthFrom',
					'Length counts',
					LENGTHS_FROM.map((l) => [l, LENGTH_WORDS[l]] as const)
				)}
				{@render choose(
					'levelBy',
					'Level is read',
					LEVELS_BY.map((l) => [l, LEVEL_WORDS[l]] as const)
				)}
				<button class="btn btn-primary" disabled={data.horses.length === 0 || useable.length === 0}>Put on</button>
				{#if form && 'done' in form && form.done === 'pair'}<p role="status">
						Done. Set the fit mark on the horse’s page.
					</p>{/if}
			</form>
			<form method="POST" action="?/add" class="sheet" use:enhance>
				<h2>Add a saddle</h2>
				<NewId />
				<input type="hidden" name="yardId" value={data.yard.id} />
				{@render about(undefined)}
				<button class="btn">Add</button>
			</form>
			<form method="POST" action="?/forms" class="sheet" use:enhance>
				<h2>A set of fitting forms</h2>
				<p class="quiet">
					Sixteen made-up bars: four angles, two rocks, two twists. Seat them here, or print each at 1:1 on card and
					hold it on the back. They are nobody’s saddle.
				</p>
				<input type="hidden" name="yardId" value={data.yard.id} />
				<button class="btn">Add the set</button>
				{#if form && 'done' in form && form.done === 'forms'}<p role="status">
						{form.added === 0 ? 'All of them are here already.' : `${form.added} forms added.`}
					</p>{/if}
			</form>
		</div>
	{/if}
</div>

<style>
	h2 {
		font-size: 1.1rem;
	}
	.set ul {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(100%, 21rem), 1fr));
		gap: 0 1.5rem;
	}
	.set li {
		display: grid;
		grid-template-columns: 1fr auto auto;
		align-items: center;
		gap: 0.75rem;
		min-height: 3rem;
		border-bottom: 1px solid var(--zt-line);
	}
	.set summary {
		min-height: 2.5rem;
		font-weight: 600;
		cursor: pointer;
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
	.top,
	.acts {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 0.25rem;
	}
	.acts form,
	td form {
		display: block;
	}
	.edit {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
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
	td:nth-child(4) {
		width: 4.5rem;
	}
	td:last-child {
		text-align: right;
		width: 7rem;
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
		.top {
			flex-wrap: wrap;
		}
		.top > div {
			flex-basis: 100%;
		}
		.top > .link {
			padding-block: 0.5rem;
		}
	}
</style>
