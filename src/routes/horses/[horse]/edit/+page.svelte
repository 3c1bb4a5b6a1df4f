<script lang="ts">
	import DayField from '$lib/ui/DayField.svelte';
	import { formatDay, todayHere } from '$lib/ui/format.js';
	import HorseForm from '$lib/ui/HorseForm.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	let goneOn = $state('');
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
			? `This horse is archived${data.horse.goneOn ? `; its last day here was ${formatDay(data.horse.goneOn)}` : ''}: off the board, its record kept.`
			: 'Sold, retired or passed on: off the board, its record kept. It can be brought back.'}
	</p>
	{#if !data.horse.archived}
		<label class="mb-2 block"
			>Last day here <span class="quiet">nothing is taken in after it; leave it out where the horse stays</span><br />
			<DayField
				label="Last day here"
				name="goneOn"
				max={todayHere()}
				value={goneOn}
				onday={(d) => (goneOn = d)}
			/></label
		>
	{/if}
	<button class="btn">{data.horse.archived ? 'Bring back to the board' : 'Archive this horse'}</button>
</form>
