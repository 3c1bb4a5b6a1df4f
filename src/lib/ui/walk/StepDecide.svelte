<script lang="ts">
	import { evidenceDay, judgeDay, openActions, type Call } from '$core/call/index.js';
	import { padLiftMm, SHIM_PLACES } from '$core/checks/index.js';
	import { addDays } from '$core/units/index.js';
	import { foldEntries, STEPS, stepMissing, stepProgress, type Step } from '$core/visit/index.js';
	import {
		ACTION_WORDS,
		READING_WORDS,
		readingSentence,
		reasonSentence,
		SHIM_CARE,
		SHIM_NEVER,
		SHIM_WORDS,
		STEP_WORDS,
		surenessWords,
		verdictMeans,
		VERDICT_WORD,
		WEIGHT_WORDS,
		lengthWords,
		measured
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import Choices from './Choices.svelte';
	import type { WalkBefore, WalkPairing } from './types.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		pairing: WalkPairing | undefined;
		/** The latest call of the shape in this saddle. */
		shape: Call | undefined;
		before: WalkBefore;
		ageYears: number | undefined;
		steps: readonly Step[];
		onstep: (step: Step) => void;
		onfinish: () => void;
	}
	const { walk, pairing, shape, before, ageYears, steps, onstep, onfinish }: Props = $props();

	/** What this visit found, without what is being decided now: a decision is no evidence for itself. */
	const found = $derived(foldEntries(walk.entries.filter((e) => !/^(decide|treat)\//.test(e.field))));
	const visits = $derived([
		...before.visits
			// This visit's own taps are on the device, newer than what the page brought.
			.filter((v) => v.id !== walk.visit.id)
			.map((v) => ({
				visitedOn: v.visitedOn,
				states: new Map(v.fields.map((s) => [s.field, s]))
			})),
		{ visitedOn: walk.visit.visitedOn, states: found }
	]);
	const standing = $derived(shape && shape.visitedOn <= walk.visit.visitedOn ? shape : undefined);
	const judged = $derived(
		judgeDay({
			day: evidenceDay(visits, before.rides, before.tracedOn ?? undefined) ?? walk.visit.visitedOn,
			pairing,
			visits,
			rides: before.rides,
			shape: standing,
			tracedOn: before.tracedOn ?? undefined,
			ageYears
		})
	);
	const joined = $derived(judged.joined);
	const readings = $derived(judged.readings);
	const vet = $derived(joined?.vetFirst ?? false);
	const open = $derived(openActions(judged));
	const actions = $derived(Object.entries(ACTION_WORDS).filter(([code]) => open.includes(code)));
	const undone = $derived(
		STEPS.filter((s) => s !== 'decide' && steps.includes(s) && ['open', 'begun'].includes(stepProgress(walk.states, s)))
	);
	const due = $derived(joined?.nextOn ?? addDays(walk.visit.visitedOn, 49));
	const dates = $derived(
		[
			[due, 'as due'] as const,
			[addDays(walk.visit.visitedOn, 14), 'in 2 weeks'] as const,
			[addDays(walk.visit.visitedOn, 28), 'in 4 weeks'] as const,
			[addDays(walk.visit.visitedOn, 56), 'in 8 weeks'] as const
		].filter(([d], i, all) => all.findIndex(([o]) => o === d) === i)
	);
	const lift = $derived(
		before.slopeDeg === null ? undefined : [5, 10, 20].map((t) => [t, padLiftMm(t, before.slopeDeg as number)] as const)
	);
</script>

{#if joined}
	<section class="stands" class:alarm={joined.verdict === 'stop' || joined.verdict === 'refit'} data-testid="stands">
		<p>
			<strong class="head">{VERDICT_WORD[joined.verdict]}</strong>
			{pairing?.saddleName ?? ''}{standing && standing.verdict === joined.verdict
				? `, ${surenessWords(standing.sureness)}`
				: ''}
		</p>
		<p>
			{verdictMeans({
				verdict: joined.verdict,
				sureness: standing?.verdict === joined.verdict ? standing.sureness : 1,
				from: joined.from,
				nextStep: joined.nextStep
			})}
		</p>
		{#each joined.reasons.filter((r) => !r.against && !r.code.startsWith('reading-')).slice(0, 2) as r, at (at)}
			<p class="quiet">{reasonSentence(r)}</p>
		{/each}
	</section>
{/if}
{#if readings.length > 0}
	<section class="found" aria-label="What hands and eyes point to">
		{#each readings.slice(0, 6) as r (r.code + JSON.stringify(r.data))}
			<details>
				<summary class:alarm={r.weight === 'vet'}
					><b class="weight">{WEIGHT_WORDS[r.weight]}</b> {readingSentence(r.code, r.data)}</summary
				>
				<p>{READING_WORDS[r.code].rule}</p>
				<p class="quiet">Doubt: {READING_WORDS[r.code].doubt}</p>
			</details>
		{/each}
	</section>
{/if}
{#if vet}
	<p class="alarm" role="alert">
		<strong>Stop riding in this saddle and call a vet before any pad, shim or re-fit.</strong> Local law and licensed practice
		come first.
	</p>
{/if}
<Choices
	label="Decision"
	options={actions}
	chosen={[walk.text('decide/action') ?? '']}
	alarming={['vet']}
	onchoose={(c) => void walk.set('decide/action', c)}
/>
{#if walk.text('decide/action') === 'pad' && !vet}
	<section class="pads">
		<dl>
			{#each SHIM_PLACES as p (p)}
				<dt>{SHIM_WORDS[p][0]}</dt>
				<dd>{SHIM_WORDS[p][1]}</dd>
			{/each}
		</dl>
		<p>{measured(SHIM_CARE)}</p>
		<p class="alarm">{SHIM_NEVER}</p>
		{#if lift}<p class="quiet">
				A pad thickens the horse: on this flank ({before.slopeDeg}°) {lift
					.map(([t, up]) => `${lengthWords(t)} lift ${lengthWords(up)}`)
					.join(', ')}, and narrow the fit. Check width with the pad.
			</p>{/if}
	</section>
{/if}
{#if walk.text('decide/action') && !open.includes(walk.text('decide/action') ?? '')}
	<p class="alarm" role="alert">
		{ACTION_WORDS[walk.text('decide/action') ?? '']} does not go with how the horse stands now. Choose again.
	</p>
{/if}
<h2>Look again</h2>
<Choices
	label="Look again"
	options={dates.map(([d, w]) => [d, `${formatDay(d)}, ${w}`] as const)}
	chosen={[walk.text('decide/nextOn') ?? '']}
	onchoose={(c) => void walk.set('decide/nextOn', c)}
/>
{#if undone.length > 0}
	<p class="quiet">
		Still open:
		{#each undone as s (s)}<button type="button" class="link open" onclick={() => onstep(s)}
				>{STEP_WORDS[s]} ({stepMissing(walk.states, s).length})</button
			>{/each}
	</p>
{/if}
<label
	>Note (need not be typed)<textarea
		class="textarea w-full"
		rows="2"
		maxlength="4000"
		value={walk.text('note') ?? ''}
		onchange={(e) => void walk.set('note', e.currentTarget.value)}></textarea></label
>
<button
	type="button"
	class="btn btn-primary finish"
	disabled={!open.includes(walk.text('decide/action') ?? '')}
	onclick={onfinish}>Finish the visit</button
>

<style>
	.stands {
		border-left: 6px solid var(--zt-strap);
		padding-left: 0.75rem;
		display: grid;
		gap: 0.2rem;
	}
	.stands.alarm {
		border-color: var(--zt-alarm);
		color: inherit;
	}
	.stands.alarm strong {
		color: var(--zt-alarm);
	}
	.stands strong {
		font-size: 1.4rem;
	}
	.found details {
		border-bottom: 1px solid var(--zt-line);
	}
	summary {
		min-height: 2.75rem;
		display: flex;
		gap: 0.6rem;
		align-items: center;
		cursor: pointer;
		line-height: 1.2;
	}
	.weight {
		flex: none;
		min-width: 4.6rem;
		font-size: 0.85rem;
		color: var(--zt-strap-text);
	}
	.alarm,
	.alarm .weight {
		color: var(--zt-alarm);
	}
	h2 {
		font-size: 1.1rem;
	}
	.open {
		min-height: 2.75rem;
		padding-inline: 0.4rem;
		cursor: pointer;
	}
	.pads {
		display: grid;
		gap: 0.4rem;
		font-size: 0.95rem;
		border-left: 4px solid var(--zt-line);
		padding-left: 0.75rem;
	}
	.pads dt {
		font-weight: 700;
	}
	.finish {
		width: 100%;
	}
</style>
