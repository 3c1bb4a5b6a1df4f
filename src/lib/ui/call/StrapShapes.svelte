<script lang="ts">
	import { VERDICTS, type Verdict } from '$core/call/index.js';
	import StrapDrawing from './StrapDrawing.svelte';
	import { strapId } from './strapId.js';

	const ALL: readonly (Verdict | null)[] = [null, ...VERDICTS];
</script>

<svg class="shapes" aria-hidden="true">
	{#each ALL as verdict (verdict)}
		<symbol id={strapId(verdict)} viewBox="0 0 400 52" overflow="visible"><StrapDrawing {verdict} /></symbol>
	{/each}
</svg>

<style>
	.shapes {
		position: absolute;
		width: 0;
		height: 0;
	}
</style>
