<script lang="ts">
	import HorseForm from '$lib/ui/HorseForm.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const typed = $derived(form?.typed ?? {});
	const values = $derived({
		id: data.horse.id,
		yardId: data.horse.yardId,
		version: data.horse.version,
		name: typed['name'] ?? data.horse.name,
		about: typed['about'] ?? data.horse.about,
		bornYear: typed['bornYear'] ?? String(data.horse.bornYear ?? '')
	});
</script>

<svelte:head><title>{data.horse.name} · Zone Tally</title></svelte:head>
<h1 class="mb-3 text-2xl">About {data.horse.name}</h1>
<HorseForm {values} message={form?.message} word="Keep" />
