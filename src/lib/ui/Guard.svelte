<script lang="ts">
	import type { Snippet } from 'svelte';

	interface Props {
		/** What it holds, as a person would name it: said where it cannot be shown. */
		what: string;
		children: Snippet;
	}
	const { what, children }: Props = $props();
</script>

<!-- One value that cannot be shown must not take the rest of the page along. -->
<svelte:boundary>
	{@render children()}
	{#snippet failed(_error, reset)}
		<section class="sheet failed" role="status" data-testid="card-failed">
			<p><b>{what} cannot be shown.</b> Your records are safe, and the rest of this page is complete.</p>
			<button type="button" class="btn" onclick={reset}>Try again</button>
		</section>
	{/snippet}
</svelte:boundary>

<style>
	.failed {
		display: grid;
		gap: 0.5rem;
		justify-items: start;
	}
</style>
