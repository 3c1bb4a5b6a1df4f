<script lang="ts">
	import { doubtQuestion, remedyWord } from '$words/index.js';
	import type { AskedDoubt } from '../../../workers/doubtVisits.worker.js';
	import type { DraftVisit } from '../entry/draft.js';
	import { isQuestion } from './doubts.svelte.js';
	import { remedied } from './remedy.js';

	interface Props {
		draft: DraftVisit;
		/** Doubts of this draft. */
		doubts: readonly AskedDoubt[];
		/** Puts another draft in its place: put right, or said to be right. */
		onchange: (draft: DraftVisit) => void;
		/** Files the draft under another horse; absent where that cannot be done here. */
		onother?: (horse: { readonly id: string; readonly name: string }) => void;
	}
	const { draft, doubts, onchange, onother }: Props = $props();

	/** As it was before it was put right by a tap. */
	let was: DraftVisit | undefined = $state.raw();
	const wordOf = (d: AskedDoubt): string | undefined => {
		if (d.kind === 'other-horse' && !onother) return undefined;
		return remedyWord({ kind: d.kind, factor: d.factor, like: d.resembles?.name });
	};
	function put(doubt: AskedDoubt) {
		if (doubt.kind === 'other-horse') {
			if (doubt.resembles) onother?.(doubt.resembles);
			return;
		}
		const right = remedied(draft, doubt);
		if (!right) return;
		was = draft;
		onchange(right);
	}
</script>

{#each doubts as doubt, nth (nth)}
	<div
		class="doubted"
		class:plain={!isQuestion(doubt)}
		role={isQuestion(doubt) ? 'alert' : 'status'}
		data-testid="visit-doubt"
	>
		<p>{doubtQuestion({ kind: doubt.kind, sure: doubt.sure, factor: doubt.factor, like: doubt.resembles?.name })}</p>
		{#if isQuestion(doubt)}
			<div class="answers">
				{#if wordOf(doubt)}<button type="button" class="btn btn-primary" onclick={() => put(doubt)}
						>{wordOf(doubt)}</button
					>{/if}
				<button type="button" class="btn" onclick={() => onchange({ ...draft, checked: true })}>No, it is right</button>
			</div>
		{/if}
	</div>
{/each}
{#if was && was.id === draft.id}
	<p class="quiet" role="status">
		Put right. <button
			type="button"
			class="btn btn-ghost"
			onclick={() => {
				if (was) onchange(was);
				was = undefined;
			}}>Undo</button
		>
	</p>
{/if}
{#if draft.checked}<p class="quiet" data-testid="said-right">
		You said that these sheets are right.
		<button type="button" class="btn btn-ghost" onclick={() => onchange({ ...draft, checked: false })}>Ask again</button
		>
	</p>{/if}

<style>
	.doubted {
		display: grid;
		gap: 0.5rem;
		border-left: 6px solid var(--zt-strap);
		background: var(--zt-hide-2);
		padding: 0.6rem 0.8rem;
		border-radius: 0.4rem;
	}
	.doubted p {
		font-weight: 600;
	}
	.plain p {
		font-weight: 400;
	}
	.answers {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
	}
</style>
