<script lang="ts">
	import { lengthUnitWord, lengthWords } from '$words/index.js';
	import { enhance } from '$app/forms';
	import { untrack } from 'svelte';
	import TapeDial from '$lib/ui/walk/TapeDial.svelte';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const DIALS = [
		['twoMm', 'Two fingers stacked', 20, 70],
		['threeMm', 'Three fingers stacked', 30, 95],
		['fourMm', 'Four fingers stacked', 40, 125],
		['breadthMm', 'Breadth of the hand', 50, 130]
	] as const;
	let hand = $state(untrack(() => ({ ...data.hand })));
	const bars = $derived([hand.twoMm / 2, hand.twoMm / 2, hand.threeMm - hand.twoMm, hand.fourMm - hand.threeMm]);
</script>

<svelte:head><title>Your hand · Zone Tally</title></svelte:head>
<div class="hands">
	<h1>Your hand</h1>
	<p class="quiet">
		Fingers differ by a third between hands. Stack them on a ruler once; the hand checks then speak in your fingers and
		in {lengthUnitWord()}.
	</p>
	<svg viewBox="0 0 320 150" role="img" aria-label="Fingers stacked on a ruler">
		{#each bars as mm, i (i)}
			{@const below = bars.slice(0, i).reduce((a, b) => a + Math.max(0, b), 0)}
			<rect x="90" y={140 - (below + Math.max(0, mm)) * 1.25} width="170" height={Math.max(0, mm) * 1.25 - 2} rx="9" />
		{/each}
		{#each Array.from({ length: 11 }, (_, i) => i * 10) as mm (mm)}
			<path d={`M60 ${140 - mm * 1.25}h${mm % 50 === 0 ? 22 : 13}`} />
			{#if mm % 50 === 0}<text x="54" y={145 - mm * 1.25} text-anchor="end">{lengthWords(mm)}</text>{/if}
		{/each}
	</svg>
	{#if form && 'message' in form && form.message}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
	{#if form && 'done' in form}<p role="status"><b>Kept.</b> The limits now read in your fingers.</p>{/if}
	<form
		method="POST"
		use:enhance={() =>
			({ update }) =>
				update({ reset: false })}
	>
		{#each DIALS as [name, label, min, max] (name)}
			<TapeDial
				{label}
				unit="mm"
				{min}
				{max}
				step={1}
				value={hand.measured ? hand[name] : undefined}
				start={hand[name]}
				lastWords={undefined}
				onset={(v) => (hand = { ...hand, measured: true, [name]: v })}
			/>
			<input type="hidden" {name} value={hand[name]} />
		{/each}
		<button class="btn btn-primary">Keep my hand</button>
	</form>
</div>

<style>
	.hands {
		max-width: 34rem;
		margin: 0 auto;
		display: grid;
		gap: 0.75rem;
	}
	h1 {
		font-size: 1.6rem;
	}
	form {
		display: grid;
		gap: 0.9rem;
	}
	svg {
		width: 100%;
		max-height: 11rem;
	}
	rect {
		fill: var(--zt-hide);
		stroke: var(--zt-ink);
		stroke-width: 2;
	}
	path {
		stroke: var(--zt-ink);
		stroke-width: 1.5;
	}
	text {
		font: 13px var(--font-text);
		fill: var(--zt-ink);
	}
</style>
