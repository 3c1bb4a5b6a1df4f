<script lang="ts">
	import Gate from '$lib/ui/gate/Gate.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const typed = $derived(form && 'typed' in form ? form.typed : undefined);
</script>

<svelte:head><title>Make an account · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">Make an account</h2>
		{#if data.to}<p class="quiet">You are invited to <b>{data.to}</b>.</p>{/if}
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		<input type="hidden" name="invite" value={data.invite} />
		<label
			>Name<input
				class="input w-full"
				name="name"
				autocomplete="name"
				required
				maxlength="80"
				value={typed?.['name'] ?? ''}
			/></label
		>
		<label
			>Email<input
				class="input w-full"
				type="email"
				name="email"
				autocomplete="username"
				required
				value={typed?.['email'] ?? data.email}
			/></label
		>
		<label
			>Password<input
				class="input w-full"
				type="password"
				name="password"
				autocomplete="new-password"
				required
				minlength={data.least}
			/><span class="hint quiet">{data.least} characters or more</span></label
		>
		<button class="btn btn-primary">Make the account</button>
		<p class="ways"><a class="link" href="/sign-in{data.invite ? `?to=/invite/${data.invite}` : ''}">I have one</a></p>
	</form>
</Gate>
