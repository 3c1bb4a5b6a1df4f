<script lang="ts">
	import { formatMoment } from '$lib/ui/format.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	/** A link of our own stands on a line of its own. */
	const asPath = (line: string): string | undefined => /^https?:\/\/[^/]+(\/\S+)$/.exec(line)?.[1];
</script>

<svelte:head><title>Mailbox · Zone Tally</title></svelte:head>
<div class="page">
	<h1>Mailbox</h1>
	<p class="quiet">A stand-in: these mails were kept here instead of being sent.</p>
	<ul>
		{#each data.mails as mail (mail.id)}
			<li class="sheet">
				<p><b>{mail.subject}</b> <span class="quiet">to {mail.to}, {formatMoment(mail.sentAt)}</span></p>
				{#each mail.text.split('\n').filter(Boolean) as line, i (i)}
					{@const path = asPath(line)}
					{#if path}<p><a class="link" href={path}>{line}</a></p>{:else}<p>{line}</p>{/if}
				{/each}
			</li>
		{:else}
			<li class="quiet">Nothing yet.</li>
		{/each}
	</ul>
</div>

<style>
	.page {
		max-width: 44rem;
		margin: 0 auto;
		display: grid;
		gap: 0.75rem;
	}
	h1 {
		font-size: 1.75rem;
	}
	ul {
		display: grid;
		gap: 0.75rem;
	}
	.sheet {
		overflow-wrap: anywhere;
	}
</style>
