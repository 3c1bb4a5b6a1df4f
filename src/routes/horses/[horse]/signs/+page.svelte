<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { WEIGHTS } from '$core/reading/index.js';
	import { SIDES, SIGN_KINDS, tallyZones, type Side, type SignKind } from '$core/zones/index.js';
	import {
		SEEN_WORDS,
		CHANGE_WORDS,
		KIND_WORDS,
		READING_WORDS,
		readingSentence,
		signLine,
		WEIGHT_WORDS
	} from '$words/index.js';
	import { formatDay } from '$lib/ui/format.js';
	import PhotoCompare from '$lib/ui/overtime/PhotoCompare.svelte';
	import HandsOverTime from '$lib/ui/overtime/HandsOverTime.svelte';
	import TallyBoard from '$lib/ui/overtime/TallyBoard.svelte';
	import { underOn } from '$lib/ui/overtime/underOn.js';
	import { tallyRows } from '$lib/ui/overtime/tallyRows.js';
	import BackStrip from '$lib/ui/strip/BackStrip.svelte';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	let kinds: readonly SignKind[] = $state(SIGN_KINDS);
	let sides: readonly Side[] = $state(SIDES);
	let picked: string | null = $state(null);

	const rows = $derived(tallyRows(data.signs, { kinds, sides }));
	const asked = $derived(rows.find((r) => r.zone === data.zone));
	const chosen = $derived(picked ?? (asked ? `${asked.zone} ${asked.side}` : null));
	const row = $derived(rows.find((r) => `${r.zone} ${r.side}` === chosen));
	const strokesOn = (day: string) =>
		Object.fromEntries(
			[...tallyZones(data.signs, day, { kinds, sides })].map(([key, strokes]) => [
				key,
				strokes.map((s) => ({ age: s.age, line: `${signLine(s.sign)}, ${formatDay(s.sign.visitedOn)}` }))
			])
		);
	/** The shape as it was called at or before a day. */
	const changesOn = (day: string) => {
		const latest = data.shape.filter((p) => p.day <= day).at(-1)?.day;
		return data.shape
			.filter((p) => p.day === latest && sides.includes(p.side))
			.map(({ station, side, mm, real }) => ({ station, side, mm, real }));
	};
	function to(name: 'on' | 'beside', day: string | null) {
		const next = new URL(page.url);
		if (day) next.searchParams.set(name, day);
		else next.searchParams.delete(name);
		void goto(next, { replaceState: true, noScroll: true, keepFocus: true });
	}
	/** What they ask for, the gravest first. */
	const groups = $derived(
		[...WEIGHTS].reverse().flatMap((weight) => {
			const readings = data.readings.filter((r) => r.weight === weight);
			return readings.length > 0 ? [{ weight, readings }] : [];
		})
	);
	const toggle = <T,>(list: readonly T[], item: T): readonly T[] =>
		list.includes(item) ? (list.length > 1 ? list.filter((x) => x !== item) : list) : [...list, item];
</script>

