<script lang="ts">
	import { formatDay } from '../format.js';

	interface Period {
		readonly since: string;
		readonly until: string | null;
		readonly line: string;
		readonly rides: number;
		readonly fingers: number | null;
		readonly otherThan: readonly string[];
	}
	interface Props {
		setup: {
			readonly line: string;
			readonly sinceFit: string | null;
			readonly seenOn: string | null;
			readonly changes: readonly { readonly on: string; readonly words: string }[];
			readonly periods: readonly Period[];
		};
		saddleName: string;
		/** Where it is changed; undefined for those who may not. */
		href: string | undefined;
	}
	const { setup, saddleName, href }: Props = $props();
	const SHOWN = 4;
	const last = $derived(setup.periods.length - 1);
	let [chosenFrom, chosenTo] = $state<(number | undefined)[]>([undefined, undefined]);
	const from = $derived(Math.min(chosenFrom ?? 0, last));
	const to = $derived(Math.min(chosenTo ?? last, last));
	const spanOf = (p: Period): string =>
		p.until ? `${formatDay(p.since)} to ${formatDay(p.until)}` : `since ${formatDay(p.since)}`;
	const sides = $derived(
		[setup.periods[from], setup.periods[to]].flatMap((p, i) => (p ? [{ p, at: i === 0 ? from : to, i }] : []))
	);
	function choose(side: number, at: string) {
		if (side === 0) chosenFrom = Number(at);
		else chosenTo = Number(at);
	}
</script>

<section class="sheet grid content-start gap-2" id="setup">
	<h2>Under and in {saddleName}</h2>
	{#if setup.line}
		<p><b>{setup.line}</b>{setup.seenOn ? `, seen ${formatDay(setup.seenOn)}` : ''}</p>
	{:else}
		<p class="quiet">Nothing noted: pad, shims, plate and girth belong to a fit as much as the saddle.</p>
	{/if}
	{#if setup.sinceFit}<p>Other than on the fitted day: {setup.sinceFit}. The fit was that set-up’s too.</p>{/if}
	{#if setup.changes.length > 1}
		<ul>
			{#each [...setup.changes].reverse().slice(0, SHOWN) as c, nth (nth)}
				<li><b>{formatDay(c.on)}</b> {c.words}</li>
			{/each}
		</ul>
	{/if}
	{#if setup.periods.length > 1}
		<details>
			<summary>Compare two set-ups</summary>
			<div class="pair">
				{#each sides as { p, at, i } (i)}
					<div>
						<select
							class="select w-full"
							aria-label={i === 0 ? 'One set-up' : 'The other set-up'}
							value={String(at)}
							onchange={(e) => choose(i, e.currentTarget.value)}
						>
							{#each setup.periods as period, n (n)}<option value={String(n)}>{spanOf(period)}</option>{/each}
						</select>
						<p>{p.line || 'nothing in it'}</p>
						<p class="quiet">
							{p.rides === 1 ? '1 ride' : `${p.rides} rides`} logged{p.fingers === null
								? ''
								: `, ${p.fingers} fingers above the withers at its last count`}
						</p>
					</div>
				{/each}
			</div>
			<p data-testid="setups-differ">
				{from === to
					? 'The same one twice.'
					: `Other in the second: ${setup.periods[to]?.otherThan[from] || 'nothing; the same parts'}.`}
			</p>
		</details>
	{/if}
	{#if href}<p><a class="link" {href} data-sveltekit-reload>Note what is in it today</a></p>{/if}
</section>

<style>
	.pair {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 13rem), 1fr));
		gap: 0.75rem;
		margin-block: 0.5rem;
	}
</style>
