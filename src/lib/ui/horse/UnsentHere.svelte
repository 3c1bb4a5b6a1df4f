<script lang="ts">
	import { onMount } from 'svelte';
	import { formatDay } from '../format.js';
	import { sync, type KeptTracings } from '../offline/index.js';

	interface Props {
		horseId: string;
		/** Only what belongs to this visit. */
		visitId?: string;
	}
	const { horseId, visitId }: Props = $props();
	let kept: readonly KeptTracings[] = $state.raw([]);

	async function look() {
		const store = await sync.store();
		kept = store
			.all('tracings')
			.filter((t) => t.horseId === horseId && t.personId === sync.personId && (!visitId || t.id === visitId));
	}
	onMount(look);
	// Whenever the count changes something was saved or sent.
	$effect(() => {
		if (sync.waiting) void look();
	});
</script>

{#each kept as t (t.id)}
	<p class="sheet unsent" role="status" data-testid="unsent-tracings">
		<b
			>{t.draft.tracings.length}
			{t.draft.tracings.length === 1 ? 'tracing' : 'tracings'} of {formatDay(t.draft.visitedOn)}</b
		>
		{#if t.mark === 'refused'}
			{t.why} Kept on this device.
			<a class="link" data-sveltekit-reload href={`/horses/${horseId}/visits/new?visit=${t.id}`}>Open</a>
		{:else}
			kept on this device, not yet sent. The device sends {t.draft.tracings.length === 1 ? 'it' : 'them'} when there is a
			connection.
		{/if}
	</p>
{/each}

<style>
	.unsent {
		border-color: var(--zt-strap);
		margin-bottom: 1rem;
	}
</style>
