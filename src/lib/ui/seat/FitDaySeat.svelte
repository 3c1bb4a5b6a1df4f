<script lang="ts">
	import type { HandBesideSeat } from '$core/reading/index.js';
	import type { FitDayView } from '$core/seat/index.js';
	import type { FingerCalibration } from '$core/units/index.js';
	import {
		CONDITION_WORDS,
		FIT_DAY_DOUBT_WORDS,
		fitDaySentences,
		handBesideWords,
		stricterLimits
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import BearingView from './BearingView.svelte';

	interface Props {
		horseId: string;
		pairingId: string;
		/** The day whose back it is seated on. */
		on: string;
		/** Only what it comes to; the rest stands with the saddle. */
		brief?: boolean;
	}
	const { horseId, pairingId, on, brief = false }: Props = $props();

	interface Answer {
		readonly seat: FitDayView;
		readonly fingers: FingerCalibration;
		/** Room counted by hand near both days. */
		readonly hand: HandBesideSeat | null;
	}
	let answer = $state<Answer>();
	let refused = $state<string>();

	async function ask(url: string, signal: AbortSignal): Promise<void> {
		try {
			const response = await fetch(url, { signal });
			const body = (await response.json()) as Answer & { message?: string };
			if (response.ok) answer = body;
			else refused = body.message ?? 'The seat could not be reckoned.';
		} catch {
			// Moved on, or no connection: the card says so.
			if (!signal.aborted) refused = 'No connection: the seat is reckoned when it is back.';
		}
	}
	$effect(() => {
		answer = undefined;
		refused = undefined;
		const moved = new AbortController();
		void ask(`/api/horses/${horseId}/seat?pairing=${pairingId}&on=${on}`, moved.signal);
		return () => moved.abort();
	});
	const faults = $derived(answer?.seat.conditions.filter((c) => c !== 'fits') ?? []);
	const possible = $derived(
		Object.entries(answer?.seat.chances ?? {}).filter(([c]) => !faults.includes(c as (typeof faults)[number]))
	);
</script>

<section class="sheet seat" class:brief id="seat" aria-labelledby="seat-head" aria-busy={!answer && !refused}>
	<h2 id="seat-head">The saddle that fitted, on this back</h2>
	{#if answer}
		{@const { seat, fingers, hand } = answer}
		<div class="said">
			<ul>
				{#each fitDaySentences(seat, fingers) as line (line)}<li>{line}</li>{/each}
			</ul>
			<p>
				{#if faults.length > 0}Reckoned: <b>{faults.map((c) => CONDITION_WORDS[c]).join('; ')}</b>.
				{:else if possible.length > 0}No fault is probable; possible: {possible
						.map(
							([c, p]) => `${CONDITION_WORDS[c as keyof typeof CONDITION_WORDS]} (${Math.round(100 * (p ?? 0))} in 100)`
						)
						.join('; ')}.
				{:else}No single fault stands out in how it bears.{/if}
			</p>
			{#if hand}<p>{handBesideWords(hand, formatDay)}</p>{/if}
			<p class="quiet">
				An inference from the shapes alone. Where your hand under the saddle says otherwise, believe the hand.
			</p>
			{#if brief}<p>
					<a class="link" href={`/horses/${horseId}/saddle?pairing=${pairingId}`}
						>Where it bears, its limits and doubts</a
					>
				</p>{:else}
				<details>
					<summary>Where this saddle is stricter than the usual limits</summary>
					<ul>
						{#each stricterLimits(seat.limits) as line (line)}<li>{line}</li>
						{:else}<li>Nowhere: the usual limits of the call come first.</li>{/each}
					</ul>
					<p class="quiet">Reckoned from this back and its saddle, give or take a quarter. It never loosens a limit.</p>
				</details>
				<details>
					<summary>What it does not know</summary>
					<ul>
						{#each seat.doubts as doubt (doubt)}<li>{FIT_DAY_DOUBT_WORDS[doubt]}</li>{/each}
						<li>Pad, shims, girth and the moving horse are left out; a rider of usual weight sits in the middle.</li>
					</ul>
				</details>
			{/if}
		</div>
		<div class="views">
			<BearingView bearing={seat.fitted} title={formatDay(seat.fitDay)} />
			<BearingView bearing={seat.now} title={formatDay(seat.on)} />
			<p class="quiet">
				Where it bears, from above: the larger a dot, the more load; dark from a quarter over even. Below, the share of
				each third.
			</p>
		</div>
	{:else if refused}
		<p class="quiet">{refused}</p>
	{:else}
		<p class="quiet">Reckoning …</p>
	{/if}
</section>

<style>
	.seat {
		display: grid;
		grid-template-columns: minmax(15rem, 1fr) minmax(0, 2fr);
		gap: 0.5rem 1.25rem;
		margin-top: 1rem;
	}
	.brief {
		grid-template-columns: minmax(0, 1fr);
		margin-top: 0;
		align-content: start;
	}
	h2 {
		grid-column: 1 / -1;
		font-size: 1.15rem;
	}
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
	.views > p {
		grid-column: 1 / -1;
	}
	.seat > p {
		grid-column: 1 / -1;
	}
	@media (max-width: 900px) {
		.seat,
		.views {
			grid-template-columns: minmax(0, 1fr);
		}
		.brief .views {
			display: none;
		}
	}
</style>
