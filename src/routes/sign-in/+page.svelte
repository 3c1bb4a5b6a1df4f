<script lang="ts">
	import { onMount } from 'svelte';
	import { keyRefusal, keysWork, showKey } from '$lib/ui/passkeys.js';
	import Gate from '$lib/ui/gate/Gate.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	let keys = $state(false);
	let refused = $state('');
	onMount(() => (keys = keysWork(data.keyPlace)));
	async function byKey() {
		refused = '';
		try {
			await showKey();
			location.assign(new URLSearchParams(location.search).get('to')?.match(/^\/(?![/\\])[^\\]*$/)?.[0] ?? '/');
		} catch (error) {
			refused = keyRefusal(error);
		}
	}
	const DONE: Readonly<Record<string, string>> = {
		confirmed: 'Your address is confirmed. Sign in.',
		reset: 'Your new password is set. Every earlier session was ended.',
		made: 'If this address is new here, its account is made: sign in with it.',
		mailed: 'Look in your mail: a link there confirms your address.'
	};
	const said = $derived(DONE[data.done ?? '']);
</script>

<svelte:head><title>Sign in · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">Sign in</h2>
		{#if form?.message}<p role="alert" class="alert alert-error">{form.message}</p>
		{:else if said}<p role="status"><b>{said}</b></p>{/if}
		<label
			>Email<input
				class="input w-full"
				type="email"
				name="email"
				autocomplete="username"
				required
				value={form?.email ?? ''}
			/></label
		>
		<label
			>Password<input
				class="input w-full"
				type="password"
				name="password"
				autocomplete="current-password"
				required
			/></label
		>
		<button class="btn btn-primary">Sign in</button>
		{#if keys}<button type="button" class="btn" onclick={byKey}>Sign in with a passkey</button>{/if}
		{#if refused}<p role="alert" class="alert alert-error">{refused}</p>{/if}
		<p class="ways">
			{#if data.maySignUp}<a class="link" href={data.signUp}>Make an account</a>{/if}
			{#if data.mail}<a class="link" href="/forgot">Forgot the password</a>{/if}
		</p>
	</form>
</Gate>
