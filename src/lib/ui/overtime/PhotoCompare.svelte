<script lang="ts">
	import { PHOTO_WORDS } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Props {
		photos: readonly { readonly day: string; readonly view: string; readonly id: string }[];
	}
	const { photos }: Props = $props();
	let view = $state('side');
	let share = $state(50);
	let picked: { then?: string; now?: string } = $state({});

	const views = $derived(Object.keys(PHOTO_WORDS).filter((v) => photos.some((p) => p.view === v)));
	const shown = $derived(views.includes(view) ? view : (views[0] ?? 'side'));
	const here = $derived(photos.filter((p) => p.view === shown));
	const then = $derived(here.find((p) => p.id === picked.then) ?? here[0]);
	const now = $derived(here.find((p) => p.id === picked.now) ?? here[here.length - 1]);
</script>

{#if photos.length === 0}
	<p class="quiet">No standard photos yet. They are taken on the walk: 45° in front, side, 45° behind, above.</p>
{:else}
	<div class="bar">
		<div class="join">
			{#each views as v, nth (nth)}<button
					class="btn join-item"
					class:btn-active={v === shown}
					aria-pressed={v === shown}
					onclick={() => ((view = v), (picked = {}))}>{PHOTO_WORDS[v]?.[0]}</button
				>{/each}
		</div>
		{#if here.length > 1}
			<label
				>left <select class="select" onchange={(e) => (picked = { ...picked, then: e.currentTarget.value })}
					>{#each here as p (p.id)}<option value={p.id} selected={p.id === then?.id}>{formatDay(p.day)}</option
						>{/each}</select
				></label
			>
			<label
				>right <select class="select" onchange={(e) => (picked = { ...picked, now: e.currentTarget.value })}
					>{#each here as p (p.id)}<option value={p.id} selected={p.id === now?.id}>{formatDay(p.day)}</option
						>{/each}</select
				></label
			>
		{/if}
	</div>
	{#if then && now}
		<div class="pair" style:--share={`${share}%`}>
			<img src={`/api/photos/${now.id}`} alt={`${PHOTO_WORDS[shown]?.[0]}, ${formatDay(now.day)}`} />
			{#if now.id !== then.id}
				<img class="then" src={`/api/photos/${then.id}`} alt={`${PHOTO_WORDS[shown]?.[0]}, ${formatDay(then.day)}`} />
				<span class="seam" aria-hidden="true"></span>
			{/if}
		</div>
		{#if now.id !== then.id}
			<input
				type="range"
				class="range w-full"
				min="0"
				max="100"
				bind:value={share}
				aria-label={`Slide between ${formatDay(then.day)} and ${formatDay(now.day)}`}
			/>
		{/if}
	{/if}
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: center;
	}
	.pair {
		position: relative;
		max-width: 44rem;
		border-radius: 0.5rem;
		overflow: hidden;
	}
	img {
		display: block;
		width: 100%;
		aspect-ratio: 4 / 3;
		object-fit: cover;
	}
	.then {
		position: absolute;
		inset: 0;
		clip-path: inset(0 calc(100% - var(--share)) 0 0);
	}
	.seam {
		position: absolute;
		inset: 0 auto 0 var(--share);
		width: 4px;
		margin-left: -2px;
		background: var(--zt-strap);
	}
</style>
