<script lang="ts">
	import {
		checkField,
		checkOf,
		contradictions,
		fingerLimit,
		judgeAnswer,
		readAnswers,
		roomFalls,
		type CheckId,
		type CheckSide,
		type FingerValue,
		type Stage
	} from '$core/checks/index.js';
	import { bearsOnWidth, readWidth } from '$core/reading/index.js';
	import { fingersToMm } from '$core/units/index.js';
	import {
		answerWords,
		CHECK_WORDS,
		contradictionWords,
		levelLimit,
		PAD_WORDS,
		placeLimit,
		STAGE_WORDS,
		widthWords,
		lengthWords,
		measured
	} from '$words/index.js';
	import CheckDrawing from '../drawings/CheckDrawing.svelte';
	import Choices from './Choices.svelte';
	import type { WalkHand, WalkPairing } from './types.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		pairing: WalkPairing;
		hand: WalkHand;
		stage: Stage;
		/** Undefined for the question which pad is used. */
		check: CheckId | undefined;
		/** True on the last screen of its stage. */
		last: boolean;
		onnext: () => void;
	}
	const { walk, pairing, hand, stage, check, last, onnext }: Props = $props();

	let split = $state(false);
	const definition = $derived(check ? checkOf(check) : undefined);
	const value = (side: CheckSide) => (check ? walk.value(checkField(pairing.id, stage, check, side)) : undefined);
	const apart = $derived(split || value('near') !== undefined || value('off') !== undefined);
	const sides = $derived<readonly CheckSide[]>(definition?.sided && apart ? ['near', 'off'] : ['both']);
	const limit = $derived(
		definition?.asks === 'fingers' ? fingerLimit(definition, stage, pairing.rules, hand) : undefined
	);
	const answers = $derived(
		readAnswers(walk.states)
			.filter((a) => a.pairingId === pairing.id)
			.map((a) => judgeAnswer(a, pairing.rules))
	);
	const fall = $derived(check === 'clearance-top' ? roomFalls(answers).find((f) => f.to === stage) : undefined);
	const width = $derived(check && bearsOnWidth(check) ? readWidth(answers, [], []) : undefined);
	const clash = $derived(contradictions(answers).filter((c) => check && c.checks.includes(check)));
	const judged = (side: CheckSide) => answers.find((a) => a.check === check && a.stage === stage && a.side === side);

	const FINGERS = [0, 1, 2, 3, 4, 5];
	const options = $derived(
		definition?.asks === 'choice'
			? definition.answers.map((a) => [a.code, answerWords(a.code)] as const)
			: FINGERS.map((n) => [String(n), n === 5 ? '5 or more' : String(n)] as const)
	);
	const chosen = (side: CheckSide): string[] => {
		const v = value(side);
		if (v === undefined) return [];
		return [typeof v === 'string' ? v : String((v as unknown as FingerValue).fingers)];
	};

	async function answer(side: CheckSide, code: string) {
		if (!check || !definition) return;
		const stored =
			definition.asks === 'choice' ? code : { fingers: Number(code), mm: Math.round(fingersToMm(Number(code), hand)) };
		await walk.set(checkField(pairing.id, stage, check, side), stored);
		if (side === 'both') for (const s of ['near', 'off'] as const) await clear(s);
		else await clear('both');
		if (sides.every((s) => value(s) !== undefined) && clash.length === 0) await forward();
	}
	async function clear(side: CheckSide) {
		if (check && value(side) !== undefined) await walk.set(checkField(pairing.id, stage, check, side), null);
	}
	async function forward() {
		if (last) await walk.set(`checked/${stage === 'pad' ? 'bare' : stage}`, true);
		onnext();
	}
	async function pad(code: string) {
		await walk.set('pad/pad', code);
		if (code === 'none' || last) await walk.set('checked/bare', true);
		onnext();
	}
	const mm = (v: number | undefined) => (v === undefined ? '' : lengthWords(v));
</script>

{#if !check}
	<h2>Which pad is ridden on?</h2>
	<p class="quiet">With a pad the saddle sits narrower: what touches is checked once more on it.</p>
	<Choices label="Pad" options={Object.entries(PAD_WORDS)} chosen={[walk.text('pad/pad') ?? '']} onchoose={pad} />
{:else if definition}
	<h2>{CHECK_WORDS[check].name} <small class="quiet">{STAGE_WORDS[stage]}</small></h2>
	<CheckDrawing {check} />
	<p>{CHECK_WORDS[check].how}</p>
	<p class="limit">
		{#if limit}
			<b>At least {limit.leastFingers} of your fingers</b> ({mm(limit.leastMm)}){#if !hand.measured}, usual hand:
				<a class="link" href="/hands">measure yours</a>{/if}.
		{/if}
		{check === 'level'
			? levelLimit(pairing.saddleKind, pairing.rules)
			: check === 'place'
				? placeLimit(pairing.rules)
				: measured(CHECK_WORDS[check].limit)}
	</p>
	{#each sides as side (side)}
		{@const j = judged(side)}
		{#if side !== 'both'}<p class="side"><b>{side} side</b></p>{/if}
		<div class:fingers={definition.asks === 'fingers'}>
			<Choices
				label={`${CHECK_WORDS[check].name}${side === 'both' ? '' : `, ${side} side`}`}
				{options}
				chosen={chosen(side)}
				onchoose={(c) => void answer(side, c)}
			/>
		</div>
		{#if j && j.result !== 'fine'}<p class="beyond" role="status">
				{j.result === 'beyond' ? 'Beyond the usual limit' : 'Near the limit'}.
			</p>{/if}
	{/each}
	{#if definition.sided && !apart}
		<button type="button" class="btn btn-ghost" onclick={() => (split = true)}>The sides differ</button>
	{/if}
	{#if fall}
		<p role="status" data-testid="fall">
			{STAGE_WORDS[fall.from]} it was {fall.fingersBefore}, now {fall.fingersNow}: {fall.fellMm > 0
				? `fell by ${fall.fingersBefore - fall.fingersNow} (${lengthWords(fall.fellMm)})`
				: fall.fellMm < 0
					? 'more than before; count again'
					: 'no fall'}.
		</p>
	{/if}
	{#if width && answers.some((a) => a.check === check && a.result === 'beyond')}
		<p role="status" data-testid="width">{widthWords(width)}</p>
	{/if}
	{#each clash as c, at (at)}<p class="beyond" role="alert">{contradictionWords(c.code)}</p>{/each}
{/if}

<style>
	h2 {
		font-size: 1.25rem;
	}
	h2 small {
		font-size: 0.95rem;
		font-weight: 400;
	}
	.limit {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
	.fingers :global(.choices) {
		grid-template-columns: repeat(3, 1fr);
	}
	.fingers :global(.choice) {
		justify-content: center;
		font: 700 1.2rem var(--font-head);
	}
	.fingers :global(.box) {
		display: none;
	}
	.side::first-letter {
		text-transform: uppercase;
	}
	.beyond {
		color: var(--zt-alarm);
		font-weight: 600;
	}
</style>
