<script lang="ts">
	import { deserialize } from '$app/forms';
	import { invalidateAll } from '$app/navigation';
	import { onMount } from 'svelte';
	import { dndzone } from 'svelte-dnd-action';
	import { v7 as uuidv7 } from 'uuid';
	import { ROLE_WORD, VERDICT_WORD } from '$words/index.js';
	import { formatDay, formatDayShort } from '$lib/ui/format.js';
	import { warm } from '$lib/ui/offline/cacheRules.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	type Stop = (typeof data.due)[number] & { readonly id: string };

	const WHAT: Readonly<Record<string, string>> = { 'look-now': 'look', 'call-vet': 'when the vet has seen it' };
	const FLIP_MS = 120;
	/** By the day on which each is to be seen; what is late is for today. */
	const byDay = () =>
		Object.fromEntries(
			data.days.map((day, i) => [
				day,
				data.due
					.filter((d) => (i === 0 ? d.on <= day : d.on === day))
					.map((d): Stop => ({ ...d, id: d.horseId }))
					.sort((a, b) => a.yard.localeCompare(b.yard) || a.on.localeCompare(b.on) || a.horse.localeCompare(b.horse))
			])
		) as Record<string, Stop[]>;
	let lists: Record<string, Stop[]> = $derived(byDay());
	let said = $state('');
	onMount(() =>
		warm(['/round', ...data.due.filter((d) => d.on <= data.today).map((d) => `/horses/${d.horseId}/walk`)])
	);

	const dayWord = (day: string, i: number): string =>
		i === 0
			? 'Today'
			: i === 1
				? 'Tomorrow'
				: new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: 'UTC' }).format(new Date(`${day}T00:00Z`));
	const dayOf = (stop: Stop): string => (stop.on <= data.today ? data.today : stop.on);

	/** Says it to the record; where it is refused, everything lies where it lay. */
	async function say(stop: Stop, fields: Record<string, string>) {
		said = '';
		const body = new URLSearchParams({ id: uuidv7(), horse: stop.horseId, dueOn: stop.dueOn, reason: '', ...fields });
		try {
			const response = await fetch('?/move', {
				method: 'POST',
				body,
				headers: { accept: 'application/json', 'x-sveltekit-action': 'true' }
			});
			const result = deserialize(await response.text());
			said =
				result.type === 'failure'
					? String((result.data as { message?: string } | undefined)?.message ?? 'It was not taken.')
					: `${stop.horse}: ${fields['answer'] === 'skipped' ? 'skipped this once' : formatDay(fields['until'] ?? '')}`;
		} catch {
			said = 'No connection: the round stays as it was.';
		}
		await invalidateAll();
		lists = byDay();
	}
	const move = (stop: Stop, until: string) => {
		if (until !== dayOf(stop)) void say(stop, { answer: 'put-off', until });
	};
	function skip(stop: Stop) {
		const reason = prompt(`Why is ${stop.horse} skipped this once?`);
		if (reason) void say(stop, { answer: 'skipped', reason });
	}
	function dropped(day: string, items: Stop[]) {
		lists = { ...lists, [day]: items };
		const come = items.find((s) => dayOf(s) !== day);
		if (come) void move(come, day);
	}
	/** A yard's name stands once, above its horses. */
	const heads = (list: readonly Stop[], i: number): boolean => i === 0 || list[i - 1]?.yard !== list[i]?.yard;
</script>

<svelte:head><title>Round · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>Round</h1>
	<p class="quiet">Who is due, by day and yard. Drag a horse to another day, or choose the day beside it.</p>
	<a class="btn" href="/api/calendar.ics" download>As a calendar</a>
</header>
<p role="status" class="said">{said || (form && 'message' in form ? form.message : '')}</p>

