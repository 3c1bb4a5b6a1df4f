<script lang="ts">
	import { WAYS, type Way } from '$core/visit/index.js';
	import { WAY_WORDS } from '$words/index.js';
	import type { KeptVisit } from '../offline/index.js';
	import { formatDay, todayHere } from '../format.js';

	interface Props {
		horse: { readonly id: string; readonly name: string };
		open: readonly { readonly id: string; readonly visitedOn: string; readonly taps: number }[];
		/** Visits of this horse on this device. */
		kept: readonly KeptVisit[];
		onbegin: (way: Way) => void;
		onresume: (id: string, visitedOn: string) => void;
	}
	const { horse, open, kept, onbegin, onresume }: Props = $props();
	const going = $derived([
		...open,
		...kept
			.filter((k) => k.visitedOn === todayHere() && !open.some((o) => o.id === k.id))
			.map((k) => ({ id: k.id, visitedOn: k.visitedOn, taps: 0 }))
	]);
</script>

<h1>Visit: {horse.name}</h1>
{#if going.length > 0}
	<section class="sheet go-on">
		<p>Begun and not finished:</p>
		{#each going as v (v.id)}
			<button type="button" class="btn" onclick={() => onresume(v.id, v.visitedOn)}
				>Go on with {formatDay(v.visitedOn)}{v.taps ? ` (${v.taps} things noted)` : ''}</button
			>
		{/each}
	</section>
{/if}
<div class="ways">
	{#each WAYS as way (way)}
		<button type="button" class="way" class:first={way === 'full'} data-way={way} onclick={() => onbegin(way)}>
			<b class="head">{WAY_WORDS[way][0]}</b>
			<span>{WAY_WORDS[way][1]}</span>
		</button>
	{/each}
</div>
<p class="quiet">
	Every tap is kept on this device at once and sent when there is a connection. Hold or tie the horse safely and stand
	clear of the hind feet.
</p>

<style>
	h1 {
		font-size: 1.6rem;
	}
	.go-on {
		display: grid;
		gap: 0.5rem;
	}
	.ways {
		display: grid;
		gap: 0.6rem;
	}
	.way {
		display: grid;
		gap: 0.1rem;
		text-align: left;
		padding: 0.9rem 1.1rem;
		border: 1.5px solid var(--zt-line);
		border-left: 8px solid var(--zt-line);
		border-radius: 0.75rem;
		background: var(--zt-card);
		cursor: pointer;
	}
	.way b {
		font-size: 1.2rem;
	}
	.first {
		border-color: var(--zt-strap);
	}
	@media (min-width: 801px) {
		.ways {
			grid-template-columns: 1fr 1fr;
		}
	}
</style>
