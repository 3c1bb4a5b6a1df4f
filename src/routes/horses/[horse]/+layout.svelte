<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import Guard from '$lib/ui/Guard.svelte';
	import HorseTabs from '$lib/ui/horse/HorseTabs.svelte';
	import type { LayoutData } from './$types.js';

	const { data, children }: { data: LayoutData; children: Snippet } = $props();
	/** A visit under way, or a form, has a way back of its own. */
	const ALONE = ['/walk', '/visits/new', '/edit', '/share'];
	const alone = $derived(ALONE.some((p) => page.route.id?.endsWith(p)));
</script>

{#if !alone}<HorseTabs horse={data.horse} may={data.may} />{/if}
<Guard what="This page of the horse">{@render children()}</Guard>
