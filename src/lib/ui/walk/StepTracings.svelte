<script lang="ts">
	import { lengthWords } from '$words/index.js';
	import { MAIN_STATIONS } from '$core/curve/index.js';
	import UnsentHere from '../horse/UnsentHere.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		onnext: () => void;
	}
	const { walk, onnext }: Props = $props();
	const href = $derived(`/horses/${walk.visit.horseId}/visits/new?visit=${walk.visit.id}&on=${walk.visit.visitedOn}`);
	async function plan(when: 'now' | 'later') {
		await walk.set('tracings/plan', when);
		if (when === 'later') onnext();
	}
</script>

<UnsentHere horseId={walk.visit.horseId} visitId={walk.visit.id} />
<ul>
	{#each MAIN_STATIONS as s (s)}
		{@const n = walk.tracings[s] ?? 0}
		<li><b>{s}</b> <span class:quiet={n === 0}>{n === 0 ? 'not traced yet' : `${n} kept`}</span></li>
	{/each}
</ul>
<ol class="how">
	<li>Bend the curve over the back at the dot, square to the spine, touching but not pressing.</li>
	<li>Mark the spine on it, lift it off without springing it, lay it on paper.</li>
	<li>Draw along the horse side. Mark spine, day, horse, cut, and which end is near.</li>
	<li>Lift, bend again, draw again: the repeats tell how sure it is.</li>
</ol>
<p class="quiet">
	Three cuts, and the long line about {lengthWords(100)} beside the spine. A picture of the sheet, the keypad or a file can
	be entered on the spot, or at home.
</p>
<a class="btn" {href} data-sveltekit-reload onclick={() => void plan('now')}>Enter tracings now</a>
<button type="button" class="btn btn-primary" onclick={() => void plan('later')}>Later, indoors</button>

<style>
	ul {
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		gap: 0.5rem;
	}
	ul li {
		display: grid;
		padding: 0.5rem 0.75rem;
		border-left: 4px solid var(--zt-line);
	}
	.how {
		list-style: decimal;
		padding-left: 1.3rem;
		display: grid;
		gap: 0.3rem;
	}
</style>
