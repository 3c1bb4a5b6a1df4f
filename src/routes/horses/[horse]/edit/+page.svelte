<script lang="ts">
	import HorseForm from '$lib/ui/HorseForm.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const typed = $derived(form && 'typed' in form ? form.typed : {});
	const values = $derived({
		id: data.edited.id,
		yardId: data.edited.yardId,
		version: data.edited.version,
		name: typed['name'] ?? data.edited.name,
		about: typed['about'] ?? data.edited.about,
		bornYear: typed['bornYear'] ?? String(data.edited.bornYear ?? '')
	});
</script>

<svelte:head><title>{data.horse.name} · Zone Tally</title></svelte:head>
<h1 class="mb-3 text-2xl">About {data.horse.name}</h1>
<HorseForm {values} message={form && 'message' in form ? form.message : undefined} word="Keep" action="?/save" />
<form method="POST" action="?/out" class="sheet mt-4 max-w-lg">
	<input type="hidden" name="out" value={data.horse.archived ? 'no' : 'yes'} />
	<p class="quiet mb-2">
		{data.horse.archived
			? 'This horse is archived: off the board, its record kept.'
			: 'Sold, retired or passed on: off the board, its record kept. It can be brought back.'}
	</p>
	<button class="btn">{data.horse.archived ? 'Bring back to the board' : 'Archive this horse'}</button>
</form>
