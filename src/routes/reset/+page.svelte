<script lang="ts">
	import Gate from '$lib/ui/gate/Gate.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
</script>

<svelte:head><title>Set a new password · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">Set a new password</h2>
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		<input type="hidden" name="token" value={data.token} />
		<label
			>New password<input
				class="input w-full"
				type="password"
				name="password"
				autocomplete="new-password"
				required
				minlength={data.least}
			/><span class="hint quiet">{data.least} characters or more. Wherever you are signed in now, that ends.</span
			></label
		>
		<button class="btn btn-primary">Set it</button>
		<p class="ways"><a class="link" href="/forgot">Send me a new link</a></p>
	</form>
</Gate>
