<script lang="ts">
	import type { MeasuredSeat } from '$core/seat/index.js';
	import { CONDITION_WORDS } from '$words/index.js';

	interface Props {
		saddleId: string;
		horses: readonly { readonly id: string; readonly name: string }[];
		onchoose: (horseId: string) => void;
	}
	const { saddleId, horses, onchoose }: Props = $props();

	interface Ranked {
		readonly id: string;
		readonly name: string;
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
		for (const horse of horses) {
			const response = await fetch(`/api/horses/${horse.id}/measured?saddle=${saddleId}`).catch(() => undefined);
			if (response?.ok) {
				const { seat } = (await response.json()) as { seat: MeasuredSeat };
				ranked = [...ranked, { ...horse, seat }].sort(order);
			} else left = [...left, horse.name];
			done++;
		}
		asking = false;
	}
</script>

<section class="sheet" aria-labelledby="rank-head">
	<h2 id="rank-head">Which horse does it sit best on?</h2>
	<button type="button" class="btn" disabled={asking} onclick={() => void rank()}
		>{asking ? `${done} of ${horses.length}` : `Seat it on all ${horses.length}`}</button
	>
	{#if ranked.length > 0}
		<ol>
			{#each ranked as r (r.id)}
				<li>
					<button type="button" class="link" onclick={() => onchoose(r.id)}>{r.name}</button>:
					{r.seat.conditions.map((c) => (c === 'fits' ? 'no fault stands out' : CONDITION_WORDS[c])).join('; ')};
					{Math.round(100 * r.seat.contactShare)}% of it carries, unevenness {Math.round(100 * r.seat.unevenness)}
				</li>
			{/each}
		</ol>
	{/if}
	{#if left.length > 0}<p class="quiet">
			Not seated, as no two stations were traced on one day: {left.join(', ')}.
		</p>{/if}
	<p class="quiet">A shortlist before anyone lifts a saddle; the hand decides.</p>
</section>

<style>
	section {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	h2 {
		font-size: 1.15rem;
	}
	ol {
		list-style: decimal;
		padding-left: 1.4rem;
	}
	.btn {
		justify-self: start;
	}
</style>
