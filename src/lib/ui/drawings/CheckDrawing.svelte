<script lang="ts">
	import type { CheckId } from '$core/checks/index.js';
	import { CHECK_PICTURES } from './checkViews.js';

	interface Props {
		check: CheckId;
	}
	const { check }: Props = $props();
	const picture = $derived(CHECK_PICTURES[check]);
</script>

<svg viewBox="0 0 300 150" role="img" aria-label={picture.says}>
	{#if picture.view === 'front'}
		<path class="back" d="M34 148C82 118 118 56 150 54C182 56 218 118 266 148Z" />
		<path class="saddle" d="M72 142C98 116 118 40 136 20Q150 8 164 20C182 40 202 116 228 142" />
	{:else if picture.view === 'behind'}
		<path class="back" d="M20 146C60 92 112 84 150 82C188 84 240 92 280 146Z" />
		<path class="panel" d="M132 76C104 74 78 88 66 112C84 112 104 98 132 88Z" />
		<path class="panel" d="M168 76C196 74 222 88 234 112C216 112 196 98 168 88Z" />
		<path class="saddle" d="M64 108C80 60 116 34 150 34C184 34 220 60 236 108" />
	{:else}
		<path class="back" d="M6 60C44 58 74 76 104 86C140 98 190 98 226 84C250 76 274 74 296 80V150H6Z" />
		<path class="panel" d="M100 80C140 94 186 94 222 80L214 92C184 104 140 104 108 94Z" />
		<path class="saddle" d="M96 84C90 66 92 56 104 54C112 60 122 74 156 76C190 76 208 64 222 48C232 48 234 66 226 82" />
		<path class="flap" d="M116 80C110 104 112 124 124 136C148 140 164 128 170 86" />
	{/if}
	{#each picture.hand as d, nth (nth)}<path class="hand" {d} />{/each}
	{#each picture.look as d, nth (nth)}<path class="look" {d} />{/each}
</svg>

<style>
	svg {
		display: block;
		width: 100%;
		max-height: 10.5rem;
	}
	path {
		fill: none;
		stroke-linecap: round;
		stroke-linejoin: round;
	}
	.back {
		fill: var(--zt-hide);
		stroke: var(--zt-ink);
		stroke-width: 2;
	}
	.panel {
		fill: var(--zt-hide-2);
		stroke: var(--zt-strap);
		stroke-width: 1.5;
	}
	.saddle {
		stroke: var(--zt-strap);
		stroke-width: 5;
	}
	.flap {
		stroke: var(--zt-strap);
		stroke-width: 1.5;
	}
	.hand {
		fill: color-mix(in srgb, var(--zt-buckle) 65%, transparent);
		stroke: var(--zt-ink);
		stroke-width: 2.4;
	}
	.hand:not([d*='z']) {
		fill: none;
	}
	.look {
		stroke: var(--zt-alarm);
		stroke-width: 2.2;
	}
</style>
