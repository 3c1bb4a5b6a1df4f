<script lang="ts">
	import Strap from '$lib/ui/call/Strap.svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		children: Snippet;
	}
	const { children }: Props = $props();
</script>

<!-- What stands before the door: what this is on the left, what is asked on the right. -->
<div class="gate">
	<section class="say">
		<h1><img src="/mark.svg" alt="" width="44" height="44" /> Zone Tally</h1>
		<p class="lead">Trace the back. Know when the saddle stops fitting.</p>
		<div class="w"><Strap verdict="steady" /></div>
		<p class="quiet">
			It measures shape and keeps the record. It does not diagnose: pain, heat, swelling or lameness is for a vet.
		</p>
	</section>
	<div class="ask">{@render children()}</div>
</div>

<style>
	.gate {
		display: grid;
		grid-template-columns: 1.1fr 0.9fr;
		gap: 4rem;
		align-items: center;
		max-width: 960px;
		margin: 12vh auto 0;
	}
	h1 {
		font-size: 2.4rem;
		display: flex;
		gap: 0.75rem;
		align-items: center;
	}
	.lead {
		font-size: 1.35rem;
		margin: 0.75rem 0 1.5rem;
	}
	.w {
		max-width: 26rem;
		margin-bottom: 1.25rem;
	}
	.ask :global(form) {
		display: grid;
		gap: 1rem;
		padding: 1.5rem;
	}
	.ask :global(label) {
		display: grid;
		gap: 0.25rem;
		font-weight: 600;
	}
	.ask :global(.hint) {
		font-weight: 400;
	}
	.ask :global(.ways) {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1.25rem;
	}
	.ask :global(.ways a) {
		padding: 0.5rem 0;
	}
	@media (max-width: 720px) {
		.gate {
			grid-template-columns: 1fr;
			gap: 1.25rem;
			margin-top: 0.5rem;
		}
		h1 {
			font-size: 1.9rem;
		}
		.w,
		.say .quiet {
			display: none;
		}
		.lead {
			margin: 0.25rem 0 0;
		}
	}
</style>
