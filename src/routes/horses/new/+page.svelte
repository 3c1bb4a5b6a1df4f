<script lang="ts">
	import HorseForm from '$lib/ui/HorseForm.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const typed = $derived(form?.typed ?? {});
	const values = $derived({
		id: data.id,
		yardId: data.yard.id,
		name: typed['name'] ?? '',
		about: typed['about'] ?? '',
		bornYear: typed['bornYear'] ?? ''
	});
</script>

<svelte:head><title>Add a horse · Zone Tally</title></svelte:head>
<h1 class="mb-3 text-2xl">Add a horse to {data.yard.name}</h1>
<HorseForm {values} message={form?.message} word="Add" />
