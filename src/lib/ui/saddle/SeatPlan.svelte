<script lang="ts">
	import type { MeasuredSeat } from '$core/seat/index.js';
	import { CONDITION_WORDS, otherHelpWords, shimSetWords } from '$words/index.js';

	interface Props {
		seat: MeasuredSeat;
		plan: MeasuredSeat['plan'];
		others: MeasuredSeat['others'];
		ontake: () => void;
	}
	const { seat, plan, others, ontake }: Props = $props();
	/** Sides apart, the plan is put in by hand; alike, the steppers take it. */
	const alike = $derived(
		plan !== undefined &&
			(['front', 'middle', 'rear'] as const).every((z) => plan.shims[`${z}_near`] === plan.shims[`${z}_off`])
	);
</script>

{#if plan}
	<p>
		{plan.feasible ? 'Evens out most:' : 'No set of shims keeps every limit. Least bad:'}
		<b>{shimSetWords(plan.shims)}</b>. Unevenness {Math.round(100 * seat.unevenness)} → {Math.round(
			100 * plan.after.unevenness
		)}; then {plan.after.conditions.map((c) => (c === 'fits' ? 'no fault stands out' : CONDITION_WORDS[c])).join('; ')}.
		{#if seat.conditions.includes('narrow')}<b>Narrower than the back: no pad will help.</b>{/if}
	</p>
	{#if alike && !seat.conditions.includes('narrow')}
		<button type="button" class="btn" onclick={ontake}>Try these shims</button>
	{/if}
{:else}
	<p>No shim would make it bear more evenly.</p>
{/if}
{#if others.length > 0}
	<p>
		Instead of shims, what would help most{others.every((o) => o.conditions.some((c) => c !== 'fits'))
			? ', though none takes every fault away'
			: ''}:
	</p>
	<ul class="others" data-testid="other-ways">
		{#each others as other, nth (nth)}<li>{otherHelpWords(other)}</li>{/each}
	</ul>
{/if}

<style>
	.others {
		list-style: disc;
		padding-left: 1.1rem;
	}
</style>
