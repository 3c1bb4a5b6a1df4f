<script lang="ts">
	import { goto } from '$app/navigation';
	import { VERDICT_WORD } from '$words/index.js';
	import Strap from '$lib/ui/call/Strap.svelte';
	import { formatDay } from '$lib/ui/format.js';
	import Rail from '$lib/ui/rail/Rail.svelte';
	import BackStrip from '$lib/ui/strip/BackStrip.svelte';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	function choose(at: number, id: string) {
		const [a, b] = data.chosen.map((was, i) => (i === at ? id : was));
		const query = new URLSearchParams(Object.entries({ a: a ?? '', b: b ?? '' }).filter(([, v]) => v !== ''));
		void goto(`/compare?${query.toString()}`, { replaceState: true, noScroll: true, keepFocus: true });
	}
</script>

<svelte:head><title>Two horses · Zone Tally</title></svelte:head>
<header class="head-row"><h1>Two horses side by side</h1></header>
<div class="pair">
	{#each data.sides as side, i (i)}
		<div class="one">
			<label
				>{i === 0 ? 'One' : 'The other'}
				<select class="select w-full" value={data.chosen[i]} onchange={(e) => choose(i, e.currentTarget.value)}>
					<option value="">choose a horse</option>
					{#each data.horses as h (h.id)}<option value={h.id}>{h.name}</option>{/each}
				</select></label
			>
			{#if side}
				<section class="sheet" aria-label={side.name}>
					<h2><a href={`/horses/${side.id}`}>{side.name}</a></h2>
					<p class="quiet">{side.about}{side.saddleName ? ` · ${side.saddleName}` : ''}</p>
					<p class="verdict" class:alarm={side.verdict === 'refit' || side.verdict === 'stop'}>
						<strong>{side.verdict ? VERDICT_WORD[side.verdict] : 'No call'}</strong>
						{#if side.nextOn}<span class="quiet">next by {formatDay(side.nextOn)}</span>{/if}
					</p>
					<div class="strap"><Strap verdict={side.verdict} /></div>
					<ul>
						{#each side.reasons as reason, nth (nth)}<li>{reason}</li>{/each}
					</ul>
				</section>
				<BackStrip
					changes={side.changes}
					strokes={{}}
					chosen=""
					onchoose={() => undefined}
					prefix={`c${i}-`}
					legend={false}
				/>
				{#if side.day}
					<Rail
						points={side.points}
						visitDays={side.days}
						fitMarks={side.marks}
						limits={side.limits}
						forecast={undefined}
						chosenDay={side.day}
						onchoose={() => undefined}
					/>
				{/if}
			{/if}
		</div>
	{/each}
</div>

<style>
	.pair {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 30rem), 1fr));
		gap: 0.75rem;
		align-items: start;
	}
	.one,
	section {
		display: grid;
		grid-template-columns: minmax(0, 1fr);
		gap: 0.5rem;
	}
	label {
		font-weight: 600;
	}
	h2 {
		font-size: 1.25rem;
	}
	.verdict strong {
		font-size: 1.4rem;
	}
	.strap {
		max-width: 22rem;
	}
	.alarm strong {
		color: var(--zt-alarm);
	}
	li {
		padding-block: 0.15rem;
	}
</style>
