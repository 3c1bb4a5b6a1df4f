<script lang="ts">
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const typed = $derived(form && 'typed' in form ? form.typed : undefined);
</script>

<svelte:head><title>Make a yard · Zone Tally</title></svelte:head>
<form method="POST" class="sheet">
	<h1>Make a yard</h1>
	<p class="quiet">Horses and saddles stand in a yard. You own it, and say who else belongs to it.</p>
	{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
	<input type="hidden" name="id" value={typed?.['id'] ?? data.id} />
	<label>Its name<input class="input" name="name" required maxlength="80" value={typed?.['name'] ?? ''} /></label>
	<button class="btn btn-primary">Make it</button>
</form>

<style>
	form {
		max-width: 30rem;
		margin: 0 auto;
		display: grid;
		gap: 1rem;
	}
	h1 {
		font-size: 1.6rem;
	}
	label {
		display: grid;
		gap: 0.25rem;
		font-weight: 600;
	}
	.input {
		width: 100%;
	}
</style>
