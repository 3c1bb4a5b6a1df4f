<script lang="ts">
	import { followBuild, type Heights } from '$core/load/index.js';
	import { gainedWords, heightsLine } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Props {
		heights: readonly Heights[];
	}
	const { heights }: Props = $props();
	const build = $derived(followBuild(heights));
</script>

<section class="sheet mt-4 grid gap-2" aria-labelledby="heights-head">
	<h2 id="heights-head">Withers against croup</h2>
	<ul>
		{#each [...heights].reverse() as h, nth (nth)}<li><b>{formatDay(h.on)}</b>: {heightsLine(h)}</li>{/each}
	</ul>
	{#if build}<p>{gainedWords(build.gainedCm, build.real)}</p>{/if}
	<p class="quiet">
		A young horse is built downhill until its withers come up; a saddle that slides forward may be telling of it.
	</p>
</section>
