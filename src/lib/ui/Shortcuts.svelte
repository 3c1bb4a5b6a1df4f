<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { Search } from '@lucide/svelte';
	import { HORSE_PLACES, placeForKey, PLACES } from './places.js';
	import { typing } from './typing.js';

	let sheet: HTMLDialogElement | undefined = $state();
	let finding = $state(false);
	const KEYS = [
		['/ or Ctrl-K', 'find a horse, saddle, visit or place'],
		...PLACES.flatMap((p) => (p.key ? [[p.key, p.word.toLowerCase()] as const] : [])),
		...HORSE_PLACES.flatMap((p) => (p.key ? [[p.key, `${p.word.toLowerCase()} (on a horse)`] as const] : [])),
		['← →', 'visit before, visit after (on the rail)'],
		['t', 'paper or stable'],
		['?', 'this sheet']
	] as const;

	function onkeydown(e: KeyboardEvent) {
		if (e.key.toLowerCase() === 'k' && (e.ctrlKey || e.metaKey) && !e.altKey) {
			e.preventDefault();
			finding = true;
			return;
		}
		if (typing(e)) return;
		const act: Record<string, () => void> = {
			'?': () => sheet?.showModal(),
			'/': () => (finding = true),
			t: () => document.getElementById('theme-toggle')?.click()
		};
		const place = placeForKey(e.key, page.params['horse']);
		const run =
			act[e.key] ?? (place ? () => (place.fresh ? location.assign(place.href) : void goto(place.href)) : undefined);
		if (!run) return;
		e.preventDefault();
		run();
	}
</script>

<svelte:window {onkeydown} />
<button class="btn btn-ghost btn-square" onclick={() => (finding = true)} aria-label="Find anything"
	><Search size={20} /></button
>
<button class="btn btn-ghost keys" onclick={() => sheet?.showModal()} aria-label="Keyboard shortcuts">?</button>
{#if finding}
	{#await import('./find/Palette.svelte') then { default: Palette }}
		<Palette horseId={page.params['horse']} onclose={() => (finding = false)} />
	{/await}
{/if}

<dialog bind:this={sheet} class="modal" aria-labelledby="keys-head">
	<div class="modal-box">
		<h2 id="keys-head">Keys</h2>
		<dl>
			{#each KEYS as [key, what] (key)}
				<dt><kbd class="kbd">{key}</kbd></dt>
				<dd>{what}</dd>
			{/each}
		</dl>
		<form method="dialog" class="modal-action"><button class="btn">Close</button></form>
	</div>
</dialog>

<style>
	dl {
		display: grid;
		grid-template-columns: 8rem 1fr;
		gap: 0.4rem;
		margin-top: 1rem;
	}
	@media (max-width: 640px) {
		.keys {
			display: none;
		}
	}
</style>
