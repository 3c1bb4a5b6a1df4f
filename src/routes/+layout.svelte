<script lang="ts">
	import '../app.css';
	import { browser } from '$app/environment';
	import { page } from '$app/state';
	import { onMount } from 'svelte';
	import { CircleUserRound, LogOut, Moon, Sun } from '@lucide/svelte';
	import Guard from '$lib/ui/Guard.svelte';
	import Shortcuts from '$lib/ui/Shortcuts.svelte';
	import { PLACES } from '$lib/ui/places.js';
	import { toggleTheme } from '$lib/ui/theme.js';
	import { giveBackTyped } from '$lib/ui/typedEarly.js';
	import SignOut from '$lib/ui/SignOut.svelte';
	import SyncMark from '$lib/ui/offline/SyncMark.svelte';
	import { measuresFrom } from '$words/index.js';
	import type { LayoutProps } from './$types.js';

	const { data, children }: LayoutProps = $props();
	// On the server each request has its own.
	if (browser) measuresFrom(() => data.measures);
	const LINKS = PLACES.filter((p) => p.bar);
	const YEAR_SECONDS = 31_536_000;
	onMount(() => {
		giveBackTyped();
		// From here on the page answers: what drives a browser waits for it.
		document.documentElement.dataset['ready'] = 'yes';
		// So that today is today where the person is, on the server too.
		const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
		if (zone) document.cookie = `zt-zone=${zone}; path=/; max-age=${YEAR_SECONDS}; samesite=lax`;
	});
	const here = (href: string) =>
		href === '/'
			? page.url.pathname === '/' || page.url.pathname.startsWith('/horses')
			: page.url.pathname.startsWith(href);
</script>

{#if data.person}
	<header class="top" class:walking={page.url.pathname.endsWith('/walk')}>
		<a class="brand head" href="/" aria-label="Zone Tally, horses"
			><img src="/mark.svg" alt="" width="30" height="30" /><span>Zone Tally</span></a
		>
		<nav aria-label="Main">
			{#each LINKS as link (link.href)}
				<a href={link.href} class:wide={link.bar === 'wide'} aria-current={here(link.href) ? 'page' : undefined}
					>{link.word}</a
				>
			{/each}
		</nav>
		<div class="end">
			<a class="quiet who" href="/account" title="Your account, yards and people"
				><span class="name">{data.person.name}</span><CircleUserRound size={20} /></a
			>
			<button
				class="btn btn-ghost btn-square wide"
				id="theme-toggle"
				onclick={toggleTheme}
				aria-label="Paper or stable theme"
			>
				<Sun class="sun" size={20} /><Moon class="moon" size={20} />
			</button>
			<Shortcuts />
			<SignOut class="wide"
				><button class="btn btn-ghost btn-square" aria-label="Sign out"><LogOut size={20} /></button></SignOut
			>
		</div>
	</header>
	<SyncMark personId={data.person.id} />
{/if}
<main><Guard what="This page">{@render children()}</Guard></main>

<style>
	.top {
		display: flex;
		align-items: center;
		gap: 0.5rem 1.5rem;
		padding: 0.25rem 1.5rem;
		background: var(--zt-card);
		border-bottom: 1px solid var(--zt-line);
		flex-wrap: wrap;
	}
	.brand {
		display: flex;
		align-items: center;
		gap: 0.6rem;
		font-size: 1.15rem;
	}
	nav {
		display: flex;
		gap: 0.25rem;
	}
	nav a {
		padding: 0.85rem 0.8rem 0.65rem;
		border-bottom: 4px solid transparent;
		font-weight: 600;
	}
	nav a[aria-current] {
		border-color: var(--zt-strap);
	}
	.end {
		margin-left: auto;
		display: flex;
		align-items: center;
		gap: 0.25rem;
	}
	main {
		max-width: 1280px;
		margin: 0 auto;
		padding: 1rem 1.5rem 3rem;
	}
	.who {
		display: flex;
		align-items: center;
		gap: 0.4rem;
		padding: 0.6rem 0.5rem;
	}
	.top :global(.moon) {
		display: none;
	}
	:global([data-theme='stable']) .top :global(.moon) {
		display: block;
	}
	:global([data-theme='stable']) .top :global(.sun) {
		display: none;
	}
	@media (max-width: 640px) {
		.top {
			padding: 0.25rem 0.75rem;
			gap: 0 0.5rem;
		}
		.who .name,
		.wide,
		.end :global(form.wide),
		.walking {
			display: none;
		}
		main {
			padding: 0.75rem 0.75rem 4rem;
		}
		.brand span {
			display: none;
		}
		nav {
			gap: 0;
		}
		nav a {
			padding-inline: 0.45rem;
		}
	}
</style>
