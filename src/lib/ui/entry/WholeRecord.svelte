<script lang="ts">
	import FileDrop from './FileDrop.svelte';

	interface Props {
		yard: { readonly id: string; readonly name: string };
	}
	const { yard }: Props = $props();

	interface Put {
		readonly horseId: string;
		readonly horseName: string;
		readonly added: number;
		readonly known: number;
		readonly message?: string;
	}
	let open = $state(false);
	let as: 'same' | 'new' = $state('same');
	let busy = $state(false);
	let refusal = $state('');
	let put: Put | undefined = $state();

	async function take([file]: File[]) {
		if (!file) return;
		[busy, refusal, put] = [true, '', undefined];
		try {
			const answer = await fetch(`/api/yards/${yard.id}/record?as=${as}`, {
				method: 'POST',
				headers: { 'content-type': 'application/zip' },
				body: file
			});
			const body = (await answer.json()) as Put;
			if (answer.ok) put = body;
			else refusal = body.message ?? 'It could not be taken in. Nothing was changed.';
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
	{#if !open}<button type="button" class="btn" onclick={() => (open = true)}>Take one in</button>{:else}
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
	{#if busy}<p role="status">Taking it in and judging it…</p>{/if}
	{#if refusal}<p role="alert" class="alert alert-error">{refusal}</p>{/if}
	{#if put}
		<p role="status">
			<b>{put.horseName}</b>: {put.added === 0
				? 'all of it was here already'
				: `${put.added} new rows${put.known ? `, ${put.known} were here already` : ''}`}.
			<a class="link" href={`/horses/${put.horseId}`}>Open the horse</a>
		</p>
	{/if}
</section>

<style>
	.whole {
		display: grid;
		gap: 0.6rem;
		align-content: start;
		margin-top: 1rem;
	}
	label {
		display: flex;
		gap: 0.6rem;
		align-items: center;
		min-height: 2.75rem;
	}
</style>
