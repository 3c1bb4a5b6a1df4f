<script lang="ts">
	import SignOut from '$lib/ui/SignOut.svelte';
	import { enhance } from '$app/forms';
	import LeaveForm from '$lib/ui/people/LeaveForm.svelte';
	import PasskeyList from '$lib/ui/people/PasskeyList.svelte';
	import { agentWords } from '$lib/ui/agentWords.js';
	import { formatMoment } from '$lib/ui/format.js';
	import { toggleTheme } from '$lib/ui/theme.js';
	import { ROLE_WORD, lengthUnitWord } from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data, form }: PageProps = $props();
	const DONE: Readonly<Record<string, string>> = {
		'key-forgotten': 'That key signs nobody in any more.',
		reminders: 'Reminders are set.',
		measures: 'Figures and days are told that way from now on.',
		leaving: 'Your account will be deleted. Until then one press keeps it.',
		kept: 'Kept.',
		feed: 'Your calendar’s address is made. It is shown once.',
		'feed-ended': 'Your calendar’s address has ended.',
		name: 'Your name is changed.',
		mailed: 'Look in the mail of your present address: a link there goes on with it.',
		address: 'Your address is confirmed.',
		password: 'Your password is changed. Every other session was ended.',
		ended: 'That session was ended.'
	};
	const said = $derived(DONE[(form && 'done' in form ? form.done : data.done) ?? '']);
</script>

