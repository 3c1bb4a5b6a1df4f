<script lang="ts">
	import type { JoinedCall } from '$core/call/index.js';
	import type { Reading } from '$core/reading/index.js';
	import { changeWords, readingSentence, stretchWords } from '$words/index.js';
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
	const stations = $derived([...new Set(changes.map((c) => c.station))]);
	const said = (station: string, side: string): string => {
		const c = changes.find((x) => x.station === station && x.side === side);
		return c ? changeWords(c) : 'not traced';
	};
	const FIRST = 3;
	const MOST = 8;
	const found = $derived(readings.filter((r) => r.weight !== 'note').slice(0, MOST));
	const FILES = [
		['tracings.svg', 'Outlines of this visit, 1:1 SVG'],
		['tracings.dxf', 'DXF'],
		['back.stl', 'STL'],
		['template.pdf', 'card templates, PDF']
	] as const;
</script>

<section class="sheet grid content-start gap-2" id="tell">
	<h2>What to tell {joined.nextStep === 'call-vet' ? 'the vet, then the fitter' : 'the fitter'}</h2>
	<p>
		{horse.name}, {saddleName}, fit mark {fittedOn ? formatDay(fittedOn) : 'not set'}.
		{#if changes.length > 0}Bearing band ({stretchWords(60, 120)} below the top) since then, with the 95% interval:{/if}
	</p>
	{#if stations.length > 0}
		<table>
			<thead><tr><th scope="col"></th><th scope="col">near</th><th scope="col">off</th></tr></thead>
			<tbody>
				{#each stations as station, nth (nth)}
					<tr>
						<th scope="row">{station}</th>
						{#each ['near', 'off'] as side (side)}<td>{said(station, side)}</td>{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#if found.length > 0}
		<p>By hand and eye:</p>
		<ul>
			{#each found.slice(0, FIRST) as r (r.code + JSON.stringify(r.data))}
				<li>{readingSentence(r.code, r.data)} ({formatDay(r.seenOn)})</li>
			{/each}
		</ul>
		{#if found.length > FIRST}
			<details>
				<summary>And {found.length - FIRST} more</summary>
				<ul>
					{#each found.slice(FIRST) as r (r.code + JSON.stringify(r.data))}
						<li>{readingSentence(r.code, r.data)} ({formatDay(r.seenOn)})</li>
					{/each}
				</ul>
			</details>
		{/if}
	{/if}
	<p class="files">
		{#each FILES as [name, word] (name)}
			<a class="link" href={`/api/horses/${horse.id}/${name}?on=${day}`} download>{word}</a>
		{/each}
	</p>
</section>

<style>
	td,
	th {
		text-align: left;
		padding: 0.1rem 0.75rem 0.1rem 0;
	}
	summary {
		cursor: pointer;
		min-height: 2.5rem;
		display: flex;
		align-items: center;
	}
	.files {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
	}
</style>
