<script lang="ts">
	import { TELLING_CHECKS, type RankedSaddle } from '$core/reading/index.js';
	import { CHECK_WORDS, rankedWords } from '$words/index.js';

	interface Props {
		ranked: readonly RankedSaddle[];
	}
	const { ranked }: Props = $props();
	const mark = (r: RankedSaddle, check: (typeof TELLING_CHECKS)[number]): readonly [sign: string, word: string] => {
		if (r.open.includes(check)) return ['–', 'not asked'];
		const fault = r.faults.find((f) => f.check === check);
		return fault ? [fault.grave ? '✕✕' : '✕', 'fault'] : ['✓', 'fine'];
	};
	const apart = $derived(TELLING_CHECKS.filter((c) => new Set(ranked.map((r) => mark(r, c)[0])).size > 1));
</script>

<section class="tried" aria-labelledby="tried-head" data-testid="ranking">
	<h2 id="tried-head">Saddles side by side</h2>
	<ol>
		{#each ranked as r (r.id)}
			<li>
				<b class="place">{r.place}</b>
				<span
					><b>{r.name}</b>{r.possible ? '' : ', no pad will help'}<br /><span class="quiet">{rankedWords(r)}</span
					></span
				>
			</li>
		{/each}
	</ol>
	{#if apart.length > 0}
		<table>
			<thead>
				<tr
					><th scope="col">told apart by</th>{#each ranked as r (r.id)}<th scope="col">{r.name}</th>{/each}</tr
				>
			</thead>
			<tbody>
				{#each apart as check, at (at)}
					<tr>
						<th scope="row">{CHECK_WORDS[check].name}</th>
						{#each ranked as r (r.id)}
							{@const [sign, word] = mark(r, check)}
							<td class:fault={word === 'fault'}
								><span aria-hidden="true">{sign}</span><span class="sr-only">{word}</span></td
							>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	<p class="quiet">
		By hand, bare, on this horse as it stands today. Ride in none that hurts; a fitter looks before a sale.
	</p>
</section>

<style>
	.tried {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(22rem, 100%), 1fr));
		gap: 0.6rem 1.5rem;
		align-items: start;
	}
	h2,
	.tried > p {
		grid-column: 1 / -1;
	}
	h2 {
		font-size: 1.15rem;
	}
	ol {
		display: grid;
		gap: 0.4rem;
	}
	li {
		display: grid;
		grid-template-columns: 2rem 1fr;
		align-items: start;
	}
	.place {
		font: 700 1.3rem var(--font-head);
		color: var(--zt-strap-text);
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th,
	td {
		padding: 0.3rem 0.5rem;
		border-bottom: 1px solid var(--zt-line);
		text-align: center;
		overflow-wrap: anywhere;
	}
	th[scope='row'],
	thead th:first-child {
		text-align: left;
		font-weight: 400;
	}
	.fault {
		color: var(--zt-alarm);
		font-weight: 700;
	}
</style>
