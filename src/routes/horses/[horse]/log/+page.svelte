<script lang="ts">
	import { onMount, untrack } from 'svelte';
	import { v7 as uuidv7 } from 'uuid';
	import {
		BEHAVIOUR_WORDS,
		CHANGE_WORDS,
		EASE_WORDS,
		PAD_WORDS,
		SEEN_WORDS,
		WHEN_WORDS,
		lengthWords
	} from '$words/index.js';
	import { formatDay, todayHere } from '$lib/ui/format.js';
	import { sync } from '$lib/ui/offline/index.js';
	import DayField from '$lib/ui/DayField.svelte';
	import Choices from '$lib/ui/walk/Choices.svelte';
	import Stepper from '$lib/ui/walk/Stepper.svelte';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();

	interface Line {
		readonly id: string;
		readonly riddenOn: string;
		readonly saddleId: string | null;
		readonly pad: string;
		readonly seen: readonly string[];
		readonly atTime: string;
		readonly changes: readonly string[];
		readonly note: string;
		readonly movedMm: number | null;
		readonly shifted: 'near' | 'off' | null;
		/** What the server knows of it: the set-up of that day, and what the travel may come from. */
		readonly setup?: string;
		readonly travel?: string;
	}
	let seen: readonly string[] = $state([]);
	let changes: readonly string[] = $state([]);
	let atTime = $state('throughout');
	let saddleId: string | null = $state(null);
	/** The pad of the last ride is offered first. */
	let pad = $state(untrack(() => data.rides[0]?.pad) ?? 'none');
	let riddenOn = $state(todayHere());
	let note = $state('');
	/** Where it stood after the ride: a way it went, and how far. */
	let went: 'stayed' | 'back' | 'forward' | 'near' | 'off' | null = $state(null);
	let wentMm = $state(20);
	/** A second tap of the same finger logs nothing. */
	let resting = $state(false);
	let said = $state('');
	let added: readonly Line[] = $state.raw([]);
	let gone: readonly string[] = $state.raw([]);

	const saddle = $derived(saddleId ?? data.saddles[0]?.id ?? null);
	const lines = $derived(
		[...added, ...data.rides.filter((r) => !added.some((a) => a.id === r.id))].filter((r) => !gone.includes(r.id))
	);
	const flip = (list: readonly string[], code: string) =>
		list.includes(code) ? list.filter((c) => c !== code) : [...list, code];

	onMount(async () => {
		const store = await sync.store();
		added = store
			.all('rides')
			.map((r) => r.body as unknown as Line & { horseId: string })
			.filter((r) => r.horseId === data.horse.id);
	});

	const REST_MS = 1500;
	async function log(what: readonly string[]) {
		if (resting) return;
		resting = true;
		setTimeout(() => (resting = false), REST_MS);
		const line: Line = {
			id: uuidv7(),
			riddenOn: riddenOn || todayHere(),
			saddleId: saddle,
			pad,
			seen: what,
			atTime,
			changes,
			note: note.trim(),
			movedMm: went === 'back' ? -wentMm : went === 'forward' ? wentMm : went === 'stayed' ? 0 : null,
			shifted: went === 'near' || went === 'off' ? went : null
		};
		const store = await sync.store();
		const body = { ...line, horseId: data.horse.id, seen: [...what], changes: [...changes] };
		await store.put('rides', { id: line.id, personId: sync.personId, mark: 'waiting', body });
		added = [line, ...added];
		said = what.length + changes.length > 0 ? 'Logged.' : 'Logged: nothing seen.';
		[seen, changes, note, went] = [[], [], '', null];
		await sync.send();
	}
	async function takeBack(line: Line) {
		const store = await sync.store();
		await store.drop('rides', line.id);
		const answer = await fetch(`/api/rides/${line.id}`, { method: 'DELETE' }).catch(() => undefined);
		if (answer?.ok || answer?.status === 404) gone = [...gone, line.id];
		else said = 'No connection: take it back when there is one.';
		await sync.count();
	}
	const WENT = [
		['stayed', 'where it was set'],
		['back', 'further back'],
		['forward', 'further forward'],
		['near', 'to the near side'],
		['off', 'to the off side']
	] as const;
	const movedWords = (line: Line): string =>
		line.shifted
			? `Stood to the ${line.shifted} side.`
			: `Stood ${lengthWords(Math.abs(line.movedMm ?? 0))} further ${(line.movedMm ?? 0) < 0 ? 'back' : 'forward'}.`;
	const nameOf = (id: string | null) => (id ? (data.saddleNames[id] ?? 'another saddle') : 'no saddle');
	const words = (line: Line) =>
		[...line.seen.map((s) => SEEN_WORDS[s] ?? s), ...line.changes.map((c) => CHANGE_WORDS[c] ?? c)].join(', ') ||
		'nothing seen';
