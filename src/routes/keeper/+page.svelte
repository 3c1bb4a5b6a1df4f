<script lang="ts">
	import { enhance } from '$app/forms';
	import { invalidateAll } from '$app/navigation';
	import { formatMoment } from '$lib/ui/format.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	/** The most that was seen to be left: what has gone since is done. */
	let seen = $state(0);
	const most = $derived(Math.max(seen, data.facts.unjudged));
	const LOOK_MS = 1500;
	$effect(() => {
		if (!data.facts.judging) return;
		const timer = setTimeout(() => {
			seen = most;
			void invalidateAll();
		}, LOOK_MS);
		return () => clearTimeout(timer);
	});
	const MB = 1024 * 1024;
	const size = (bytes: number): string =>
		bytes >= 1024 * MB ? `${(bytes / MB / 1024).toFixed(1)} GB` : `${Math.ceil(bytes / MB)} MB`;
	const f = $derived(data.facts);
	const REGISTRATION: Readonly<Record<string, string>> = {
		open: 'anybody',
		invited: 'whoever has an invitation',
		closed: 'nobody'
	};
	const MAIL: Readonly<Record<string, string>> = {
		none: 'none is sent: addresses are not confirmed, and nobody gets a new password by mail',
		mailbox: 'kept in the mailbox here, not sent: a demo',
		smtp: 'sent by the mail server of the settings'
	};
	const rows = $derived([
		['People', f.people],
		['Yards', f.yards],
		['Horses', f.horses],
		['Visits', f.visits],
		['Tracings', f.tracings],
		['Photos', `${f.photos} (${size(f.photoBytes)})`],
		['Database', `${size(f.databaseBytes)}, PostgreSQL ${f.postgres}`],
		['Last write of note', f.lastWriteAt ? formatMoment(new Date(f.lastWriteAt)) : 'none yet'],
		['Asked to be deleted', f.leaving]
	] as const);
	const behind = $derived([
		['Waiting or being made', (f.jobs['waiting'] ?? 0) + (f.jobs['working'] ?? 0)],
		['Made in two days', f.jobs['done'] ?? 0],
		['Failed', f.jobs['failed'] ?? 0],
		['Mails waiting', f.mailsWaiting]
	] as const);
	const settings = $derived([
		['Address', data.settings.origin ?? 'as each request has it'],
		['Who may make an account', REGISTRATION[data.settings.registration] ?? data.settings.registration],
		['Mail', MAIL[data.settings.mail] ?? data.settings.mail],
		['Processes', data.settings.processes],
		['Proxies that are believed', data.settings.proxies],
		['Engine', data.engine]
	] as const);
</script>

<svelte:head><title>This place · Zone Tally</title></svelte:head>
<header class="head-row">
	<h1>This place</h1>
	<p class="quiet">For whoever keeps it: how much is here, never whose. Settings are changed where it is started.</p>
</header>
{#snippet list(head: string, lines: readonly (readonly [string, string | number])[], id: string)}
	<section class="sheet" aria-labelledby={id}>
		<h2 {id}>{head}</h2>
		<dl>
			{#each lines as [name, value] (name)}<dt>{name}</dt>
				<dd>{value}</dd>{/each}
		</dl>
	</section>
{/snippet}
<div class="three">
	{@render list('What is kept', rows, 'kept-head')}
	{@render list('Made behind', behind, 'behind-head')}
	{@render list('Settings', settings, 'settings-head')}
	{#if f.unjudged > 0 || f.judging || most > 0}
		<section class="sheet" aria-labelledby="judge-head">
			<h2 id="judge-head">Judged again</h2>
			<p aria-live="polite">
				{#if f.unjudged === 0}All {most} horses are judged by engine {data.engine}.
				{:else}<b>{most - f.unjudged} of {most}</b> horses by engine {data.engine}{f.judging ? '' : ', stopped'}. The
					board says what was judged before until then; a horse that is opened is judged at once.{/if}
			</p>
			<progress class="progress" max={most} value={most - f.unjudged} aria-label="Horses judged again"></progress>
			{#if form && 'message' in form}<p role="alert" class="alert alert-error">{form.message}</p>{/if}
			{#if f.judging}<form method="POST" action="?/stop" use:enhance><button class="btn">Stop for now</button></form>
			{:else if f.unjudged > 0}<form method="POST" action="?/judge" use:enhance>
					<button class="btn">Judge them</button>
				</form>{/if}
		</section>
	{/if}
	<section class="sheet" aria-labelledby="care-head">
		<h2 id="care-head">To look after it</h2>
		<ul>
			<li><code>npm run backup</code> writes a checked copy; <code>npm run restore</code> brings one back.</li>
			<li>
				<code>/health</code> and <code>/ready</code> answer a watcher; figures for Prometheus stand at the port of ZT_METRICS_PORT.
			</li>
			<li>docs/operations.md says how to move it, update it and go back.</li>
		</ul>
	</section>
</div>

<style>
	.three {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
		gap: 0.75rem;
		align-items: start;
	}
	dl {
		display: grid;
		grid-template-columns: minmax(9rem, auto) 1fr;
		gap: 0.35rem 1rem;
	}
	dt {
		color: var(--zt-quiet);
	}
	dd {
		font-weight: 600;
	}
	li {
		padding-block: 0.25rem;
	}
</style>
