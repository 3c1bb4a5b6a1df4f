<script lang="ts">
	import { measured } from '$words/index.js';
	import { GLOSSARY, HELP } from '$words/helpWords.js';
</script>

<svelte:head><title>Help · Zone Tally</title></svelte:head>
<div class="page">
	<h1>Help</h1>
	<ul class="topics">
		{#each Object.entries(HELP) as [topic, page] (topic)}
			<li class="sheet">
				<a class="link" href={`/help/${topic}`}><b>{page.title}</b></a>
				<p class="quiet">{page.lead}</p>
			</li>
		{/each}
	</ul>
	<section class="sheet" aria-labelledby="words-head">
		<h2 id="words-head">Words</h2>
		<dl>
			{#each GLOSSARY as [word, means] (word)}<dt>{word}</dt>
				<dd>{measured(means)}</dd>{/each}
		</dl>
	</section>
</div>

<style>
	.page {
		max-width: 56rem;
		margin: 0 auto;
		display: grid;
		gap: 1rem;
	}
	h1 {
		font-size: 1.75rem;
	}
	h2 {
		font-size: 1.2rem;
		margin-bottom: 0.5rem;
	}
	.topics {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
		gap: 1rem;
	}
	dl {
		display: grid;
		grid-template-columns: minmax(7rem, max-content) 1fr;
		gap: 0.4rem 1.25rem;
	}
	dt {
		font-weight: 600;
	}
	@media (max-width: 640px) {
		dl {
			grid-template-columns: 1fr;
			gap: 0;
		}
		dd {
			margin-bottom: 0.6rem;
		}
	}
</style>
