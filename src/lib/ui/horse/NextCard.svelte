<script lang="ts">
	import { enhance } from '$app/forms';
	import type { DiaryItem } from '$core/diary/index.js';
	import type { Asked } from '$core/reading/index.js';
	import { ASKED_WORDS } from '$words/index.js';
	import { formatDay } from '../format.js';
	import DueAnswer from './DueAnswer.svelte';

	interface Props {
		next: readonly (DiaryItem & { readonly words: string })[];
		/** What was asked of the owner, open and done. */
		asked: readonly Asked[];
		changed: { readonly since: string; readonly lines: readonly string[] } | null;
		/** The date that stands, and what was said to it. */
		due: {
			readonly dueOn: string;
			readonly stopped: boolean;
			readonly said: Parameters<typeof DueAnswer>[1]['said'];
		} | null;
		/** May tick off what was asked. */
		mayTick: boolean;
	}
	const { next, asked, changed, due, mayTick }: Props = $props();
	const SHOWN = 5;
	let all = $state(false);
	const lines = $derived(all ? (changed?.lines ?? []) : (changed?.lines ?? []).slice(0, SHOWN));
	const done = $derived(asked.filter((a) => a.doneOn));
	const visitOf = (item: DiaryItem) => asked.find((a) => a.what === item.what && !a.doneOn)?.visitId;
</script>

{#snippet tick(visit: string, what: string, word: string, done: 'yes' | 'no', label: string)}
	<form method="POST" action="?/answered" use:enhance>
		<input type="hidden" name="visit" value={visit} />
		<input type="hidden" name="what" value={what} />
		<input type="hidden" name="done" value={done} />
		<button class="btn btn-sm" aria-label={label}>{word}</button>
	</form>
{/snippet}

<section class="sheet grid content-start gap-2" aria-labelledby="next-head">
	<h2 id="next-head">Next</h2>
	<ul class="next">
		{#each next as item, nth (nth)}
			{@const visit = item.code === 'asked' ? visitOf(item) : undefined}
			<li>
				<b class:due={item.due}>{item.code === 'asked' ? `since ${formatDay(item.on)}` : formatDay(item.on)}</b>
				<span>{item.words}</span>
				{#if visit && item.what && mayTick}{@render tick(visit, item.what, 'Done', 'yes', `${item.words}: done`)}{/if}
			</li>
		{/each}
		{#each done as a, nth (nth)}
			<li class="quiet">
				<span>{formatDay(a.doneOn ?? '')}</span>
				<span>done: {ASKED_WORDS[a.what] ?? a.what}</span>
				{#if mayTick}{@render tick(a.visitId, a.what, 'Not yet', 'no', `${a.what}: open again`)}{/if}
			</li>
		{/each}
	</ul>
	{#if due && mayTick}<DueAnswer {...due} />{/if}
	{#if changed}
		<h2>What changed since {formatDay(changed.since)}</h2>
		{#if changed.lines.length === 0}
			<p class="quiet">Nothing that was noted.</p>
		{:else}
			<ul>
				{#each lines as line, nth (nth)}<li>{line}</li>{/each}
			</ul>
			{#if changed.lines.length > SHOWN}
				<button type="button" class="btn btn-ghost btn-sm" onclick={() => (all = !all)}
					>{all ? 'Fewer' : `And ${changed.lines.length - SHOWN} more`}</button
				>
			{/if}
		{/if}
	{/if}
</section>

<style>
	.next li {
		display: grid;
		grid-template-columns: 7.5rem 1fr auto;
		gap: 0.5rem;
		align-items: center;
		min-height: 2.25rem;
	}
	.due {
		color: var(--zt-alarm);
	}
</style>
