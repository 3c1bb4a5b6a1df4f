<script lang="ts">
	import { goto } from '$app/navigation';
	import { onMount } from 'svelte';
	import { findables, makeFinder, type Findable, type Found } from './findIndex.js';

	interface Props {
		horseId: string | undefined;
		onclose: () => void;
	}
	const { horseId, onclose }: Props = $props();
	const KIND = { horse: 'horse', saddle: 'saddle', visit: 'visit', place: 'go to' } as const;
	const NOTHING: Findable = { horses: [], saddles: [], visits: [] };

	let dialog: HTMLDialogElement | undefined = $state();
	let text = $state('');
	let at = $state(0);
	let known: Findable = $state.raw(NOTHING);
	let say = $state('Fetching…');
	const find = $derived(makeFinder(findables(known, horseId)));
	const hits = $derived(find(text));
	const chosen = $derived(Math.min(at, Math.max(0, hits.length - 1)));

	onMount(async () => {
		dialog?.showModal();
		try {
			const response = await fetch('/api/find', { signal: AbortSignal.timeout(8000) });
			if (response.ok) known = (await response.json()) as Findable;
			say = response.ok ? '' : 'Horses cannot be fetched just now; places still can be gone to.';
		} catch {
			say = 'No connection: only places can be gone to.';
		}
	});
	function go(found: Found | undefined) {
		if (!found) return;
		dialog?.close();
		if (found.fresh) location.assign(found.href);
		else void goto(found.href);
	}
	function key(e: KeyboardEvent) {
		const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
		if (step !== undefined) {
			e.preventDefault();
			at = (chosen + step + hits.length) % Math.max(1, hits.length);
		} else if (e.key === 'Enter') {
			e.preventDefault();
			go(hits[chosen]);
		}
	}
</script>

<dialog bind:this={dialog} class="find" aria-label="Find anything" {onclose}>
	<input
		class="input w-full"
		type="search"
		role="combobox"
		aria-expanded="true"
		aria-controls="found"
		aria-activedescendant={hits[chosen] ? `found-${chosen}` : undefined}
		aria-label="Find a horse, a saddle, a visit or a place"
		placeholder="A horse, a saddle, a day, a place"
		autocomplete="off"
		maxlength="80"
		bind:value={text}
		oninput={() => (at = 0)}
		onkeydown={key}
	/>
	<ul id="found" role="listbox" aria-label="Found">
		{#each hits as hit, i (hit.id)}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li
				id={`found-${i}`}
				role="option"
				aria-selected={i === chosen}
				onclick={() => go(hit)}
				onpointermove={() => (at = i)}
			>
				<b>{hit.word}</b> <span class="quiet more">{hit.more}</span> <span class="quiet">{KIND[hit.kind]}</span>
			</li>
		{/each}
	</ul>
	<p class="quiet" role="status">{say || (hits.length === 0 ? 'Nothing by that name in your yards.' : '')}</p>
</dialog>

<style>
	.find {
		width: min(40rem, calc(100vw - 1.5rem));
		margin: 10vh auto auto;
		padding: 0.9rem;
		background: var(--zt-card);
		color: inherit;
		border: 1.5px solid var(--zt-strap);
		border-radius: 0.75rem;
	}
	.find::backdrop {
		background: rgb(0 0 0 / 0.35);
	}
	ul {
		margin-top: 0.5rem;
	}
	li {
		display: flex;
		gap: 0.75rem;
		align-items: baseline;
		min-height: 2.75rem;
		padding: 0.5rem 0.7rem;
		border-radius: 0.4rem;
		cursor: pointer;
	}
	li[aria-selected='true'] {
		background: var(--zt-hide);
		box-shadow: inset 4px 0 0 var(--zt-strap);
	}
	.more {
		flex: 1;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
</style>
