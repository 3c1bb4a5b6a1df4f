<script lang="ts">
	import { VERDICT_WORD } from '$words/index.js';
	import type { Verdict } from '$core/call/index.js';
	import StrapDrawing from './StrapDrawing.svelte';
	import { strapId } from './strapId.js';

	interface Props {
		verdict: Verdict | null;
		/** Drawn once on the page by `StrapShapes`, for lists of many. */
		small?: boolean;
	}
	const { verdict, small = false }: Props = $props();
</script>

<svg
	viewBox={small ? '0 0 400 52' : '0 0 400 80'}
	class="strap"
	role="img"
	aria-label={verdict ? `Call: ${VERDICT_WORD[verdict]}` : 'No call yet'}
>
	{#if small}<use href={`#${strapId(verdict)}`} />{:else}
		<StrapDrawing {verdict} words />
	{/if}
</svg>

<style>
	.strap {
		display: block;
		width: 100%;
		overflow: visible;
	}
</style>
