<script lang="ts">
	import { formatDay } from '../format.js';
	import FileDrop from './FileDrop.svelte';

	interface Props {
		yard: { readonly id: string; readonly name: string };
	}
	const { yard }: Props = $props();

	interface VisitSize {
		readonly visitedOn: string;
		readonly tracings: number;
		readonly entries: number;
	}
	interface Put {
		readonly horseId: string;
		readonly horseName: string;
		readonly added: number;
		readonly known: number;
		readonly message?: string;
		/** Visits that stand here at another version than in the file. */
		readonly differing: readonly {
			readonly visitId: string;
			readonly here: VisitSize;
			readonly archive: VisitSize;
			readonly otherHorse: boolean;
			readonly deletedHere: boolean;
		}[];
		readonly taken: boolean;
	}
	let open = $state(false);
	let as: 'same' | 'new' = $state('same');
	let busy = $state(false);
	let refusal = $state('');
	let put: Put | undefined = $state();
	let file: File | undefined = $state.raw();
	const sizeWords = (v: VisitSize): string =>
		`${formatDay(v.visitedOn)}, ${v.tracings} ${v.tracings === 1 ? 'tracing' : 'tracings'}, ${v.entries} ${v.entries === 1 ? 'entry' : 'entries'}`;

	async function take([chosen]: File[], differ: 'keep' | 'take' = 'keep') {
		file = chosen ?? file;
		if (!file) return;
		[busy, refusal, put] = [true, '', undefined];
		try {
			const answer = await fetch(`/api/yards/${yard.id}/record?as=${as}&differ=${differ}`, {
				method: 'POST',
				headers: { 'content-type': 'application/zip' },
				body: file
			});
			const body = (await answer.json()) as Put;
			if (answer.ok) put = body;
			else refusal = body.message ?? 'It could not be imported. Nothing was changed.';
		} catch {
			refusal = 'No connection. Nothing was changed; try again when it is back.';
		}
		busy = false;
	}
</script>

<section class="sheet whole" aria-labelledby="whole-head">
	<h2 id="whole-head">A horse with its whole record</h2>
	<p class="quiet">
		The ZIP file from another yard’s horse page: visits, taps, pictures, rides, saddles and fit marks. What is here
		already stays as it is.
	</p>
	{#if !open}<button type="button" class="btn" onclick={() => (open = true)}>Import a horse</button>{:else}
		<fieldset>
			<legend class="sr-only">As which horse</legend>
			<label
				><input type="radio" class="radio" bind:group={as} value="same" /> the same horse: add what is missing</label
			>
			<label><input type="radio" class="radio" bind:group={as} value="new" /> as a new horse</label>
		</fieldset>
		<FileDrop accept=".zip,application/zip" onfiles={(files) => void take(files)}
			><b>Drop the ZIP here, or choose</b><br /><span class="quiet">into {yard.name}</span></FileDrop
		>
	{/if}
	{#if busy}<p role="status">Importing and calculating…</p>{/if}
	{#if refusal}<p role="alert" class="alert alert-error">{refusal}</p>{/if}
	{#if put}
		<p role="status">
			<b>{put.horseName}</b>: {put.added === 0
				? 'all of it was here already'
				: `${put.added} new rows${put.known ? `, ${put.known} were here already` : ''}`}.
			<a class="link" href={`/horses/${put.horseId}`}>Open the horse</a>
		</p>
		{#if put.differing.length > 0}
			<div class="differing" role="status" data-testid="differing">
				<p>
					<b
						>{put.differing.length === 1 ? 'One visit differs' : `${put.differing.length} visits differ`} between this yard
						and the file.</b
					>
					{put.taken
						? 'The visits of the file now stand; what stood here is kept as an earlier version.'
						: 'Nothing was added to them: what stands here was kept.'}
				</p>
				<ul>
					{#each put.differing as d (d.visitId)}
						<li>
							Here: {sizeWords(d.here)}{d.deletedHere ? ', deleted' : ''}{d.otherHorse
								? ', moved to another horse'
								: ''}. In the file: {sizeWords(d.archive)}.
						</li>
					{/each}
				</ul>
				{#if !put.taken && put.differing.some((d) => !d.otherHorse)}
					<button type="button" class="btn" disabled={busy} onclick={() => void take([], 'take')}
						>Use the file’s version of these visits</button
					>
				{/if}
			</div>
		{/if}
	{/if}
</section>

<style>
	.whole {
		display: grid;
		gap: 0.6rem;
		align-content: start;
		margin-top: 1rem;
	}
	.differing {
		display: grid;
		gap: 0.5rem;
		justify-items: start;
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
	label {
		display: flex;
		gap: 0.6rem;
		align-items: center;
		min-height: 2.75rem;
	}
</style>
