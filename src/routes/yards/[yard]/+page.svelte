<script lang="ts">
	import { enhance } from '$app/forms';
	import InviteForm from '$lib/ui/people/InviteForm.svelte';
	import LeaveForm from '$lib/ui/people/LeaveForm.svelte';
	import InvitationList from '$lib/ui/people/InvitationList.svelte';
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import { ROLES } from '$core/people/index.js';
	import { deedSentence, ROLE_MEANS, ROLE_WORD } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const DONE: Readonly<Record<string, string>> = {
		leaving: 'It will be deleted. Until then one press keeps it.',
		kept: 'Kept.',
		renamed: 'The yard has its new name.',
		role: 'Changed.',
		removed: 'Ended. What they recorded stays.',
		revoked: 'The invitation is taken back.'
	};
	const done = $derived(form && 'done' in form ? DONE[form.done] : undefined);
	const said = (about: (typeof data.deeds)[number]['about']) =>
		about['on'] ? { ...about, on: formatDay(about['on']) } : about;
	const link = $derived(form?.link === undefined ? undefined : { link: form.link, mailed: form.mailed === true });
</script>

<svelte:head><title>{data.yard.name} · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>{data.yard.name}</h1>
	<span class="quiet">you: {ROLE_WORD[data.yard.role].toLowerCase()}</span>
	<a class="btn" href={`/?yard=${data.yard.id}`}>Its horses</a>
</header>
{#if form && 'message' in form}<p role="alert" class="alert alert-error mb-3">{form.message}</p>
{:else if done}<p role="status" class="sheet mb-3"><b>{done}</b></p>{/if}
<div class="columns">
	<div class="column">
		<section class="sheet" aria-labelledby="people-head">
			<h2 id="people-head">People</h2>
			<ul>
				{#each data.members as m (m.personId)}
					{@const own = m.personId === data.person?.id}
					<li class="line">
						<span
							><b>{m.name}</b>{#if m.email}<br /><span class="quiet">{m.email}</span>{/if}</span
						>
						<span class="acts">
							{#if data.leads}
								<form method="POST" action="?/role" use:enhance>
									<input type="hidden" name="person" value={m.personId} />
									<select
										class="select"
										name="role"
										aria-label={`Role of ${m.name}`}
										value={m.role}
										onchange={(e) => e.currentTarget.form?.requestSubmit()}
										>{#each ROLES as role (role)}<option value={role}>{ROLE_WORD[role]}</option>{/each}</select
									>
								</form>
							{:else}<span class="quiet">{ROLE_WORD[m.role]}</span>{/if}
							{#if data.leads || own}
								<form method="POST" action="?/remove" use:enhance>
									<input type="hidden" name="person" value={m.personId} />
									<button class="btn btn-ghost" aria-label={own ? 'Leave this yard' : `End the access of ${m.name}`}
										>{own ? 'Leave' : 'End'}</button
									>
								</form>
							{/if}
						</span>
					</li>
				{/each}
			</ul>
			<dl>
				{#each ROLES as role (role)}<dt>{ROLE_WORD[role]}</dt>
					<dd class="quiet">{ROLE_MEANS[role]}</dd>{/each}
			</dl>
		</section>
		{#if data.leads}
			<section class="sheet" aria-labelledby="deeds-head">
				<h2 id="deeds-head">Who did what</h2>
				<ul class="deeds">
					{#each data.deeds as d (d.id)}
						<li>
							<span class="quiet">{formatMoment(d.doneAt)}</span>
							<b>{d.by ?? 'Somebody who is gone'}</b>
							{deedSentence(d.what, said(d.about))}{#if d.horse}<span class="quiet">, {d.horse}</span>{/if}
						</li>
					{:else}<li class="quiet">Nothing yet.</li>{/each}
				</ul>
			</section>
		{/if}
	</div>
	{#if data.leads}
		<div class="column">
			<section class="sheet" aria-labelledby="invite-head">
				<h2 id="invite-head">Invite somebody</h2>
				<InviteForm id={data.newId} roles={ROLES} first="bodyworker" mail={data.mail} {link} />
				<InvitationList invitations={data.invitations} />
			</section>
			<section class="sheet" aria-labelledby="name-head">
				<h2 id="name-head">Its name</h2>
				<form
					class="row"
					method="POST"
					action="?/rename"
					use:enhance={() =>
						({ update }) =>
							update({ reset: false })}
				>
					<input
						class="input"
						name="name"
						aria-label="Name of the yard"
						required
						maxlength="80"
						value={data.yard.name}
					/>
					<button class="btn">Change it</button>
				</form>
			</section>
			<section class="sheet" aria-labelledby="end-head">
				<h2 id="end-head">Take it with you, or end it</h2>
				<p>
					<a class="link" href={`/api/yards/${data.yard.id}/records.zip`} download
						>Every horse with its whole record, ZIP</a
					>
				</p>
				<LeaveForm what="this yard" typeName="its name" leavingAt={data.leavingAt} days={data.days}>
					<p>
						All its horses, visits, pictures, saddles and marks go, for everybody in it. Download everything first: what
						is gone cannot be brought back.
					</p>
				</LeaveForm>
			</section>
		</div>
	{/if}
</div>

<style>
	.acts,
	.row {
		display: flex;
		gap: 0.5rem;
		align-items: center;
	}
	.row .input {
		flex: 1;
	}
	dl {
		display: grid;
		grid-template-columns: max-content 1fr;
		gap: 0.25rem 1rem;
	}
	dt {
		font-weight: 600;
	}
	.deeds {
		display: grid;
		gap: 0.35rem;
		max-height: 26rem;
		overflow-y: auto;
	}
</style>
