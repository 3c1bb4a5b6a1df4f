<script lang="ts">
	import type { HandBesideSeat } from '$core/reading/index.js';
	import type { FitDayView } from '$core/seat/index.js';
	import type { Serviced } from '$core/setup/index.js';
	import type { FingerCalibration } from '$core/units/index.js';
	import { reckoned } from '../reckoned.svelte.js';
	import FittedLimits from './FittedLimits.svelte';
	import SeatSaid from './SeatSaid.svelte';

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
		readonly hand: HandBesideSeat | null;
		readonly serviced: Serviced | null;
	}
	const asked = reckoned<Answer>(() => `/api/horses/${horseId}/seat?pairing=${pairingId}&on=${on}`);
</script>

{#snippet more()}
	<p>
		<a class="link" href={`/horses/${horseId}/saddle?pairing=${pairingId}`}>Where it bears, its limits and doubts</a>
	</p>
{/snippet}

<section
	class="sheet seat"
	class:brief
	id="seat"
	aria-labelledby="seat-head"
	aria-busy={!asked.answer && !asked.refused}
>
	<h2 id="seat-head">The saddle that fitted, on this back</h2>
	{#if asked.answer}
		<SeatSaid {...asked.answer} brief={brief ? more : undefined}>
			{#snippet limits()}<FittedLimits {horseId} {pairingId} {on} />{/snippet}
		</SeatSaid>
	{:else if asked.refused}
		<p class="quiet">{asked.refused}</p>
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
	.seat > p {
		grid-column: 1 / -1;
	}
	@media (max-width: 900px) {
		.seat {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
