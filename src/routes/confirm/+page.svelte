<script lang="ts">
	import Gate from '$lib/ui/gate/Gate.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
</script>

<svelte:head><title>Confirm your address · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">Confirm your address</h2>
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		<input type="hidden" name="token" value={data.token} />
		<p>One press, and this address is yours here.</p>
		<button class="btn btn-primary">Confirm</button>
		<p class="ways"><a class="link" href="/sign-in">Sign in</a></p>
	</form>
</Gate>
