<script lang="ts">
	import { goto } from '$app/navigation';

	interface Props {
		yards: readonly { readonly id: string; readonly name: string }[];
		chosen: { readonly id: string; readonly name: string };
		path: string;
	}
	const { yards, chosen, path }: Props = $props();
</script>

{#if yards.length > 1}
	<select
		class="select"
		aria-label="Yard"
		value={chosen.id}
		onchange={(e) => goto(`${path}?yard=${e.currentTarget.value}`)}
	>
		{#each yards as yard (yard.id)}<option value={yard.id}>{yard.name}</option>{/each}
	</select>
{:else}
	<span class="quiet">{chosen.name}</span>
{/if}

<style>
	select {
		max-width: 16rem;
	}
</style>
