<script lang="ts">
	import { enhance } from '$app/forms';
	import NewId from '$lib/ui/NewId.svelte';
	import DayField from '../DayField.svelte';
	import { formatDay } from '../format.js';

	interface Props {
		/** The date that stands. */
		dueOn: string;
		said: {
			readonly id: string;
			readonly answer: 'put-off' | 'skipped';
			readonly until: string | null;
			readonly reason: string;
		} | null;
		/** A stop is not put off. */
		stopped: boolean;
	}
	const { dueOn, said, stopped }: Props = $props();
	let until = $state('');
</script>

{#if said}
	<form class="said" method="POST" action="?/undue" use:enhance>
		<span class="quiet"
			>{said.answer === 'skipped' ? 'skipped' : `put off to ${formatDay(said.until ?? dueOn)}`}{said.reason
				? `: ${said.reason}`
				: ''}</span
		>
		<input type="hidden" name="id" value={said.id} />
		<button class="btn btn-sm">Take back</button>
	</form>
{:else if !stopped}
	<details>
		<summary>Put off or skip</summary>
		<form method="POST" action="?/due" use:enhance>
			<NewId />
			<input type="hidden" name="dueOn" value={dueOn} />
			<label>until <DayField label="Put off until" name="until" value={until} onday={(d) => (until = d)} /></label>
			<label class="why">why<input class="input" name="reason" maxlength="300" /></label>
			<button class="btn btn-sm" name="answer" value="put-off" disabled={!until}>Put off</button>
			<button class="btn btn-sm" name="answer" value="skipped">Skip this once</button>
		</form>
	</details>
{/if}

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: end;
	}
	.said {
		align-items: center;
	}
	.why {
		display: grid;
		flex: 1 1 10rem;
	}
	summary {
		min-height: 2.25rem;
		cursor: pointer;
	}
</style>
