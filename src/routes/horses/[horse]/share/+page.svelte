<script lang="ts">
	import { enhance } from '$app/forms';
	import InvitationList from '$lib/ui/people/InvitationList.svelte';
	import InviteForm from '$lib/ui/people/InviteForm.svelte';
	import { GUEST_ROLES } from '$core/people/index.js';
	import { ROLE_WORD } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const link = $derived(form?.link === undefined ? undefined : { link: form.link, mailed: form.mailed === true });
</script>

<svelte:head><title>Share {data.horse.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>Share <a href={`/horses/${data.horse.id}`}>{data.horse.name}</a></h1>
</header>
{#if form && 'message' in form}<p role="alert" class="alert alert-error mb-3">{form.message}</p>
{:else if form && 'done' in form && form.done === 'ended'}<p role="status" class="sheet mb-3">
		<b>Ended.</b> What they recorded stays.
	</p>{/if}
<div class="columns">
	<section class="sheet" aria-labelledby="guests-head">
		<h2 id="guests-head">Who sees this horse besides its yard</h2>
		<ul>
			{#each data.guests as g (g.personId)}
				<li class="line">
					<span><b>{g.name}</b> <span class="quiet">{ROLE_WORD[g.role].toLowerCase()}</span></span>
					<form method="POST" action="?/end" use:enhance>
						<input type="hidden" name="person" value={g.personId} />
						<button class="btn" aria-label={`End the share with ${g.name}`}>End</button>
					</form>
				</li>
			{:else}<li class="quiet">Nobody.</li>{/each}
		</ul>
	</section>
	<section class="sheet" aria-labelledby="offer-head">
		<h2 id="offer-head">Share this one horse</h2>
		<InviteForm id={data.newId} roles={GUEST_ROLES} first="guest-view" mail={data.mail} {link} />
		<InvitationList invitations={data.offered} />
	</section>
</div>
