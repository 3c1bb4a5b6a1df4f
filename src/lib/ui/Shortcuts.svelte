<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';

	let sheet: HTMLDialogElement | undefined = $state();
	const KEYS = [
		['g', 'horses'],
		['s', 'saddles'],
		['i', 'import'],
		['n', 'new visit (on a horse)'],
		['v', 'signs over time (on a horse)'],
		['/', 'find a horse'],
		['← →', 'visit before, visit after (on the rail)'],
		['t', 'paper or stable'],
		['?', 'this sheet']
	] as const;

	function typing(target: EventTarget | null): boolean {
		return (
			target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
		);
	}
	function onkeydown(e: KeyboardEvent) {
		if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
		const horse = page.params['horse'];
		const act: Record<string, () => void> = {
			'?': () => sheet?.showModal(),
			g: () => void goto('/'),
			s: () => void goto('/saddles'),
			i: () => void goto('/import'),
			v: () => horse && void goto(`/horses/${horse}/signs`),
			n: () => horse && location.assign(`/horses/${horse}/walk`),
			t: () => document.getElementById('theme-toggle')?.click(),
			'/': () => {
				const box = document.getElementById('find');
				if (box) box.focus();
				else void goto('/?find');
			}
		};
		const run = act[e.key];
		if (!run) return;
		e.preventDefault();
		run();
	}
</script>

<svelte:window {onkeydown} />
<button class="btn btn-ghost keys" onclick={() => sheet?.showModal()} aria-label="Keyboard shortcuts">?</button>

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
		grid-template-columns: 5rem 1fr;
		gap: 0.5rem;
		margin-top: 1rem;
	}
	@media (max-width: 640px) {
		.keys {
			display: none;
		}
	}
</style>
