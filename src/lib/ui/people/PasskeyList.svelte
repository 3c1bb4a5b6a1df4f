<script lang="ts">
	import { enhance } from '$app/forms';
	import { invalidateAll } from '$app/navigation';
	import { onMount } from 'svelte';
	import { formatMoment } from '../format.js';
	import { keyRefusal, keysWork, makeKey } from '../passkeys.js';

	interface Props {
		keys: readonly { readonly id: string; readonly name: string; readonly createdAt: Date | null }[];
		/** The name to which keys are bound. */
		place: string;
	}
	const { keys, place }: Props = $props();
	let works = $state(false);
	let name = $state('');
	let said = $state('');
	onMount(() => (works = keysWork(place)));

	async function make() {
		said = '';
		try {
			await makeKey(name.trim() || 'this device');
			name = '';
			said = 'The key is kept: it signs you in without a password.';
			await invalidateAll();
		} catch (error) {
			said = keyRefusal(error);
		}
	}
</script>

<section class="sheet grid gap-2" aria-labelledby="keys-head">
	<h2 id="keys-head">Passkeys</h2>
	<ul>
		{#each keys as key (key.id)}
			<li class="line">
				<span
					><b>{key.name}</b>
					{#if key.createdAt}<span class="quiet">since {formatMoment(key.createdAt)}</span>{/if}</span
				>
				<form method="POST" action="?/forgetKey" use:enhance>
					<input type="hidden" name="id" value={key.id} />
					<button class="btn" aria-label={`Forget ${key.name}`}>Forget it</button>
				</form>
			</li>
		{:else}<li class="quiet">
				None. A passkey signs you in by the lock of your phone or a key, without a password.
			</li>{/each}
	</ul>
	{#if works}
		<div class="row">
			<label>Name it<input class="input" maxlength="80" placeholder="phone in the yard" bind:value={name} /></label>
			<button class="btn" onclick={make}>Make a key on this device</button>
		</div>
	{:else}<p class="quiet">Keys are made at {place}: open this place by that name.</p>{/if}
	<p role="status">{said}</p>
</section>

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: end;
	}
	label {
		display: grid;
		font-weight: 600;
	}
</style>
