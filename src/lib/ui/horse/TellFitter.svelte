<script lang="ts">
	import type { JoinedCall } from '$core/call/index.js';
	import type { Reading } from '$core/reading/index.js';
	import { changeWords, readingSentence } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Props {
		horse: { readonly id: string; readonly name: string };
		saddleName: string | undefined;
		fittedOn: string | undefined;
		joined: JoinedCall;
		readings: readonly Reading[];
		day: string;
	}
	const { horse, saddleName, fittedOn, joined, readings, day }: Props = $props();
	const changes = $derived((joined.shape?.changes ?? []).filter((c) => c.side !== 'both'));
	const FILES = [
		['tracings.svg', 'Outlines of this visit, 1:1 SVG'],
		['tracings.dxf', 'DXF'],
		['back.stl', 'STL'],
		['template.pdf', 'card templates, PDF']
	] as const;
</script>

<section class="sheet" id="tell">
	<h2>What to tell {joined.nextStep === 'call-vet' ? 'the vet, then the fitter' : 'the fitter'}</h2>
	<p>
		{horse.name}, {saddleName}, fit mark {fittedOn ? formatDay(fittedOn) : 'not set'}.
		{#if changes.length > 0}Bearing band (60 to 120 mm below the top) since then, with the 95% interval:{/if}
	</p>
	<ul>
		{#each changes as c (c.station + c.side)}
			<li>{c.station} {c.side}: {changeWords(c)}</li>
		{/each}
	</ul>
	{#if readings.length > 0}
		<p>By hand and eye:</p>
		<ul>
			{#each readings.filter((r) => r.weight !== 'note').slice(0, 8) as r (r.code + JSON.stringify(r.data))}
				<li>{readingSentence(r.code, r.data)} ({formatDay(r.seenOn)})</li>
			{/each}
		</ul>
	{/if}
	<p class="files">
		{#each FILES as [name, word] (name)}
			<a class="link" href={`/api/horses/${horse.id}/${name}?on=${day}`} download>{word}</a>
		{/each}
	</p>
</section>

<style>
	section {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	h2 {
		font-size: 1.15rem;
	}
	.files {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
	}
</style>
