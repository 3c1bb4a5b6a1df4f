<script lang="ts">
	import { CloudOff, CloudUpload } from '@lucide/svelte';
	import { onMount } from 'svelte';
	import { unsentCount } from './sendWaiting.js';
	import { sync } from './sync.svelte.js';

	interface Props {
		personId: string;
	}
	const { personId }: Props = $props();
	onMount(() => sync.start(personId));

	const count = $derived(unsentCount(sync.waiting));
	const what = $derived(
		[
			[sync.waiting.taps, 'tap'],
			[sync.waiting.tracings, 'tracing'],
			[sync.waiting.photos, 'photo'],
			[sync.waiting.rides, 'log entry']
		]
			.filter(([n]) => Number(n) > 0)
			.map(([n, word]) => `${n} ${n === 1 ? word : word === 'log entry' ? 'log entries' : `${word}s`}`)
			.join(', ')
	);
	const signIn = () => `/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`;
</script>

<div class="marks">
	{#if count > 0 && sync.state !== 'sent'}
		<div class="mark" role="status" data-testid="unsent">
			{#if sync.state === 'signed-out'}
				<CloudOff size={20} aria-hidden="true" />
				<span>You are signed out. {what} not yet sent, kept on this device.</span>
				<a class="btn" href={signIn()} data-sveltekit-reload>Sign in</a>
			{:else if sync.state === 'other-person'}
				<CloudOff size={20} aria-hidden="true" />
				<span>Another person has signed in in this browser. {what} kept on this device; sign in again to send.</span>
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
			This device has no storage left. Keep this page open until everything is sent, and free some space.
		</p>
	{/if}
	{#if sync.waiting.refused.length > 0}
		<div class="mark alarm" role="alert" data-testid="refused">
			<span>Not accepted, but kept on this device: {sync.waiting.refused.slice(0, 3).join(' ')}</span>
		</div>
	{/if}
	{#if sync.waiting.foreign > 0}
		<p class="mark" role="status" data-testid="foreign">
			This device holds unsent data of another person. It will be sent when they sign in.
		</p>
	{/if}
	{#if Math.abs(sync.clockOffMs) > 600_000}
		<p class="mark" role="status" data-testid="clock">
			This device’s clock is {sync.clockOffMs > 0 ? 'slow' : 'fast'}. Times were corrected; check the day of the visit.
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
