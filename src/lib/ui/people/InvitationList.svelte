<script lang="ts">
	import { enhance } from '$app/forms';
	import type { GuestRole, Role } from '$core/people/index.js';
	import { formatMoment } from '$lib/ui/format.js';
	import { ROLE_WORD } from '$words/index.js';

	interface Props {
		invitations: readonly {
			readonly id: string;
			readonly role: Role | GuestRole;
			readonly email: string | null;
			readonly expiresAt: Date;
		}[];
	}
	const { invitations }: Props = $props();
</script>

{#if invitations.length > 0}
	<h3>Not taken yet</h3>
	<ul>
		{#each invitations as i (i.id)}
			<li>
				<span
					><b>{ROLE_WORD[i.role]}</b>
					<span class="quiet">{i.email ?? 'anybody with the link'}, until {formatMoment(i.expiresAt)}</span></span
				>
				<form method="POST" action="?/revoke" use:enhance>
					<input type="hidden" name="id" value={i.id} /><button class="btn whitespace-nowrap">Take back</button>
				</form>
			</li>
		{/each}
	</ul>
{/if}

<style>
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 1rem;
		padding: 0.4rem 0;
		border-bottom: 1px solid var(--zt-line);
	}
</style>
