<script lang="ts">
	import { padLiftMm, SHIM_PLACES } from '$core/checks/index.js';
	import { gatherEvidence, readEvidence, vetFirst } from '$core/reading/index.js';
	import { addDays } from '$core/units/index.js';
	import { STEPS, stepMissing, stepProgress, type Step } from '$core/visit/index.js';
	import {
		ACTION_WORDS,
		READING_WORDS,
		readingSentence,
		SHIM_CARE,
		SHIM_NEVER,
		SHIM_WORDS,
		STEP_WORDS,
		WEIGHT_WORDS
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import Choices from './Choices.svelte';
	import type { WalkBefore, WalkPairing } from './types.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		pairing: WalkPairing | undefined;
		before: WalkBefore;
		steps: readonly Step[];
		onstep: (step: Step) => void;
		onfinish: () => void;
	}
	const { walk, pairing, before, steps, onstep, onfinish }: Props = $props();

	const readings = $derived(
		readEvidence(
			gatherEvidence([{ visitedOn: walk.visit.visitedOn, states: walk.states }], {
				day: walk.visit.visitedOn,
				pairingId: pairing?.id,
				handSchool: pairing?.handSchool ?? 'rest',
				changes: [],
				rides: []
			})
		)
	);
	const vet = $derived(vetFirst(readings));
	const actions = $derived(
		Object.entries(ACTION_WORDS).filter(([code]) => !vet || (code !== 'pad' && code !== 'ride-on' && code !== 'watch'))
	);
	const open = $derived(
		STEPS.filter((s) => s !== 'decide' && steps.includes(s) && ['open', 'begun'].includes(stepProgress(walk.states, s)))
	);
	const dates = $derived([
		[before.nextOn, 'as due'],
		[addDays(walk.visit.visitedOn, 14), 'in 2 weeks'],
		[addDays(walk.visit.visitedOn, 28), 'in 4 weeks'],
		[addDays(walk.visit.visitedOn, 56), 'in 8 weeks']
	] as const);
	const lift = $derived(
		before.slopeDeg === null ? undefined : [5, 10, 20].map((t) => [t, padLiftMm(t, before.slopeDeg as number)] as const)
	);
</script>

{#if readings.length > 0}
	<section class="found" aria-label="What this visit points to">
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
		<p>{SHIM_CARE}</p>
		<p class="alarm">{SHIM_NEVER}</p>
		{#if lift}<p class="quiet">
				A pad thickens the horse: on this flank ({before.slopeDeg}°) {lift
					.map(([t, up]) => `${t} mm lift ${up.toFixed(0)} mm`)
					.join(', ')}, and narrow the fit. Check width with the pad.
			</p>{/if}
	</section>
{/if}
<h2>Look again</h2>
<Choices
	label="Look again"
	options={dates.map(([d, w]) => [d, `${formatDay(d)}, ${w}`] as const)}
	chosen={[walk.text('decide/nextOn') ?? '']}
	onchoose={(c) => void walk.set('decide/nextOn', c)}
/>
{#if open.length > 0}
	<p class="quiet">
		Still open:
		{#each open as s (s)}<button type="button" class="link open" onclick={() => onstep(s)}
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
<button type="button" class="btn btn-primary finish" disabled={!walk.text('decide/action')} onclick={onfinish}
	>Finish the visit</button
>

<style>
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
