<script lang="ts">
	import { STAND_POINTS } from '$core/visit/index.js';
	import { HOLDER_WORDS, STAND_WORDS } from '$words/index.js';
	import Choices from './Choices.svelte';
	import StandDrawing from '../drawings/StandDrawing.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		onnext: () => void;
	}
	const { walk, onnext }: Props = $props();
	const chosen = $derived(STAND_POINTS.filter((p) => walk.is(`stand/${p}`)));
	const all = $derived(chosen.length === STAND_POINTS.length);

	async function everything() {
		for (const p of STAND_POINTS) if (!walk.is(`stand/${p}`)) await walk.set(`stand/${p}`, true);
		if (walk.text('stand/holder')) onnext();
	}
	async function holder(code: string) {
		await walk.set('stand/holder', code);
		if (all) onnext();
	}
</script>

<StandDrawing />
<button type="button" class="btn btn-primary all" disabled={all} onclick={everything}
	>All four: level, square, straight, bare</button
>
<Choices
	label="How the horse stands"
	options={STAND_POINTS.map((p) => [p, STAND_WORDS[p] ?? p] as const)}
	{chosen}
	multiple
	onchoose={(p) => void walk.set(`stand/${p}`, !walk.is(`stand/${p}`))}
/>
<p class="head-line"><b>Who holds</b></p>
<Choices
	label="Who holds"
	options={Object.entries(HOLDER_WORDS)}
	chosen={[walk.text('stand/holder') ?? '']}
	onchoose={holder}
/>

<style>
	.all {
		width: 100%;
	}
	.head-line {
		margin-top: 0.5rem;
	}
</style>
