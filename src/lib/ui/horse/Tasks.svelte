<script lang="ts">
	import { enhance } from '$app/forms';
	import { TASK_FOR } from '$core/diary/index.js';
	import { ROLE_WORD } from '$words/index.js';
	import NewId from '$lib/ui/NewId.svelte';
	import DayField from '../DayField.svelte';
	import { formatDay } from '../format.js';

	interface Task {
		readonly id: string;
		readonly askedOf: (typeof TASK_FOR)[number];
		readonly what: string;
		readonly byOn: string | null;
		readonly madeBy: string | null;
		readonly done: boolean;
		readonly doneWith: string;
		readonly doneBy: string | null;
	}
	interface Props {
		tasks: readonly Task[];
		today: string;
		mayNote: boolean;
	}
	const { tasks, today, mayNote }: Props = $props();
	let byOn = $state('');
	const SHOWN_DONE = 3;
	const shown = $derived([...tasks.filter((t) => !t.done), ...tasks.filter((t) => t.done).slice(0, SHOWN_DONE)]);
</script>

<section class="sheet grid content-start gap-2" id="tasks" aria-labelledby="tasks-head">
	<h2 id="tasks-head">Asked of each other</h2>
	<ul>
		{#each shown as t (t.id)}
			<li class:quiet={t.done}>
				<p>
					<b>{ROLE_WORD[t.askedOf]}</b>: {t.what}
					{#if t.byOn && !t.done}<b class:late={t.byOn < today}>by {formatDay(t.byOn)}</b>{/if}
					<span class="quiet"
						>{t.done
							? `done by ${t.doneBy ?? 'somebody'}${t.doneWith ? `: ${t.doneWith}` : ''}`
							: t.madeBy
								? `asked by ${t.madeBy}`
								: ''}</span
					>
				</p>
				{#if mayNote}
					<form method="POST" action="?/taskDone" use:enhance>
						<input type="hidden" name="id" value={t.id} />
						<input type="hidden" name="done" value={t.done ? 'no' : 'yes'} />
						{#if !t.done}<input
								class="input with"
								name="doneWith"
								maxlength="300"
								placeholder="what came of it"
								aria-label={`What came of: ${t.what}`}
							/>{/if}
						<button class="btn btn-sm" aria-label={`${t.done ? 'Open again' : 'Done'}: ${t.what}`}
							>{t.done ? 'Not yet' : 'Done'}</button
						>
						{#if !t.done}<button
								class="btn btn-ghost btn-sm"
								formaction="?/taskUndo"
								aria-label={`Take back: ${t.what}`}>Take back</button
							>{/if}
					</form>
				{/if}
			</li>
		{:else}<li class="quiet">Nothing is asked of anybody.</li>{/each}
	</ul>
	{#if mayNote}
		<details>
			<summary>Ask something of somebody</summary>
			<form class="ask" method="POST" action="?/task" use:enhance>
				<NewId />
				<label
					>of the <select class="select" name="askedOf"
						>{#each TASK_FOR as who (who)}<option value={who}>{ROLE_WORD[who].toLowerCase()}</option>{/each}</select
					></label
				>
				<label>by <DayField label="By" name="byOn" value={byOn} onday={(d) => (byOn = d)} /></label>
				<label class="what">what<input class="input w-full" name="what" required maxlength="300" /></label>
				<button class="btn btn-primary">Ask</button>
			</form>
		</details>
	{/if}
</section>

<style>
	li {
		display: flex;
		flex-wrap: wrap;
		gap: 0.3rem 0.75rem;
		align-items: center;
		justify-content: space-between;
		min-height: 2.75rem;
		border-top: 1px solid var(--zt-line);
	}
	li form,
	.ask {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: end;
	}
	.with {
		width: 11rem;
	}
	.what {
		display: grid;
		flex: 1 1 14rem;
	}
	.late {
		color: var(--zt-alarm);
	}
	summary {
		min-height: 2.25rem;
		cursor: pointer;
	}
</style>
