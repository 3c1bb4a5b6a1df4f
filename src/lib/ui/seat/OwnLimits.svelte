<script lang="ts">
	import { enhance } from '$app/forms';
	import type { CallLimits, LimitLead } from '$core/call/index.js';
	import type { Limits } from '$core/change/index.js';
	import type { OwnLimit } from '$core/seat/index.js';
	import { giveOrTakeSd, limitsWords, ownLimitRows } from '$words/index.js';

	interface Props {
		limits: readonly OwnLimit[];
		/** What they come to for the call, beside the usual ones, and which lead; absent where only read. */
		choice?:
			| {
					readonly pairingId: string;
					readonly lead: LimitLead;
					readonly own: CallLimits;
					readonly usual: Limits;
					readonly may: boolean;
			  }
			| undefined;
	}
	const { limits, choice }: Props = $props();
</script>

<table class="table">
	<thead><tr><th>If the back</th><th>it bears</th><th>then</th></tr></thead>
	<tbody>
		{#each ownLimitRows(limits) as row, nth (nth)}
			<tr><td>{row.way}</td><td class="bears">{giveOrTakeSd(row.mm, row.sdMm)}</td><td>{row.then}</td></tr>
		{/each}
	</tbody>
</table>
{#if choice}
	{#if choice.may}
		<form
			method="POST"
			action="?/lead"
			use:enhance={() =>
				({ update }) =>
					update({ reset: false })}
		>
			<input type="hidden" name="pairingId" value={choice.pairingId} />
			<fieldset>
				<legend>Which limits lead the call?</legend>
				<label
					><input class="radio" type="radio" name="lead" value="usual" checked={choice.lead === 'usual'} />
					<span><b>The usual ones</b>: {limitsWords(choice.usual)}</span></label
				>
				<label
					><input class="radio" type="radio" name="lead" value="own" checked={choice.lead === 'own'} />
					<span><b>This saddle’s own</b>: {limitsWords(choice.own)}</span></label
				>
			</fieldset>
			<button class="btn">Judge by these</button>
		</form>
	{:else}
		<p>{choice.lead === 'own' ? 'This saddle’s own lead the call' : 'The usual limits lead the call'}.</p>
	{/if}
{/if}
<p class="quiet">
	Reckoned from the shape of the fitted day; the range is what nobody knows of padding, rider, panel and of how a back
	changes. Its own are the strictest of these and never more than half over the usual ones. Choose them with your
	fitter; the hand decides.
</p>

<style>
	td,
	th {
		padding: 0.2rem 0.5rem 0.2rem 0;
		white-space: normal;
	}
	.bears {
		white-space: nowrap;
	}
	form {
		display: grid;
		gap: 0.5rem;
		justify-items: start;
		margin: 0.5rem 0;
	}
	fieldset {
		display: grid;
		gap: 0.25rem;
	}
	legend {
		font-weight: 600;
	}
	label {
		display: flex;
		gap: 0.6rem;
		align-items: center;
		min-height: 2.75rem;
	}
</style>
