<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { HandBesideSeat } from '$core/reading/index.js';
	import type { FitDayView } from '$core/seat/index.js';
	import type { Serviced } from '$core/setup/index.js';
	import type { FingerCalibration } from '$core/units/index.js';
	import {
		CONDITION_WORDS,
		FIT_DAY_DOUBT_WORDS,
		fitDaySentences,
		handBesideWords,
		servicedWords
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import BearingView from './BearingView.svelte';

	interface Props {
		seat: FitDayView;
		fingers: FingerCalibration;
		/** Room counted by hand near both days. */
		hand: HandBesideSeat | null;
		/** What was done to its underside since it fitted. */
		serviced?: Serviced | null;
		/** What this saddle bears. */
		limits?: Snippet;
		/** In place of its limits and doubts, where only what it comes to is said. */
		brief?: Snippet | undefined;
	}
	const { seat, fingers, hand, serviced = null, limits, brief }: Props = $props();
	const faults = $derived(seat.conditions.filter((c) => c !== 'fits'));
	const possible = $derived(
		Object.entries(seat.chances).filter(([c]) => !faults.includes(c as (typeof faults)[number]))
	);
</script>

<div class="said">
	<ul>
		{#each fitDaySentences(seat, fingers) as line, nth (nth)}<li>{line}</li>{/each}
	</ul>
	<p>
		{#if faults.length > 0}Reckoned: <b>{faults.map((c) => CONDITION_WORDS[c]).join('; ')}</b>.
		{:else if possible.length > 0}No fault is probable; possible: {possible
				.map(([c, p]) => `${CONDITION_WORDS[c as keyof typeof CONDITION_WORDS]} (${Math.round(100 * (p ?? 0))} in 100)`)
				.join('; ')}.
		{:else}No single fault stands out in how it bears.{/if}
	</p>
	{#if serviced}<p><b>{servicedWords(serviced, formatDay)}</b></p>{/if}
	{#if hand}<p>{handBesideWords(hand, formatDay)}</p>{/if}
	<p class="quiet">
		An inference from the shapes alone. Where your hand under the saddle says otherwise, believe the hand.
	</p>
	{#if brief}{@render brief()}{:else}
		<details>
			<summary>What it does not know</summary>
			<ul>
				{#each seat.doubts as doubt, nth (nth)}<li>{FIT_DAY_DOUBT_WORDS[doubt]}</li>{/each}
				<li>Pad, shims, girth and the moving horse are left out; a rider of usual weight sits in the middle.</li>
			</ul>
		</details>
	{/if}
</div>
<div class="views" class:brief={brief !== undefined}>
	<BearingView bearing={seat.fitted} title={formatDay(seat.fitDay)} />
	<BearingView bearing={seat.now} title={formatDay(seat.on)} />
	<p class="quiet">
		Where it bears, from above: the larger a dot, the more load; dark from a quarter over even. Below, the share of each
		third.
	</p>
	{#if limits && !brief}
		<details>
			<summary>Its own limits</summary>
			{@render limits()}
		</details>
	{/if}
</div>

<style>
	.said {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	.said ul {
		display: grid;
		gap: 0.3rem;
	}
	details ul {
		list-style: disc;
		padding-left: 1.1rem;
	}
	summary {
		cursor: pointer;
		min-height: 2rem;
	}
	.views {
		display: grid;
		grid-template-columns: repeat(2, minmax(0, 1fr));
		gap: 0.5rem 1.25rem;
		align-content: start;
	}
	.views > p,
	.views > details {
		grid-column: 1 / -1;
	}
	@media (max-width: 900px) {
		.views {
			grid-template-columns: minmax(0, 1fr);
		}
		.views.brief {
			display: none;
		}
	}
</style>
