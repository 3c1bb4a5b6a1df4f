<script lang="ts">
	import { measured } from '$words/index.js';
	import { HELP, type HelpPage } from '$words/helpWords.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	const page: HelpPage = $derived(HELP[data.topic]);
</script>

<svelte:head><title>{page.title} · Zone Tally</title></svelte:head>
<article>
	<h1>{page.title}</h1>
	<p class="lead">{page.lead}</p>
	<ol>
		{#each page.steps as step (step.head)}
			<li class="sheet">
				<h2>{step.head}</h2>
				<p>{measured(step.text)}</p>
			</li>
		{/each}
	</ol>
	{#if page.caution}<p class="sheet caution">{page.caution}</p>{/if}
	<p><a class="link" href="/help">All help, and the words</a></p>
</article>

<style>
	article {
		max-width: 44rem;
		margin: 0 auto;
		display: grid;
		gap: 1rem;
	}
	h1 {
		font-size: 1.75rem;
	}
	h2 {
		font-size: 1.1rem;
	}
	.lead {
		font-size: 1.15rem;
	}
	ol {
		display: grid;
		gap: 0.6rem;
	}
	.caution {
		border-left: 5px solid var(--zt-alarm);
		font-weight: 600;
	}
</style>
