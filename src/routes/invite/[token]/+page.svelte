<script lang="ts">
	import Gate from '$lib/ui/gate/Gate.svelte';
	import { ROLE_MEANS, ROLE_WORD } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const to = $derived(`/invite/${data.token}`);
</script>

<svelte:head><title>An invitation · Zone Tally</title></svelte:head>
<Gate>
	<form method="POST" class="sheet">
		<h2 class="text-xl">{data.offer.horseName ?? data.offer.yardName}</h2>
		{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
		<p>
			{data.offer.by ?? 'Somebody'} invites you to {data.offer.horseName
				? `this one horse of ${data.offer.yardName}`
				: 'this yard'} as <b>{ROLE_WORD[data.offer.role].toLowerCase()}</b>.
		</p>
		<p class="quiet">{ROLE_MEANS[data.offer.role]}</p>
		{#if data.taken}
			<p role="status">
				<b>Somebody has taken this invitation.</b> Each link is for one person: ask for one of your own.
			</p>
		{:else if data.signedIn}
			<button class="btn btn-primary">Take it</button>
		{:else}
			<a class="btn btn-primary" href={`/sign-up?invite=${data.token}`}>Make an account</a>
			<a class="btn" href={`/sign-in?to=${to}`}>I have one: sign in</a>
		{/if}
	</form>
</Gate>
