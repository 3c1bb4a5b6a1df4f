<script lang="ts">
	import { enhance } from '$app/forms';
	import { formatMoment } from '../format.js';

	interface Props {
		/** What is deleted, in words. */
		what: string;
		/** What has to be typed, and how it is called. */
		typeName: string;
		leavingAt: Date | null;
		days: number;
		/** What goes and what stays. */
		children: import('svelte').Snippet;
	}
	const { what, typeName, leavingAt, days, children }: Props = $props();
</script>

{#if leavingAt}
	<p role="status" class="alarm"><b>Will be deleted for good on {formatMoment(leavingAt)}.</b></p>
	<form method="POST" action="?/keep" use:enhance><button class="btn btn-primary">Keep {what}</button></form>
{:else}
	<details>
		<summary>Delete {what}</summary>
		{@render children()}
		<p class="quiet">It is gone for good after {days} days; until then one press keeps it.</p>
		<form method="POST" action="?/leave" use:enhance>
			<label
				>Type {typeName} to go on<input class="input" name="typed" required maxlength="200" autocomplete="off" /></label
			>
			<button class="btn">Delete it in {days} days</button>
		</form>
	</details>
{/if}

<style>
	.alarm {
		color: var(--zt-alarm);
	}
	summary {
		min-height: 2.75rem;
		display: flex;
		align-items: center;
		cursor: pointer;
		font-weight: 600;
	}
	details[open] {
		display: grid;
		gap: 0.6rem;
	}
	form {
		display: grid;
		gap: 0.6rem;
	}
	label {
		display: grid;
		font-weight: 600;
	}
</style>