</script>

<svelte:head><title>Log · {data.horse.name} · Zone Tally</title></svelte:head>
<div class="log">
	<header class="head-row">
		<h1>Ride log: <a href={`/horses/${data.horse.id}`} data-sveltekit-reload>{data.horse.name}</a></h1>
	</header>
	<div class="when">
		<label
			>Day <DayField
				label="Day"
				max={todayHere()}
				value={riddenOn}
				onday={(d) => (riddenOn = d || todayHere())}
			/></label
		>
		<button class="btn btn-primary" disabled={resting} onclick={() => void log([])}
			>{riddenOn === todayHere() ? 'Rode today' : `Rode ${formatDay(riddenOn)}`}, nothing seen</button
		>
	</div>
	<section class="sheet">
		<h2>Or: what was seen</h2>
		<Choices
			label="Seen"
			options={Object.entries(BEHAVIOUR_WORDS)}
			chosen={seen}
			multiple
			onchoose={(c) => (seen = flip(seen, c))}
		/>
		<h2>And of ease</h2>
		<Choices
			label="Signs of ease"
			options={Object.entries(EASE_WORDS)}
			chosen={seen}
			multiple
			onchoose={(c) => (seen = flip(seen, c))}
		/>
		<h2>When</h2>
		<Choices
			label="When in the ride"
			options={Object.entries(WHEN_WORDS)}
			chosen={[atTime]}
			onchoose={(c) => (atTime = c)}
		/>
		{#if data.saddles.length > 0}
			<h2>Saddle</h2>
			<Choices
				label="Saddle"
				options={data.saddles.map((s) => [s.id, s.name] as const)}
				chosen={[saddle ?? '']}
				onchoose={(c) => (saddleId = c)}
			/>
		{/if}
		<h2>Pad</h2>
		<Choices label="Pad" options={Object.entries(PAD_WORDS)} chosen={[pad]} onchoose={(c) => (pad = c)} />
		<h2>Changed since last time</h2>
		<Choices
			label="Changed"
			options={Object.entries(CHANGE_WORDS)}
			chosen={changes}
			multiple
			onchoose={(c) => (changes = flip(changes, c))}
		/>
		<h2>Where the saddle stood after the ride</h2>
		<Choices
			label="After the ride"
			options={WENT}
			chosen={[went ?? '']}
			onchoose={(c) => (went = went === c ? null : (c as typeof went))}
		/>
		{#if went === 'back' || went === 'forward'}
			<Stepper
				label="How far"
				unit="mm"
				value={wentMm}
				step={10}
				least={10}
				most={150}
				onset={(v) => (wentMm = Math.round(v))}
			/>
		{/if}
		<label
			>Note (need not be typed)<textarea class="textarea w-full" rows="2" maxlength="1000" bind:value={note}
			></textarea></label
		>
		<button
			class="btn btn-primary"
			disabled={resting || (seen.length + changes.length === 0 && went === null)}
			onclick={() => void log(seen)}>Log it</button
		>
		<p class="quiet">New behaviour can come from the saddle; it has other causes too. Pain or lameness: vet first.</p>
	</section>
	{#if said}<p role="status"><b>{said}</b></p>{/if}
	<ul>
		{#each lines as line (line.id)}
			<li>
				<span
					><b>{formatDay(line.riddenOn)}</b>
					{words(line)}{line.seen.length > 0 ? ` ${WHEN_WORDS[line.atTime]}` : ''}
					<span class="quiet">{nameOf(line.saddleId)}, {line.setup || PAD_WORDS[line.pad]}</span>{#if line.note}
						“{line.note}”{/if}{#if line.movedMm || line.shifted}<br />{movedWords(line)}
						{line.travel ?? ''}{/if}</span
				>
				<button
					class="btn btn-ghost"
					aria-label={`Take back ${formatDay(line.riddenOn)}`}
					onclick={() => void takeBack(line)}>Take back</button
				>
			</li>
		{/each}
	</ul>
</div>

<style>
	.log {
		max-width: 44rem;
		margin: 0 auto;
		display: grid;
		gap: 0.75rem;
	}
	.head-row {
		margin: 0;
	}
	.when {
		display: flex;
		flex-wrap: wrap;
		gap: 0.6rem;
		align-items: end;
	}
	.when label {
		display: grid;
		font-weight: 600;
	}
	.when .btn {
		flex: 1 1 14rem;
	}
	section {
		display: grid;
		gap: 0.5rem;
	}
	h2 {
		font-size: 1.05rem;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 0.5rem;
		border-bottom: 1px solid var(--zt-line);
		padding-block: 0.2rem;
	}
</style>
