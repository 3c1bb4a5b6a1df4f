<script lang="ts">
	import type { Snippet } from 'svelte';
	import { sync } from './offline/index.js';

	interface Props {
		class?: string;
		children: Snippet;
	}
	const { class: look = '', children }: Props = $props();

	/** What the server has leaves the device first; what is not sent yet stays for its person. */
	async function forget(event: SubmitEvent) {
		const form = event.currentTarget as HTMLFormElement;
		event.preventDefault();
		await sync.forget().catch(() => undefined);
		form.submit();
	}
</script>

<form class={look} method="POST" action="/sign-out" onsubmit={(e) => void forget(e)}>{@render children()}</form>
