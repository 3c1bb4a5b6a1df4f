<script lang="ts">
	import NewId from '$lib/ui/NewId.svelte';
	import { enhance } from '$app/forms';
	import { formatDay, formatMoment } from '../format.js';

	interface Sent {
		readonly id: string;
		readonly expiresAt: Date;
		readonly opened: number;
		readonly answer: 'fits' | 'refitted' | 'note' | null;
		readonly answeredBy: string | null;
		readonly answerNote: string;
		readonly answeredAt: Date | null;
	}
	interface Props {
		sent: readonly Sent[];
		pairingId: string;
		/** Shown once, when it was made. */
		link: string | undefined;
		/** The visit that a mark would be set on. */
		latestTraced: string | undefined;
	}
	const { sent, pairingId, link, latestTraced }: Props = $props();
	const SAYS = { fits: 'it fits, from that day', refitted: 'refitted: it fits from that day', note: 'a note' } as const;
</script>

<section class="sheet" id="report" aria-labelledby="report-head">
	<h2 id="report-head">Report for fitter or vet</h2>
	{#each sent.filter((s) => s.answer !== null) as s (s.id)}
		<div class="answer">
			<p>
				<b>{s.answeredBy}</b>, {s.answeredAt ? formatMoment(s.answeredAt) : ''}: {s.answer ? SAYS[s.answer] : ''}.
				{#if s.answerNote}<br />“{s.answerNote}”{/if}
			</p>
			<div class="row">
				{#if s.answer !== 'note' && latestTraced}
					<form method="POST" action="?/takeAnswer" use:enhance>
						<input type="hidden" name="id" value={s.id} />
						<button class="btn btn-primary">Set the fit mark on {formatDay(latestTraced)}</button>
					</form>
				{/if}
				<form method="POST" action="?/putAside" use:enhance>
					<input type="hidden" name="id" value={s.id} /><button class="btn">Put aside</button>
				</form>
			</div>
		</div>
	{/each}
	<p class="quiet">
		A link that anybody can open without an account, to read and to answer. It changes nothing by itself.
	</p>
	{#if link}
		<p role="status">Copy it now, it is shown this once:</p>
		<p>
			<input
				class="input w-full"
				readonly
				aria-label="Link of the report"
				value={link}
				onfocus={(e) => e.currentTarget.select()}
			/>
		</p>
	{/if}
	<form class="row" method="POST" action="?/report" use:enhance>
		<NewId />
		<input type="hidden" name="pairingId" value={pairingId} />
		<label
			>open for <select class="select" name="days"
				><option value="14">14 days</option><option value="30">30 days</option></select
			></label
		>
		<button class="btn">Make a report link</button>
	</form>
	<ul>
		{#each sent.filter((s) => s.answer === null) as s (s.id)}
			<li class="line">
				<span>open until {formatMoment(s.expiresAt)}, opened {s.opened === 1 ? 'once' : `${s.opened} times`}</span>
				<form method="POST" action="?/endReport" use:enhance>
					<input type="hidden" name="id" value={s.id} /><button class="btn btn-ghost">Take it back</button>
				</form>
			</li>
		{/each}
	</ul>
</section>

<style>
	section,
	.answer {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	.row,
	.line {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: center;
	}
	.answer {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
</style>
