<script lang="ts">
	import { askReckoning } from '../askReckoning.js';
	import type { MeasuredSeat } from '$core/seat/index.js';
	import { CONDITION_WORDS } from '$words/index.js';

	interface Props {
		question: string;
		/** What the button says: how many are seated. */
		act: string;
		/** One saddle on one horse each; named by what differs. */
		pairs: readonly Pair[];
		/** Said of those that could not be seated. */
		unseated: string;
		onchoose?: (id: string) => void;
	}
	interface Pair {
		readonly id: string;
		readonly name: string;
		readonly horseId: string;
		readonly saddleId: string;
		/** Where to see it, where nothing is chosen here. */
		readonly href?: string;
	}
	const { question, act, pairs, unseated, onchoose }: Props = $props();
	const id = $props.id();
	/** The first of them are what one looks at. */
	const SHOWN = 6;

	interface Ranked extends Pair {
		readonly seat: MeasuredSeat;
	}
	let ranked = $state.raw<readonly Ranked[]>([]);
	let done = $state(0);
	let asking = $state(false);
	let left = $state.raw<readonly string[]>([]);

	/** Fewer faults first, then more evenly. */
	const order = (a: Ranked, b: Ranked): number => {
		const faults = ({ seat }: Ranked) => seat.conditions.filter((c) => c !== 'fits').length;
		return faults(a) - faults(b) || a.seat.unevenness - b.seat.unevenness;
	};
	async function rank() {
		[asking, done, ranked, left] = [true, 0, [], []];
		for (const pair of pairs) {
			const came = await askReckoning<{ readonly seat: MeasuredSeat }>(
				`/api/horses/${pair.horseId}/measured?saddle=${pair.saddleId}&planned=false`
			);
			if (came && 'answer' in came) ranked = [...ranked, { ...pair, seat: came.answer.seat }].sort(order);
			else left = [...left, pair.name];
			done++;
		}
		asking = false;
	}
</script>

{#snippet line(r: Ranked)}
	<li>
		{#if onchoose}<button type="button" class="link" onclick={() => onchoose(r.id)}>{r.name}</button>{:else}<a
				class="link"
				href={r.href}>{r.name}</a
			>{/if}:
		{r.seat.conditions.map((c) => (c === 'fits' ? 'no fault stands out' : CONDITION_WORDS[c])).join('; ')};
		{Math.round(100 * r.seat.contactShare)}% of it carries, unevenness {Math.round(100 * r.seat.unevenness)}
	</li>
{/snippet}

<section class="sheet grid content-start gap-2" aria-labelledby={`${id}-head`}>
	<h2 id={`${id}-head`}>{question}</h2>
	<button type="button" class="btn" disabled={asking} onclick={() => void rank()}
		>{asking ? `${done} of ${pairs.length}` : act}</button
	>
	{#if ranked.length > 0}
		<ol>
			{#each ranked.slice(0, SHOWN) as r (r.id)}{@render line(r)}{/each}
		</ol>
		{#if ranked.length > SHOWN}
			<details>
				<summary>And {ranked.length - SHOWN} more</summary>
				<ol start={SHOWN + 1}>
					{#each ranked.slice(SHOWN) as r (r.id)}{@render line(r)}{/each}
				</ol>
			</details>
		{/if}
	{/if}
	{#if left.length > 0}<p class="quiet">
			{unseated}: {left.join(', ')}.
		</p>{/if}
	<p class="quiet">A shortlist before anyone lifts a saddle; the hand decides.</p>
</section>

<style>
	ol {
		list-style: decimal;
		padding-left: 1.4rem;
	}
	.btn {
		justify-self: start;
	}
</style>