<svelte:head><title>Your account · Zone Tally</title></svelte:head>
<header class="head-row"><h1>Your account</h1></header>
{#if form && 'message' in form}<p role="alert" class="alert alert-error mb-3">{form.message}</p>
{:else if said}<p role="status" class="sheet mb-3"><b>{said}</b></p>{/if}
<div class="columns">
	<div class="column">
		<section class="sheet" aria-labelledby="yards-head">
			<h2 id="yards-head">Your yards</h2>
			<ul>
				{#each data.yards as yard (yard.id)}
					<li class="line">
						<a class="link" href={`/yards/${yard.id}`}><b>{yard.name}</b></a>
						<span class="quiet">{ROLE_WORD[yard.role]}</span>
					</li>
				{:else}
					<li class="quiet">None yet. Make one, or open the link of an invitation.</li>
				{/each}
			</ul>
			<a class="btn" href="/yards/new">Make a yard</a>
			{#if data.shared.length > 0}
				<h2>Shared with you</h2>
				<ul>
					{#each data.shared as horse (horse.id)}
						<li class="line">
							<a class="link" href={`/horses/${horse.id}`}><b>{horse.name}</b></a>
							<span class="quiet">{horse.yard}, {ROLE_WORD[horse.role].toLowerCase()}</span>
						</li>
					{/each}
				</ul>
			{/if}
		</section>
		<section class="sheet" aria-labelledby="calendar-head">
			<h2 id="calendar-head">Your calendar</h2>
			<p class="quiet">What is due for every horse you may see, a whole day each.</p>
			{#if form && 'address' in form && form.address}
				<label>Address for your calendar program<input class="input w-full" readonly value={form.address} /></label>
				<p class="quiet">Whoever has it can read what is due. Make a new one and this one ends.</p>
			{:else if data.feed}
				<p>
					An address was made {formatMoment(data.feed.createdAt)}{data.feed.readAt
						? `, last read ${formatMoment(data.feed.readAt)}`
						: ', not read yet'}.
				</p>
			{/if}
			<div class="row">
				<a class="btn" href="/api/calendar.ics" download>Download once</a>
				<form method="POST" action="?/feed" use:enhance>
					<button class="btn">{data.feed ? 'Make a new address' : 'Make an address to subscribe to'}</button>
				</form>
				{#if data.feed}<form method="POST" action="?/endFeed" use:enhance>
						<button class="btn btn-ghost">End the address</button>
					</form>{/if}
			</div>
		</section>
		<section class="sheet" aria-labelledby="remind-head">
			<h2 id="remind-head">Reminders</h2>
			{#if data.mail}
				<form
					method="POST"
					action="?/reminders"
					use:enhance={() =>
						({ update }) =>
							update({ reset: false })}
				>
					<label
						>What is due, by mail<select class="select w-full" name="reminders" value={data.prefers.reminders}>
							<option value="off">not at all</option>
							<option value="daily">each morning, if anything is due</option>
							<option value="weekly">on Mondays, for the week</option>
						</select></label
					>
					<button class="btn">Set it</button>
				</form>
				<p class="quiet">From six in the morning{data.prefers.reminders === 'off' ? '' : `, ${data.prefers.zone}`}.</p>
			{:else}<p class="quiet">This place sends no mail. The round and the calendar say what is due.</p>{/if}
		</section>
		<section class="sheet" aria-labelledby="measures-head">
			<h2 id="measures-head">Figures and days</h2>
			<form
				method="POST"
				class="tall"
				action="?/measures"
				use:enhance={() =>
					({ update }) =>
						update({ reset: false })}
			>
				<div class="measures">
					<label
						>Lengths<select class="select w-full" name="length" value={data.measures.length}>
							<option value="mm">millimetres</option>
							<option value="inch">inches</option>
						</select></label
					>
					<label
						>Weights<select class="select w-full" name="weight" value={data.measures.weight}>
							<option value="kg">kilograms</option>
							<option value="lb">pounds</option>
						</select></label
					>
					<label
						>Days<select class="select w-full" name="days" value={data.measures.days}>
							<option value="day-month">27 Nov 2026</option>
							<option value="month-day">Nov 27, 2026</option>
							<option value="iso">2026-11-27</option>
						</select></label
					>
				</div>
				<button class="btn">Set it</button>
			</form>
			<p class="quiet">Fingers are your own. Records are kept in millimetres whatever is read.</p>
		</section>
		<section class="sheet" aria-labelledby="sessions-head">
			<h2 id="sessions-head">Where you are signed in</h2>
			<ul>
				{#each data.sessions as s (s.id)}
					<li class="line">
						<span
							><b>{agentWords(s.agent)}</b>
							<span class="quiet">since {formatMoment(s.since)}{s.address ? `, from ${s.address}` : ''}</span></span
						>
						{#if s.present}<span class="quiet">here</span>
						{:else}
							<form method="POST" action="?/end" use:enhance>
								<input type="hidden" name="id" value={s.id} /><button class="btn">End it</button>
							</form>
						{/if}
					</li>
				{/each}
			</ul>
		</section>
	</div>
	<div class="column">
		<section class="sheet" aria-labelledby="you-head">
			<h2 id="you-head">You</h2>
			<form
				method="POST"
				action="?/name"
				use:enhance={() =>
					({ update }) =>
						update({ reset: false })}
			>
				<label
					>Name<input
						class="input"
						name="name"
						required
						maxlength="80"
						autocomplete="name"
						value={data.person?.name}
					/></label
				>
				<button class="btn">Change it</button>
			</form>
			{#if data.mail}
				<form
					method="POST"
					action="?/address"
					use:enhance={() =>
						({ update }) =>
							update({ reset: false })}
				>
					<label
						>Email<input
							class="input"
							type="email"
							name="email"
							required
							autocomplete="email"
							value={data.email}
						/></label
					>
					<button class="btn">Change it</button>
				</form>
			{:else}<p class="quiet">Signed in with {data.email}</p>{/if}
			<p class="ways">
				<a class="link" href="/hands">Your hand, in fingers and {lengthUnitWord()}</a>
				<a class="link" href="/help">Help, and the words</a>
				{#if data.keeper}<a class="link" href="/keeper">This place, which you keep</a>{/if}
			</p>
		</section>
		<section class="sheet" aria-labelledby="gone-head">
			<h2 id="gone-head">End your account</h2>
			<LeaveForm what="your account" typeName="your email" leavingAt={data.leavingAt} days={data.days}>
				<p>
					You can no longer sign in, and your name goes. What you recorded stays with its yard, by nobody named; a
					yard’s owner downloads it on the yard’s page.
				</p>
			</LeaveForm>
		</section>
		<section class="sheet" aria-labelledby="device-head">
			<h2 id="device-head">This device</h2>
			<div class="acts">
				<button class="btn" onclick={toggleTheme}>Paper or stable theme</button>
				<SignOut><button class="btn">Sign out</button></SignOut>
			</div>
		</section>
		<PasskeyList keys={data.keys} place={data.keyPlace} />
		<section class="sheet" aria-labelledby="password-head">
			<h2 id="password-head">Password</h2>
			<form class="tall" method="POST" action="?/password" use:enhance>
				<label
					>Present<input class="input" type="password" name="present" required autocomplete="current-password" /></label
				>
				<label
					>New<input
						class="input"
						type="password"
						name="next"
						required
						minlength={data.least}
						autocomplete="new-password"
					/><span class="hint quiet">{data.least} characters or more</span></label
				>
				<button class="btn">Change the password</button>
			</form>
		</section>
	</div>
</div>

<style>
	section .btn {
		justify-self: start;
	}
	.ways,
	.row,
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 0.75rem;
	}
	section > form {
		display: flex;
		gap: 0.75rem;
		align-items: end;
	}
	.measures {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(8.5rem, 1fr));
		gap: 0.75rem;
	}
	section > form.tall {
		display: grid;
	}
	label {
		display: grid;
		gap: 0.25rem;
		font-weight: 600;
		flex: 1;
	}
	.hint {
		font-weight: 400;
	}
	.input {
		width: 100%;
	}
</style>
