<script lang="ts">
	import { enhance } from '$app/forms';
	import { untrack } from 'svelte';
	import type { GuestRole, Role } from '$core/people/index.js';
	import { ROLE_MEANS, ROLE_WORD } from '$words/index.js';

	interface Props {
		/** Id of the invitation to be made. */
		id: string;
		roles: readonly (Role | GuestRole)[];
		first: Role | GuestRole;
		/** Mail can be sent. */
		mail: boolean;
		/** The link that was just made. */
		link: { readonly link: string; readonly mailed: boolean } | undefined;
	}
	const { id, roles, first, mail, link }: Props = $props();
	let role = $state(untrack(() => first));
	let copied = $state(false);

	async function copy(text: string) {
		await navigator.clipboard.writeText(text);
		copied = true;
	}
</script>

{#if link}
	<div class="made" role="status">
		<p>
			<b>The link is made.</b>
			{link.mailed ? 'It is on its way by mail, and' : 'It'} is shown here this once, for one person.
		</p>
		<div class="row">
			<input
				class="input"
				readonly
				value={link.link}
				aria-label="Link of the invitation"
				onfocus={(e) => e.currentTarget.select()}
			/>
			<button class="btn" type="button" onclick={() => void copy(link.link)}>{copied ? 'Copied' : 'Copy'}</button>
		</div>
	</div>
{/if}
<form
	method="POST"
	action="?/invite"
	use:enhance={() =>
		async ({ update }) => {
			copied = false;
			await update();
			// An emptied form would stand at the first role of the list.
			role = first;
		}}
>
	<input type="hidden" name="id" value={id} />
	<label
		>As<select class="select" name="role" bind:value={role}
			>{#each roles as r (r)}<option value={r}>{ROLE_WORD[r]}</option>{/each}</select
		><span class="hint quiet">{ROLE_MEANS[role]}</span></label
	>
	<label
		>For this address only<input class="input" type="email" name="email" placeholder="anybody with the link" /><span
			class="hint quiet"
			>{mail ? 'The link goes to it by mail.' : 'No mail is set up here: hand the link on yourself.'}</span
		></label
	>
	<label
		>Holds for<select class="select" name="days"
			>{#each [2, 14, 60] as days (days)}<option value={days} selected={days === 14}>{days} days</option>{/each}</select
		></label
	>
	<button class="btn btn-primary">Make the link</button>
</form>

<style>
	form,
	.made {
		display: grid;
		gap: 0.75rem;
	}
	.made {
		padding: 0.75rem;
		border: 2px solid var(--zt-strap);
		border-radius: var(--radius-box);
	}
	.row {
		display: flex;
		gap: 0.5rem;
	}
	label {
		display: grid;
		gap: 0.25rem;
		font-weight: 600;
	}
	.hint {
		font-weight: 400;
	}
	.input,
	.select {
		width: 100%;
	}
</style>
