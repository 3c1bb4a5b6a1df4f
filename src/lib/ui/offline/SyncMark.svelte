<script lang="ts">
	import { CloudOff, CloudUpload } from '@lucide/svelte';
	import { onMount } from 'svelte';
	import { sync } from './sync.svelte.js';

	interface Props {
		personId: string;
	}
	const { personId }: Props = $props();
	onMount(() => sync.start(personId));

	const count = $derived(sync.waiting.taps + sync.waiting.photos + sync.waiting.rides);
	const what = $derived(
		[
			[sync.waiting.taps, 'tap'],
			[sync.waiting.photos, 'photo'],
			[sync.waiting.rides, 'log line']
		]
			.filter(([n]) => Number(n) > 0)
			.map(([n, word]) => `${n} ${word}${n === 1 ? '' : 's'}`)
			.join(', ')
	);
	const signIn = () => `/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`;
</script>

<div class="marks">
	{#if count > 0 && sync.state !== 'sent'}
		<div class="mark" role="status" data-testid="unsent">
			{#if sync.state === 'signed-out'}
				<CloudOff size={20} aria-hidden="true" />
				<span>You are signed out. {what} kept on this device.</span>
				<a class="btn" href={signIn()} data-sveltekit-reload>Sign in</a>
			{:else}
				<CloudUpload size={20} aria-hidden="true" />
				<span>{what} not yet sent, kept on this device.</span>
				<button class="btn" onclick={() => void sync.send()}>Send now</button>
			{/if}
		</div>
	{/if}
	{#if sync.safety === 'memory'}
		<p class="mark alarm" role="alert">
			This device has no room left. Keep this page open until all is sent; free some space meanwhile.
		</p>
	{/if}
	{#if sync.waiting.refused.length > 0}
		<div class="mark alarm" role="alert" data-testid="refused">
			<span>Not taken, but kept on this device: {sync.waiting.refused.slice(0, 3).join(' ')}</span>
		</div>
	{/if}
	{#if sync.waiting.foreign > 0}
		<p class="mark" role="status">Something of another person is kept here. It is sent when they sign in.</p>
	{/if}
	{#if Math.abs(sync.clockOffMs) > 600_000}
		<p class="mark" role="status" data-testid="clock">
			This device’s clock is {sync.clockOffMs > 0 ? 'slow' : 'fast'}. Times were put right; check the day of the visit.
		</p>
	{/if}
</div>

<style>
	/* Beside the horse nothing may move under the thumb: the mark lies over the page, above the walk's own buttons. */
	:global(body:has(.walk)) .marks {
		position: fixed;
		inset: auto 0 4.1rem;
		z-index: 4;
		border-top: 1px solid var(--zt-line);
	}
	.mark {
		display: flex;
		align-items: center;
		gap: 0.6rem;
		flex-wrap: wrap;
		padding: 0.4rem 1.5rem;
		background: var(--zt-hide);
		border-bottom: 1px solid var(--zt-line);
		font-size: 0.95rem;
	}
	.mark .btn {
		margin-left: auto;
	}
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	@media (max-width: 640px) {
		.mark {
			padding-inline: 0.75rem;
		}
	}
</style>
