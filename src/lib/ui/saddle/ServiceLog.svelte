<script lang="ts">
	import { enhance } from '$app/forms';
	import { SERVICES } from '$core/setup/index.js';
	import { SERVICE_WORDS } from '$words/index.js';
	import DayField from '../DayField.svelte';
	import { formatDay } from '../format.js';
	import NewId from '../NewId.svelte';
	import TakeBack from './TakeBack.svelte';

	interface Entry {
		readonly id: string;
		readonly doneOn: string;
		readonly what: (typeof SERVICES)[number];
		readonly doneBy: string;
		readonly note: string;
		readonly undone: boolean;
	}
	interface Props {
		services: readonly Entry[];
		today: string;
		mayWrite: boolean;
		/** What the last form of the page was answered. */
		refused: string | undefined;
	}
	const { services, today, mayWrite, refused }: Props = $props();
	let chosenOn = $state<string>();
	const newest = $derived([...services].reverse());
</script>

<section class="sheet grid gap-2" aria-labelledby="service-head">
	<h2 id="service-head">Service log</h2>
	{#if refused}<p role="alert" class="alert alert-error">{refused}</p>{/if}
	<ul>
		{#each newest as s (s.id)}
			<li class:quiet={s.undone}>
				<p>
					{s.undone ? 'taken back: ' : ''}{formatDay(s.doneOn)}, <b>{SERVICE_WORDS[s.what]}</b>{s.doneBy
						? `, by ${s.doneBy}`
						: ''}
					{#if s.note}<span class="quiet">{s.note}</span>{/if}
				</p>
				{#if mayWrite}
					<TakeBack
						action="?/unservice"
						id={s.id}
						undone={s.undone}
						what={`${SERVICE_WORDS[s.what]}, ${formatDay(s.doneOn)}`}
					/>
				{/if}
			</li>
		{:else}<li class="quiet">Nothing was noted of this saddle yet.</li>{/each}
	</ul>
	{#if mayWrite}
		<details>
			<summary>Note what was done</summary>
			<form class="note" method="POST" action="?/service" use:enhance>
				<NewId />
				<label
					>on <DayField
						label="Done on"
						name="doneOn"
						max={today}
						value={chosenOn ?? today}
						onday={(d) => (chosenOn = d)}
					/></label
				>
				<label
					>what <select class="select" name="what"
						>{#each SERVICES as what (what)}<option value={what}>{SERVICE_WORDS[what]}</option>{/each}</select
					></label
				>
				<label>by <input class="input" name="doneBy" maxlength="80" /></label>
				<label class="wide">more <input class="input w-full" name="note" maxlength="1000" /></label>
				<button class="btn btn-primary">Note it</button>
			</form>
			<p class="quiet">
				After flocking, panels, width or air the underside may be another: what was reckoned from the fitted day says so
				until a fit is marked anew.
			</p>
		</details>
	{/if}
</section>

<style>
	li {
		display: flex;
		justify-content: space-between;
		gap: 0.5rem;
		align-items: center;
		padding: 0.3rem 0;
		border-top: 1px solid var(--zt-line);
	}
	summary {
		cursor: pointer;
		padding: 0.6rem 0;
	}
	.note {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 0.75rem;
		align-items: end;
	}
	.wide {
		flex: 1 1 14rem;
	}
	details p {
		margin-top: 0.5rem;
	}
</style>
