<script lang="ts">
	import { page } from '$app/state';
	import type { Right } from '$core/people/index.js';
	import { HORSE_PLACES, horseHref } from '../places.js';

	interface Props {
		horse: { readonly id: string; readonly name: string };
		may: readonly Right[];
	}
	const { horse, may }: Props = $props();
	const base = $derived(`/horses/${horse.id}`);
	const places = $derived(HORSE_PLACES.filter((p) => p.tab && (!p.needs || may.includes(p.needs))));
	const here = $derived(page.url.pathname.slice(base.length));
</script>

<nav aria-label={`${horse.name}, places`}>
	{#each places as place (place.href)}
		<a
			href={horseHref(horse.id, place)}
			aria-current={here === place.href ? 'page' : undefined}
			data-sveltekit-reload={place.fresh ? '' : 'off'}>{place.word}</a
		>
	{/each}
</nav>

<style>
	nav {
		display: flex;
		gap: 0.25rem 0.1rem;
		overflow-x: auto;
		border-bottom: 1px solid var(--zt-line);
		margin-bottom: 0.75rem;
		scrollbar-width: none;
	}
	a {
		display: flex;
		align-items: center;
		min-height: 3rem;
		padding: 0 0.8rem;
		white-space: nowrap;
		border-bottom: 4px solid transparent;
	}
	a[aria-current] {
		font-weight: 700;
		border-color: var(--zt-strap);
	}
	@media (max-width: 600px) {
		a {
			padding: 0 0.55rem;
		}
	}
</style>
