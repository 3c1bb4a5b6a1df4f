<script lang="ts">
	import { seatsBeside, type MeasuredSeat } from '$core/seat/index.js';
	import { comparedRows, seatsBesideSentence } from '$words/index.js';
	import BearingView from './BearingView.svelte';
	import { reckoned } from '../reckoned.svelte.js';
	import type { KeptSeat } from './keptSeat.svelte.js';

	interface Props {
		kept: KeptSeat;
		seat: MeasuredSeat;
		/** What the seat of now is called. */
		name: string;
		onaway: () => void;
	}
	const { kept, seat, name, onaway }: Props = $props();

	const asked = reckoned<{ readonly seat: MeasuredSeat }>(() => `${kept.url}&planned=false`);
	const other = $derived(asked.answer?.seat);
	const beside = $derived(other && seatsBeside(other, seat));
</script>

<section class="beside" data-testid="seats-beside" aria-label="Beside the kept seat">
	<p>
		Beside <b>{kept.name}</b>
		<button type="button" class="btn btn-ghost btn-sm" onclick={onaway}>Put it away</button>
	</p>
	{#if asked.refused}<p role="alert">{asked.refused}</p>{/if}
	{#if other && beside}
		<p data-testid="beside-said">{seatsBesideSentence(beside)}</p>
		<div class="views">
			<BearingView bearing={other.bearing} title="Kept" />
			<BearingView bearing={seat.bearing} more={beside.more} title="This one beside the kept" />
		</div>
		<table class="table table-sm">
			<thead><tr><th></th><th>{kept.name}</th><th>{name}</th></tr></thead>
			<tbody>
				{#each comparedRows(beside) as row, nth (nth)}
					<tr class:apart={row.apart}><th>{row.what}</th><td>{row.kept}</td><td>{row.now}</td></tr>
				{/each}
			</tbody>
		</table>
		<p class="quiet">
			Full where this one bears more, hollow where less. In bold what parts by more than drawings leave open; the rest
			may be the pencil.
		</p>
	{:else if !asked.refused}
		<p class="quiet">Reckoning …</p>
	{/if}
</section>

<style>
	.beside {
		display: grid;
		gap: 0.5rem;
		min-width: 0;
		border-top: 1px solid var(--zt-line);
		padding-top: 0.5rem;
	}
	.views {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 15rem), 1fr));
		gap: 0.25rem 1.5rem;
	}
	th {
		font-weight: 400;
		white-space: normal;
	}
	td {
		font-variant-numeric: tabular-nums;
	}
	.apart {
		font-weight: 700;
	}
	.apart th {
		font-weight: 700;
	}
</style>
