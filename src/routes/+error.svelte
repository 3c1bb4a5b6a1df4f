<script lang="ts">
	import { page } from '$app/state';
</script>

<svelte:head><title>{page.status} · Zone Tally</title></svelte:head>
<section class="sheet">
	<h1 class="text-2xl">{page.status === 404 ? 'Not here' : 'That did not work'}</h1>
	<p class="my-3">{page.error?.message}</p>
	<a class="btn btn-primary" href="/">To the horses</a>
</section>
