<script lang="ts">
	import { disagreements, type FieldState } from '$core/visit/index.js';
	import { fieldWords, valueWords } from './fieldWords.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
	}
	const { walk }: Props = $props();
	const apart = $derived(disagreements(walk.states));
	const settle = (s: FieldState, i: number) => void walk.set(s.field, s.tips[i]?.value ?? null);
</script>

{#if apart.length > 0}
	<section class="sheet" role="status" data-testid="disagree">
		<p><b>Two devices recorded different findings.</b> The more serious one counts until you choose.</p>
		{#each apart.slice(0, 3) as s (s.field)}
			<div class="one">
				<span>{fieldWords(s.field)}</span>
				{#each s.tips as tip, i (tip.id)}
					<button type="button" class="btn" onclick={() => settle(s, i)}>{valueWords(s.field, tip.value)}</button>
				{/each}
			</div>
		{/each}
	</section>
{/if}

<style>
	section {
		display: grid;
		gap: 0.4rem;
		border-color: var(--zt-strap);
	}
	.one {
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		align-items: center;
	}
</style>