{#if data.calls.length > 0}
	<section class="sheet calls" aria-labelledby="calls-head">
		<h2 id="calls-head">To call, before anything else</h2>
		<ul>
			{#each data.calls as c, nth (nth)}
				<li>
					<b class:alarm={c.step === 'call-vet'}>{c.step === 'call-vet' ? 'The vet' : 'The fitter'}</b>
					{#each c.horses as h, i (h.horseId)}{i > 0 ? ', ' : ''}<a class="link" href={`/horses/${h.horseId}`}
							>{h.horse}</a
						>{/each}
				</li>
			{/each}
		</ul>
	</section>
{/if}
{#if data.tasks.length > 0}
	<section class="sheet tasks" aria-labelledby="tasks-head">
		<h2 id="tasks-head">Asked of each other</h2>
		<ul>
			{#each data.tasks as t (t.id)}
				<li>
					<a class="link" href={`/horses/${t.horseId}#tasks`}>{t.horse}</a>
					<b>{ROLE_WORD[t.askedOf]}</b>: {t.what}
					{#if t.byOn}<b class:late={t.byOn < data.today}>by {formatDay(t.byOn)}</b>{/if}
				</li>
			{/each}
		</ul>
	</section>
{/if}

<div class="days">
	{#each data.days as day, i (day)}
		{@const list = lists[day] ?? []}
		<section class="sheet" class:today={i === 0} aria-labelledby={`day-${day}`}>
			<h2 id={`day-${day}`}>{dayWord(day, i)} <small class="quiet">{formatDayShort(day)}</small></h2>
			<ul
				use:dndzone={{
					items: list,
					flipDurationMs: FLIP_MS,
					dropTargetStyle: {},
					zoneTabIndex: -1,
					delayTouchStart: true
				}}
				onconsider={(e) => (lists = { ...lists, [day]: e.detail.items })}
				onfinalize={(e) => dropped(day, e.detail.items)}
				class:empty={list.length === 0}
			>
				{#each list as stop, n (stop.id)}
					<li>
						{#if heads(list, n)}<p class="yard quiet">{stop.yard}</p>{/if}
						<div class="stop">
							<a class="name" href={`/horses/${stop.horseId}`} draggable="false">
								<strong>{stop.horse}</strong>
								<span class:alarm={stop.verdict === 'refit' || stop.verdict === 'stop'}
									>{stop.verdict ? VERDICT_WORD[stop.verdict as keyof typeof VERDICT_WORD] : 'no call'}</span
								>
								<span class="quiet">{WHAT[stop.step] ?? 'trace again'}</span>
								{#if stop.on < data.today}<b class="alarm">late since {formatDayShort(stop.on)}</b>{/if}
								{#if stop.on !== stop.dueOn}<span class="quiet"
										>put off from {formatDayShort(stop.dueOn)}{stop.reason ? `: ${stop.reason}` : ''}</span
									>{/if}
							</a>
							{#if stop.mayMove}
								<select
									class="select select-sm"
									aria-label={`Day for ${stop.horse}`}
									value={dayOf(stop)}
									onchange={(e) => (e.currentTarget.value === 'skip' ? skip(stop) : move(stop, e.currentTarget.value))}
								>
									{#each data.days as d, k (d)}<option value={d}>{dayWord(d, k)}</option>{/each}
									<option value="skip">skip this once</option>
								</select>
								<a
									class="btn btn-sm"
									href={`/horses/${stop.horseId}/walk`}
									data-sveltekit-reload
									aria-label={`Visit ${stop.horse}`}>Visit</a
								>
							{/if}
						</div>
					</li>
				{/each}
			</ul>
			{#if list.length === 0}<p class="quiet nobody">nobody</p>{/if}
		</section>
	{/each}
</div>
{#if data.later > 0}<p class="quiet">{data.later} more due later.</p>{/if}

<style>
	.said {
		min-height: 1.6rem;
		font-weight: 600;
	}
	.days {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(min(100%, 18rem), 1fr));
		gap: 0.75rem;
		align-items: start;
	}
	.days section {
		position: relative;
		min-height: 6rem;
	}
	.today {
		border-color: var(--zt-strap);
		border-width: 2px;
	}
	.tasks,
	.calls {
		margin-bottom: 0.75rem;
	}
	.tasks li,
	.calls li {
		padding-block: 0.25rem;
	}
	.days ul {
		min-height: 2.5rem;
	}
	.nobody {
		position: absolute;
		top: 3rem;
		pointer-events: none;
	}
	.yard {
		margin-top: 0.4rem;
		font-weight: 600;
	}
	.stop {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: center;
		border-top: 1px solid var(--zt-line);
		padding-block: 0.4rem;
		background: var(--zt-card);
	}
	.name {
		display: flex;
		flex-wrap: wrap;
		gap: 0 0.6rem;
		flex: 1 1 9rem;
		min-width: 0;
	}
	.stop .select {
		width: 8rem;
	}
	.alarm,
	.late {
		color: var(--zt-alarm);
	}
	@media (pointer: coarse) {
		.stop .select,
		.stop .btn {
			min-height: 2.75rem;
		}
	}
</style>
