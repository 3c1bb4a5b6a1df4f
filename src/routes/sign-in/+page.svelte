<script lang="ts">
	import Strap from '$lib/ui/call/Strap.svelte';
	import type { PageProps } from './$types.js';

	const { form }: PageProps = $props();
</script>

<svelte:head><title>Sign in · Zone Tally</title></svelte:head>
<div class="gate">
	<section class="say">
		<h1><img src="/mark.svg" alt="" width="44" height="44" /> Zone Tally</h1>
		<p class="lead">Trace the back. Know when the saddle stops fitting.</p>
		<div class="w"><Strap verdict="steady" /></div>
		<p class="quiet">
			It measures shape and keeps the record. It does not diagnose: pain, heat, swelling or lameness is for a vet.
		</p>
	</section>
	<form method="POST" class="sheet">
		<h2 class="text-xl">Sign in</h2>
		{#if form?.message}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
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
	</form>
</div>

<style>
	.gate {
		display: grid;
		grid-template-columns: 1.1fr 0.9fr;
		gap: 4rem;
		align-items: center;
		max-width: 960px;
		margin: 14vh auto 0;
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
	form {
		display: grid;
		gap: 1rem;
		padding: 1.5rem;
	}
	label {
		display: grid;
		gap: 0.25rem;
		font-weight: 600;
	}
	@media (max-width: 720px) {
		.gate {
			grid-template-columns: 1fr;
			gap: 1.5rem;
			margin-top: 2rem;
		}
		h1 {
			font-size: 1.9rem;
		}
	}
</style>
