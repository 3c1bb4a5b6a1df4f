<script lang="ts">
	import { enhance } from '$app/forms';
	import { formatDay } from '../format.js';
	import { fieldWords } from '../walk/fieldWords.js';

	interface Props {
		horseId: string;
		entries: readonly {
			readonly visitId: string;
			readonly entryId: string;
			readonly visitedOn: string;
			readonly field: string;
			readonly value: string;
		}[];
		mayDelete: boolean;
	}
	const { horseId, entries, mayDelete }: Props = $props();
</script>

{#if entries.length > 0}
	<section class="sheet unreadable" role="status" data-testid="unreadable">
		<h2>{entries.length === 1 ? 'One entry' : `${entries.length} entries`} cannot be read</h2>
		<p>
			Everything else is shown and judged without {entries.length === 1 ? 'it' : 'them'}. Open the visit and enter it
			again, or delete it.
		</p>
		<ul>
			{#each entries as e (e.entryId)}
				<li>
					<span><b>{formatDay(e.visitedOn)}</b>: {fieldWords(e.field)}, <code>{e.value}</code></span>
					<a class="link" data-sveltekit-reload href={`/horses/${horseId}/walk?visit=${e.visitId}`}>Open the visit</a>
					{#if mayDelete}
						<form method="POST" action={`/horses/${horseId}?/removeEntry`} use:enhance>
							<input type="hidden" name="visit" value={e.visitId} />
							<input type="hidden" name="entry" value={e.entryId} />
							<button class="btn">Delete entry</button>
						</form>
					{/if}
				</li>
			{/each}
		</ul>
	</section>
{/if}

<style>
	.unreadable {
		display: grid;
		gap: 0.5rem;
		border-color: var(--zt-strap);
		margin-block: 1rem;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: center;
		overflow-wrap: anywhere;
	}
</style>
