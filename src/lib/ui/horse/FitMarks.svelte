<script lang="ts">
	import NewId from '$lib/ui/NewId.svelte';
	import { enhance } from '$app/forms';
	import type { JoinedCall } from '$core/call/index.js';
	import type { Baseline, SideChange } from '$core/change/index.js';
	import { baselineSentence, reasonSentence, regainedSentence, VERDICT_WORD } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Mark {
		readonly id: string;
		readonly visitId: string;
		readonly fittedOn: string;
		readonly fittedBy: string;
	}
	interface Props {
		horseId: string;
		mayMark: boolean;
		pairingId: string | undefined;
		marks: readonly Mark[];
		/** Marks that were taken away and can be put back. */
		gone: readonly Mark[];
		visits: readonly { readonly id: string; readonly visitedOn: string }[];
		day: string | null;
		/** How the horse stands; a mark over a refit or a stop is confirmed with its reasons. */
		joined: JoinedCall | null;
		/** What the back of the latest mark's day is in itself. */
		baseline: Baseline | null;
		/** How the shape has changed since. */
		changes: readonly SideChange[];
		/** What the last form of the page was answered. */
		form: { message?: string; typed?: Record<string, string>; done?: string; id?: string } | null;
	}
	const { horseId, mayMark, pairingId, marks, gone, visits, day, joined, baseline, changes, form }: Props = $props();
	const markHere = $derived(marks.find((m) => visits.some((v) => v.id === m.visitId && v.visitedOn === day)));
	const alarming = $derived(joined?.verdict === 'refit' || joined?.verdict === 'stop');
	let fitted = $state(false);
</script>

<section class="sheet grid content-start gap-2" id="fit">
	<h2>Fit mark</h2>
	<p class="quiet">The visit from which this saddle was judged to fit, by whom. Changes count from the latest one.</p>
	{#if form?.message}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
	<ul class="marks">
		{#each marks as mark (mark.id)}
			<li>
				{formatDay(mark.fittedOn)}{mark.fittedBy ? `, ${mark.fittedBy}` : ', by nobody named'}
				{#if mayMark}<form method="POST" action="?/unfit" use:enhance>
						<input type="hidden" name="id" value={mark.id} /><input type="hidden" name="out" value="yes" /><button
							class="btn btn-ghost"
							aria-label={`Take away the fit mark of ${formatDay(mark.fittedOn)}`}>Take away</button
						>
					</form>{/if}
			</li>
		{/each}
		{#each mayMark ? gone : [] as mark (mark.id)}
			<li class="quiet">
				taken away: {formatDay(mark.fittedOn)}{mark.fittedBy ? `, ${mark.fittedBy}` : ''}
				<form method="POST" action="?/unfit" use:enhance>
					<input type="hidden" name="id" value={mark.id} /><input type="hidden" name="out" value="no" /><button
						class="btn btn-ghost"
						aria-label={`Put back the fit mark of ${formatDay(mark.fittedOn)}`}>Put back</button
					>
				</form>
			</li>
		{/each}
	</ul>
	{#if marks.length > 0 && baseline && baselineSentence(baseline)}
		<p class="baseline" data-testid="baseline">
			{baselineSentence(baseline)}
			{#if regainedSentence(baseline, changes)}<b>{regainedSentence(baseline, changes)}</b>{/if}
		</p>
	{/if}
	{#if form && 'done' in form && form.done === 'fit' && fitted}
		<form method="POST" action="?/unfit" class="undo" use:enhance role="status">
			<input type="hidden" name="id" value={form.id} /><input type="hidden" name="out" value="yes" />
			Fit mark set. <button class="btn">Undo</button>
		</form>
	{/if}
	{#if pairingId && visits.length > 0 && mayMark}
		<form
			method="POST"
			action="?/fit"
			class="fit"
			use:enhance={() =>
				async ({ update, result }) => {
					fitted = result.type === 'success';
					await update();
				}}
		>
			<NewId />
			<input type="hidden" name="pairingId" value={pairingId} />
			<label
				>Fits from the visit of
				<select class="select" name="visitId"
					>{#each visits as v (v.id)}<option value={v.id} selected={v.visitedOn === day}
							>{formatDay(v.visitedOn)}</option
						>{/each}</select
				>
			</label>
			<label
				>Judged by<input
					class="input"
					name="fittedBy"
					required
					maxlength="80"
					placeholder="name of the fitter"
					value={form && 'typed' in form ? (form.typed['fittedBy'] ?? '') : ''}
				/></label
			>
			{#if alarming && joined}
				<fieldset class="confirm">
					<p>
						It stands at <b class="alarm">{VERDICT_WORD[joined.verdict]}</b>. A fit mark makes it steady, whatever was
						found:
					</p>
					<ul>
						{#each joined.reasons.slice(0, 3) as r (r.code + JSON.stringify(r.data))}<li>
								{reasonSentence(r)}
							</li>{/each}
					</ul>
					<label class="tick"
						><input class="checkbox" type="checkbox" name="confirmed" value="yes" required /> The saddle was seen on this
						horse since then and fits</label
					>
				</fieldset>
			{/if}
			<button class="btn">{markHere ? 'Set another fit mark' : 'Set fit mark'}</button>
		</form>
	{:else if !pairingId}
		<p>First say which saddle: <a class="link" href={`/saddles?horse=${horseId}`}>saddles</a>.</p>
	{/if}
</section>

<style>
	.marks li {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	.fit {
		display: grid;
		gap: 0.6rem;
	}
	.fit label {
		display: grid;
		font-weight: 600;
	}
	.fit .tick {
		display: flex;
		gap: 0.6rem;
		align-items: center;
		min-height: 3rem;
	}
	.confirm {
		border-left: 6px solid var(--zt-alarm);
		padding-left: 0.75rem;
		display: grid;
		gap: 0.3rem;
	}
	.confirm ul {
		list-style: disc;
		padding-left: 1.2rem;
	}
	.alarm {
		color: var(--zt-alarm);
	}
	.baseline {
		border-left: 6px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
	.undo {
		display: flex;
		align-items: center;
		gap: 0.75rem;
	}
</style>
