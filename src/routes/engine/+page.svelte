<script lang="ts">
	import { formatDay } from '$lib/ui/format.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
</script>

<svelte:head><title>Judged again · Zone Tally</title></svelte:head>
<h1>Judged again</h1>
<p class="quiet">
	When the arithmetic becomes better, every visit is judged again from the same tracings. Earlier calls are kept. Now:
	engine {data.engine}.
</p>
<section class="sheet mt-4">
	{#if data.changed.length === 0}
		<p>No call of an earlier engine differs from the present one.</p>
	{:else}
		<table class="table">
			<thead><tr><th>Horse</th><th>Saddle</th><th>Visit</th><th>Was</th><th>Is now</th></tr></thead>
			<tbody>
				{#each data.changed as c, nth (nth)}
					<tr>
						<td><a class="link" href={`/horses/${c.horseId}?on=${c.visitedOn}`}>{c.horse}</a></td>
						<td>{c.saddle}</td>
						<td>{formatDay(c.visitedOn)}</td>
						<td>{c.was} <span class="quiet">(engine {c.engine})</span></td>
						<td><b>{c.is}</b></td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
</section>

<style>
	h1 {
		font-size: 1.6rem;
	}
</style>
