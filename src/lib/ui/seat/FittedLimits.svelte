<script lang="ts">
	import type { ComponentProps } from 'svelte';
	import { reckoned } from '../reckoned.svelte.js';
	import OwnLimits from './OwnLimits.svelte';

	interface Props {
		horseId: string;
		pairingId: string;
		/** The day by which the saddle was fitted. */
		on: string;
	}
	const { horseId, pairingId, on }: Props = $props();
	const asked = reckoned<ComponentProps<typeof OwnLimits>>(
		() => `/api/horses/${horseId}/limits?pairing=${pairingId}&on=${on}`
	);
</script>

{#if asked.answer}
	<OwnLimits {...asked.answer} />
{:else}
	<p class="quiet">{asked.refused ?? 'Reckoning …'}</p>
{/if}
