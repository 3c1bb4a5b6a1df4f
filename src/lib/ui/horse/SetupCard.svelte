<script lang="ts">
	import { formatDay } from '../format.js';

	interface Props {
		setup: {
			readonly line: string;
			readonly sinceFit: string | null;
			readonly seenOn: string | null;
			readonly changes: readonly { readonly on: string; readonly words: string }[];
		};
		saddleName: string;
		/** Where it is changed; undefined for those who may not. */
		href: string | undefined;
	}
	const { setup, saddleName, href }: Props = $props();
	const SHOWN = 4;
</script>

<section class="sheet" id="setup">
	<h2>Under and in {saddleName}</h2>
	{#if setup.line}
		<p><b>{setup.line}</b>{setup.seenOn ? `, seen ${formatDay(setup.seenOn)}` : ''}</p>
	{:else}
		<p class="quiet">Nothing noted: pad, shims, plate and girth belong to a fit as much as the saddle.</p>
	{/if}
	{#if setup.sinceFit}<p>Other than on the fitted day: {setup.sinceFit}. The fit was that set-up’s too.</p>{/if}
	{#if setup.changes.length > 1}
		<ul>
			{#each [...setup.changes].reverse().slice(0, SHOWN) as c (c.on)}
				<li><b>{formatDay(c.on)}</b> {c.words}</li>
			{/each}
		</ul>
	{/if}
	{#if href}<p><a class="link" {href} data-sveltekit-reload>Note what is in it today</a></p>{/if}
</section>

<style>
	section {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	h2 {
		font-size: 1.15rem;
	}
</style>
