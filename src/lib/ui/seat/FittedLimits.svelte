<script lang="ts">
	import type { ComponentProps } from 'svelte';
	import { page } from '$app/state';
	import { askSeat } from './askSeat.js';
	import OwnLimits from './OwnLimits.svelte';

	interface Props {
		horseId: string;
		pairingId: string;
		/** The day by which the saddle was fitted. */
		on: string;
	}
	const { horseId, pairingId, on }: Props = $props();

	let answer = $state.raw<ComponentProps<typeof OwnLimits>>();
	let refused = $state('');
	$effect(() => {
		// Which limits lead is chosen by a form of the page.
		void page.data;
		const moved = new AbortController();
		void askSeat<ComponentProps<typeof OwnLimits>>(
			`/api/horses/${horseId}/limits?pairing=${pairingId}&on=${on}`,
			moved.signal
		).then((came) => {
			if (came) [answer, refused] = 'answer' in came ? [came.answer, ''] : [undefined, came.refused];
		});
		return () => moved.abort();
	});
</script>

{#if answer}
	<OwnLimits {...answer} />
{:else}
	<p class="quiet">{refused || 'Reckoning …'}</p>
{/if}
