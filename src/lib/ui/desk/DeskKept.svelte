<script lang="ts">
	import type { Curve } from '$core/curve/index.js';
	import { curveOf, type DraftVisit, type TypedRow } from '../entry/draft.js';
	import TracingGrid from '../entry/TracingGrid.svelte';
	import type { AskedDoubt } from '../../../workers/doubtVisits.worker.js';
	import { underHorse, type FiledVisit, type LooseSheet } from './filing.js';
	import { isQuestion } from './doubts.svelte.js';
	import VisitDoubts from './VisitDoubts.svelte';

	interface Props {
		horseId: string;
		before: Readonly<Record<string, Curve>>;
		draft: DraftVisit;
		station: string;
		elsewhere: readonly FiledVisit[];
		nameOf: (horseId: string) => string | undefined;
		/** Tracings on the desk, those of other visits too. */
		count: number;
		refusal: string;
		/** That it was kept, where it could not be sent. */
		notice: string;
		/** Somebody saved this visit meanwhile. */
		conflict: boolean;
		/** What a visit may be beside what it claims. */
		doubtsOf: (draft: DraftVisit) => readonly AskedDoubt[];
		loose: readonly LooseSheet[];
		typed: readonly TypedRow[];
		sending: boolean;
		ready: boolean;
		onstation: (station: string) => void;
		onchange: (draft: DraftVisit) => void;
		onother: (visit: FiledVisit, next: FiledVisit) => void;
		onleave: (visit: FiledVisit) => void;
		/** Files the visit of the desk under another horse; absent where it stands already. */
		onfile: ((horse: { readonly id: string }) => void) | undefined;
		onmerge: () => void;
		onsave: () => void;
	}
	const {
		horseId,
		before,
		draft,
		station,
		elsewhere,
		nameOf,
		count,
		refusal,
		notice,
		conflict,
		doubtsOf,
		loose,
		typed,
		sending,
		ready,
		onstation,
		onchange,
		onother,
		onleave,
		onfile,
		onmerge,
		onsave
	}: Props = $props();
	const questioned = $derived([draft, ...elsewhere.map((v) => v.draft)].some((d) => doubtsOf(d).some(isQuestion)));
</script>

<section class="sheet kept">
	<TracingGrid
		{before}
		tracings={draft.tracings.map((t) => ({ ...t, curve: curveOf(t) }))}
		{station}
		{onstation}
		onremove={(id) => onchange({ ...draft, tracings: draft.tracings.filter((t) => t.id !== id) })}
	/>
	{#each elsewhere as visit (visit.draft.id)}
		<p class="other">
			<b>{nameOf(visit.horseId)}</b>{visit.horseId === horseId ? ', another visit' : ''}: {visit.draft.tracings
				.map((t) => `${t.station} ${t.repeat}`)
				.sort()
				.join(', ')}
			<button type="button" class="btn btn-ghost" onclick={() => onleave(visit)}>Leave out</button>
		</p>
		<VisitDoubts
			draft={visit.draft}
			doubts={doubtsOf(visit.draft)}
			onchange={(next) => onother(visit, { ...visit, draft: next })}
			onother={(horse) => onother(visit, underHorse(visit, horse.id))}
		/>
	{/each}
	<label class="note"
		>Note <textarea
			class="textarea w-full"
			maxlength="4000"
			rows="2"
			value={draft.note}
			oninput={(e) => onchange({ ...draft, note: e.currentTarget.value })}></textarea></label
	>
	<VisitDoubts {draft} doubts={doubtsOf(draft)} {onchange} {...onfile ? { onother: onfile } : {}} />
	{#if notice}<p role="status" class="alert">{notice}</p>{/if}
	{#if refusal}<p role="alert" class="alert alert-error">{refusal}</p>{/if}
	{#if conflict}<button class="btn" onclick={onmerge}>Load what is there now and add this to it</button>{/if}
	{#if loose.length + typed.length > 0}<p class="quiet" data-testid="unkept">
			{loose.length > 0 ? `${loose.length} sheet${loose.length === 1 ? '' : 's'} not kept yet. ` : ''}{typed.length > 0
				? 'Half-widths typed but not kept yet.'
				: ''}
		</p>{/if}
	<button class="btn btn-primary" class:save={!questioned} disabled={!ready || sending} onclick={onsave}
		>{sending ? 'Saving…' : elsewhere.length > 0 ? `Save all visits (${count})` : `Save the visit (${count})`}</button
	>
	<p class="quiet small">
		Nothing is stored until you save; what you entered stays on this device. Level ground, square on four feet, head
		straight. If the horse shifts, trace again.
	</p>
</section>

<style>
	.kept {
		display: grid;
		gap: 1rem;
	}
	.other {
		border-left: 6px solid var(--zt-strap);
		padding-left: 0.7rem;
	}
	.note {
		font-weight: 600;
	}
	.small {
		font-size: 0.9rem;
	}
	@media (max-width: 900px) {
		/* Where something is asked, the answers stand before the button. */
		.save {
			position: sticky;
			bottom: 0.5rem;
		}
	}
</style>