<svelte:head><title>Signs · {data.horse.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1><a href={`/horses/${data.horse.id}`}>{data.horse.name}</a>: signs over time</h1>
	<div class="filters" role="group" aria-label="Kinds and sides shown">
		{#each SIGN_KINDS as k (k)}
			<button
				class="btn chip"
				class:on={kinds.includes(k)}
				aria-pressed={kinds.includes(k)}
				onclick={() => (kinds = toggle(kinds, k))}>{KIND_WORDS[k]}</button
			>
		{/each}
		{#each SIDES as s (s)}
			<button
				class="btn chip"
				class:on={sides.includes(s)}
				aria-pressed={sides.includes(s)}
				onclick={() => (sides = toggle(sides, s))}>{s}</button
			>
		{/each}
	</div>
</header>

{#if !data.on}
	<section class="sheet">
		<p>
			No visit yet. A quick look takes a minute: <a
				class="link"
				href={`/horses/${data.horse.id}/walk`}
				data-sveltekit-reload>begin one</a
			>.
		</p>
	</section>
{:else}
	<div class="strips">
		<div>
			<div class="when">
				<label
					>Strip on <select class="select" value={data.on} onchange={(e) => to('on', e.currentTarget.value)}
						>{#each [...data.days].reverse() as d, nth (nth)}<option value={d}>{formatDay(d)}</option>{/each}</select
					></label
				>
				<label
					>beside <select
						class="select"
						value={data.beside ?? ''}
						onchange={(e) => to('beside', e.currentTarget.value || null)}
						><option value="">no other day</option>{#each [...data.days].reverse() as d, nth (nth)}<option value={d}
								>{formatDay(d)}</option
							>{/each}</select
					></label
				>
			</div>
			<BackStrip
				changes={changesOn(data.on)}
				strokes={strokesOn(data.on)}
				chosen={chosen ?? ''}
				onchoose={(z, s) => (picked = `${z} ${s}`)}
				prefix="now-"
			/>
		</div>
		{#if data.beside}
			<div>
				<p class="beside-day"><b>{formatDay(data.beside)}</b></p>
				<BackStrip
					changes={changesOn(data.beside)}
					strokes={strokesOn(data.beside)}
					chosen={chosen ?? ''}
					onchoose={(z, s) => (picked = `${z} ${s}`)}
					prefix="then-"
					legend={false}
				/>
			</div>
		{/if}
	</div>

	<section class="sheet block" aria-labelledby="board-head">
		<h2 id="board-head">Tally by zone</h2>
		{#if rows.length === 0}
			<p class="quiet">No signs of these kinds on record.</p>
		{:else}
			<TallyBoard
				{rows}
				days={data.days}
				shape={data.shape}
				on={data.on}
				{chosen}
				onchoose={(k) => (picked = k)}
				onday={(d) => to('on', d)}
			/>
		{/if}
		{#if row}
			<ul class="detail">
				{#each [...row.strokes].reverse() as s, nth (nth)}
					<li>
						<b>{formatDay(s.day)}</b>
						{signLine(s.sign)}{s.sign.note ? `. ${s.sign.note}` : ''}
						{#if s.sign.kind === 'sweat' && underOn(data.setups, s.day)}<span class="quiet"
								>under {underOn(data.setups, s.day)}</span
							>{/if}
						{#if s.sign.photo}<a class="link" href={`/api/photos/${s.sign.photo}`} target="_blank">photo</a>{/if}
					</li>
				{/each}
			</ul>
		{/if}
	</section>

	{#if data.hands.length > 0}
		<section class="sheet block" aria-labelledby="hands-head">
			<h2 id="hands-head">By hand over time, {data.saddleName}</h2>
			<HandsOverTime series={data.hands} setups={data.setups} />
		</section>
	{/if}

	<div class="lower">
		<section class="sheet block">
			<h2>What it points to, {formatDay(data.on)}</h2>
			{#if data.readings.length === 0}<p class="quiet">Nothing that points anywhere.</p>{/if}
			{#each groups as g, nth (nth)}
				<h3 class:alarm={g.weight === 'vet'}>{WEIGHT_WORDS[g.weight]}</h3>
				{#each g.readings as r, nth (nth)}
					<details class="reading">
						<summary>{readingSentence(r.code, r.data)} <span class="quiet">({formatDay(r.seenOn)})</span></summary>
						<p class="quiet">Rule: {READING_WORDS[r.code].rule} Doubt: {READING_WORDS[r.code].doubt}</p>
					</details>
				{/each}
			{/each}
			<p class="quiet">Patterns, not a diagnosis. Vet, qualified fitter and local law come first.</p>
		</section>
		<section class="sheet block">
			<h2>Photos</h2>
			<PhotoCompare photos={data.photos} />
			{#if data.rides.length > 0}
				<h2>Ride log</h2>
				<ul>
					{#each data.rides.slice(0, 8) as r, i (i)}
						<li>
							{formatDay(r.day)}: {[
								...r.seen.map((s) => SEEN_WORDS[s] ?? s),
								...r.changes.map((c) => CHANGE_WORDS[c] ?? c)
							].join(', ') || 'nothing seen'}{r.note ? `. “${r.note}”` : ''}
						</li>
					{/each}
				</ul>
			{/if}
		</section>
	</div>
{/if}

<style>
	h1 {
		font-size: 1.5rem;
	}
	.filters {
		display: flex;
		flex-wrap: wrap;
		gap: 0.3rem;
		margin-left: auto;
	}
	.chip {
		padding-inline: 0.7rem;
		text-decoration: line-through;
		color: var(--zt-quiet);
		font-weight: 400;
	}
	.chip.on {
		text-decoration: none;
		color: var(--zt-ink);
		border-color: var(--zt-strap);
		font-weight: 600;
	}
	.strips {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 0.5rem;
	}
	.when {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1.5rem;
		margin-bottom: 0.4rem;
	}
	.when label {
		display: flex;
		align-items: center;
		gap: 0.5rem;
		font-weight: 600;
	}
	.when label {
		white-space: nowrap;
	}
	.when select {
		min-width: 10rem;
	}
	.block {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 0.6rem;
		align-content: start;
		margin-top: 0.75rem;
	}
	.detail {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
	.lower {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
		gap: 0.75rem;
	}
	.reading {
		border-top: 1px solid var(--zt-line);
		padding-top: 0.4rem;
	}
	.alarm {
		color: var(--zt-alarm);
	}
</style>
