<script lang="ts">
	import Gate from '$lib/ui/gate/Gate.svelte';
	import type { PageProps } from './$types.js';

	const { form }: PageProps = $props();
</script>

<svelte:head><title>A new password · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">A new password</h2>
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		{#if form && 'done' in form}
			<p role="status">
				<b>If this address has an account here, a link is on its way to it.</b> It holds for an hour.
			</p>
		{:else}
			<label>Email<input class="input w-full" type="email" name="email" autocomplete="username" required /></label>
			<button class="btn btn-primary">Send me a link</button>
		{/if}
		<p class="ways"><a class="link" href="/sign-in">Back to signing in</a></p>
	</form>
</Gate>
