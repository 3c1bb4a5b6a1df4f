<svelte:options namespace="svg" />

<script lang="ts">
	import { VERDICT_WORD } from '$words/index.js';
	import { VERDICTS, type Verdict } from '$core/call/index.js';

	interface Props {
		verdict: Verdict | null;
		/** With the word under each hole. */
		words?: boolean;
	}
	const { verdict, words = false }: Props = $props();

	const at = (i: number) => 48 + i * 96;
	const chosen = $derived(verdict ? VERDICTS.indexOf(verdict) : -1);
</script>

<path class="leather" d="M14 8 H366 Q392 8 396 26 Q392 44 366 44 H14 Q4 44 4 26 Q4 8 14 8 Z" />
<path
	class="stitch"
	d="M15 13.500 H364 Q384 13.500 388 26 Q384 38.500 364 38.500 H15 Q9 38.500 9 26 Q9 13.500 15 13.500 Z"
/>
{#each VERDICTS as hole, i (hole)}
	<ellipse class="hole" cx={at(i)} cy="26" rx="5.5" ry="6.500" />
	{#if words}
		<text class="word" class:chosen={i === chosen} x={at(i)} y="70" text-anchor="middle"
			>{VERDICT_WORD[hole].toLowerCase()}</text
		>
	{/if}
{/each}
{#if chosen >= 0}
	<g class="buckle" transform={`translate(${at(chosen)} 26)`}>
		<path d="M-17 -22 H13 Q19 -22 19 -16 V16 Q19 22 13 22 H-17 Z" />
		<path class="tongue" d="M-17 0 H6" />
	</g>
{/if}

<style>
	.leather {
		fill: var(--zt-strap);
	}
	.stitch {
		fill: none;
		stroke: #f3d9b5;
		stroke-width: 1.2;
		stroke-dasharray: 5 4;
		opacity: 0.75;
	}
	.hole {
		fill: var(--zt-strap-dark);
	}
	.word {
		font: 500 17px var(--font-text);
		fill: var(--zt-quiet);
	}
	.word.chosen {
		font-weight: 700;
		fill: var(--zt-ink);
	}
	.buckle path {
		fill: none;
		stroke: var(--zt-buckle);
		stroke-width: 6;
		stroke-linejoin: round;
		stroke-linecap: round;
	}
	.buckle .tongue {
		stroke-width: 5;
	}
</style>
