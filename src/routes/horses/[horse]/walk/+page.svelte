<script lang="ts">
	import { pushState, replaceState } from '$app/navigation';
	import { onMount, tick } from 'svelte';
	import { Undo2 } from '@lucide/svelte';
	import { v7 as uuidv7 } from 'uuid';
	import { stepsOf, type Step, type Way } from '$core/visit/index.js';
	import { SADDLE_KIND_WORDS, STEP_CAUTION, STEP_SAYS, STEP_WORDS } from '$words/index.js';
	import { warm } from '$lib/ui/offline/cacheRules.js';
	import { sync, type KeptVisit } from '$lib/ui/offline/index.js';
	import { todayHere } from '$lib/ui/format.js';
	import Choices from '$lib/ui/walk/Choices.svelte';
	import DisagreeBar from '$lib/ui/walk/DisagreeBar.svelte';
	import StepBefore from '$lib/ui/walk/StepBefore.svelte';
	import StepChecks from '$lib/ui/walk/StepChecks.svelte';
	import StepDecide from '$lib/ui/walk/StepDecide.svelte';
	import StepGoing from '$lib/ui/walk/StepGoing.svelte';
	import DayField from '$lib/ui/DayField.svelte';
	import StepMarks from '$lib/ui/walk/StepMarks.svelte';
	import StepPhotos from '$lib/ui/walk/StepPhotos.svelte';
	import StepSetup from '$lib/ui/walk/StepSetup.svelte';
	import StepSigns from '$lib/ui/walk/StepSigns.svelte';
	import StepStand from '$lib/ui/walk/StepStand.svelte';
	import StepTracings from '$lib/ui/walk/StepTracings.svelte';
	import StepTreatment from '$lib/ui/walk/StepTreatment.svelte';
	import StepStrap from '$lib/ui/walk/StepStrap.svelte';
	import SaddlesTried from '$lib/ui/walk/SaddlesTried.svelte';
	import { trialsOf } from '$lib/ui/walk/trials.js';
	import WalkStart from '$lib/ui/walk/WalkStart.svelte';
	import { screensOf, trialScreens } from '$lib/ui/walk/screens.js';
	import { judgeAnswer, readAnswers, SADDLE_KINDS, USUAL_RULES, type SaddleKind } from '$core/checks/index.js';
	import { rankVisit, readWidth } from '$core/reading/index.js';
	import { readSigns, vetReason } from '$core/zones/index.js';
	import { Walk } from '$lib/ui/walk/walk.svelte.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();

	let walk: Walk | undefined = $state.raw();
	let at = $state('');
	let ready = $state(false);
	let kept: readonly KeptVisit[] = $state.raw([]);
	let heading: HTMLHeadingElement | undefined = $state();

	const trials = $derived(walk ? trialsOf(walk.states, data.inUse[0]?.rules ?? USUAL_RULES) : []);
	const saddles = $derived([...data.inUse, ...trials]);
	const pairing = $derived([...data.pairings, ...trials].find((p) => p.id === walk?.text('saddle')) ?? saddles[0]);
	const onTrial = $derived(trials.some((t) => t.id === pairing?.id));
	const ranked = $derived(walk ? rankVisit(walk.states, data.inUse) : []);
	let choosing = $state(false);
	const way = $derived((walk?.text('way') ?? 'full') as Way);
	const steps = $derived(stepsOf(way, data.treats));
	const padded = $derived(!['none', undefined].includes(walk?.text('pad/pad')));
	const screens = $derived(
		onTrial && pairing ? trialScreens(pairing.saddleKind) : screensOf(steps, pairing?.saddleKind, padded)
	);
	const index = $derived(
		Math.max(
			0,
			screens.findIndex((s) => s.key === at)
		)
	);
	const screen = $derived(screens[index] ?? screens[0]);
	const step = $derived<Step>(screen?.step ?? 'decide');
	const partOf = $derived(screens.filter((s) => s.step === step));

	onMount(async () => {
		// Whoever came here while the program was still being kept has a page that would not open again.
		warm([`/horses/${data.horse.id}/walk`, `/horses/${data.horse.id}`]);
		const query = new URLSearchParams(location.search);
		const id = query.get('visit');
		const store = await sync.store();
		kept = store.all('visits').filter((v) => v.horseId === data.horse.id);
		if (id) await open(id, kept.find((v) => v.id === id)?.visitedOn ?? todayHere());
		at = query.get('at') ?? '';
		ready = true;
		void navigator.storage?.persist?.();
	});

	async function open(id: string, visitedOn: string, isNew = false) {
		const next = new Walk(
			{ id, horseId: data.horse.id, horseName: data.horse.name, visitedOn },
			data.before.openEntryIds
		);
		if (!isNew) await next.open();
		walk = next;
	}
	const urlFor = (key: string) => `/horses/${data.horse.id}/walk?visit=${walk?.visit.id}&at=${encodeURIComponent(key)}`;

	async function begin(way: Way) {
		await open(uuidv7(), todayHere(), true);
		await walk?.set('way', way);
		if (data.inUse[0]) await walk?.set('saddle', data.inUse[0].id);
		at = screensOf(stepsOf(way, data.treats), pairing?.saddleKind, false)[0]?.key ?? 'decide';
		replaceState(urlFor(at), {});
	}
	/** Another saddle or form on this horse, at this visit: no typing, no pairing. */
	async function tryAnother(kind: SaddleKind) {
		choosing = false;
		const id = uuidv7();
		await walk?.set(`trial/${id}`, { name: `Trial ${trials.length + 1}`, kind });
		await walk?.set('saddle', id);
		await go(trialScreens(kind)[0]?.key);
	}
	async function take(id: string) {
		await walk?.set('saddle', id);
		if (trials.some((t) => t.id === id) && !screens.some((s) => s.key === at)) await go(screens[0]?.key);
	}
	async function rename(name: string) {
		if (pairing && name.trim()) await walk?.set(`trial/${pairing.id}`, { name: name.trim(), kind: pairing.saddleKind });
	}
	const handWidth = $derived.by(() => {
		const own = walk && pairing ? readAnswers(walk.states).filter((a) => a.pairingId === pairing.id) : [];
		return pairing && own.length > 0
			? (readWidth(
					own.map((a) => judgeAnswer(a, pairing.rules)),
					[],
					[]
				)?.says ?? 'unclear')
			: 'unclear';
	});
	const vetSigns = $derived(
		walk
			? [...data.before.signs, ...readSigns({ visitedOn: walk.visit.visitedOn, states: walk.states })].some(
					(s) => vetReason(s) !== undefined
				)
			: false
	);
	async function resume(id: string, visitedOn: string) {
		await open(id, visitedOn);
		at = screens[0]?.key ?? '';
		replaceState(urlFor(at), {});
	}
	async function go(key: string | undefined) {
		if (!key) return;
		at = key;
		pushState(urlFor(key), {});
		await tick();
		scrollTo({ top: 0 });
		heading?.focus({ preventScroll: true });
	}
	/** The screen after the one that asks: a second tap while the first is still being kept goes no further. */
	const nextFrom = (key: string) => go(screens[screens.findIndex((s) => s.key === key) + 1]?.key);
	const back = () => go(screens[index - 1]?.key);
	const toStep = (s: Step) => go(screens.find((x) => x.step === s)?.key);
	async function skip() {
		await walk?.set(`skip/${step}`, true);
		const after = screens.slice(index).find((s) => s.step !== step);
		await go(after?.key);
	}
	function popped() {
		if (walk) at = new URLSearchParams(location.search).get('at') ?? at;
	}
	async function finish() {
		await walk?.set('done', true);
		await sync.send();
		location.assign(`/horses/${data.horse.id}?on=${walk?.visit.visitedOn}&saved=${walk?.visit.id}`);
	}
</script>

<svelte:head><title>Visit · {data.horse.name} · Zone Tally</title></svelte:head>
<svelte:window onpopstate={popped} />

<div class="walk" data-ready={ready}>
	{#if !walk}
		{#if ready}
			<WalkStart horse={data.horse} open={data.before.open} {kept} onbegin={begin} onresume={resume} />
		{/if}
	{:else}
		<header>
			<a class="name head" href={`/horses/${data.horse.id}`} data-sveltekit-reload>{data.horse.name}</a>
			<label class="quiet day"
				>visit of <DayField
					label="Day of the visit"
					max={todayHere()}
					value={walk.visit.visitedOn}
					onday={(day) => day && void walk?.setDay(day)}
				/></label
			>
			<button
				class="btn btn-ghost btn-square"
				aria-label="Take the last tap back"
				disabled={!walk.canUndo}
				onclick={() => void walk?.undo()}><Undo2 size={22} /></button
			>
		</header>
		<StepStrap {steps} states={walk.states} current={step} onstep={toStep} />
		<DisagreeBar {walk} />
		<h1 tabindex="-1" bind:this={heading}>
			{STEP_WORDS[step]}
			{#if partOf.length > 1}<small class="quiet"
					>{partOf.findIndex((s) => s.key === screen?.key) + 1} of {partOf.length}</small
				>{/if}
		</h1>
		{#if screen === partOf[0]}
			<p class="quiet">{STEP_SAYS[step]}</p>
			{#if STEP_CAUTION[step]}<p class="caution">{STEP_CAUTION[step]}</p>{/if}
		{/if}
		{#if (['setup', 'bare', 'decide'].includes(step) && screen === partOf[0]) || onTrial}
			{#if saddles.length > 1}
				<Choices
					label="Which saddle"
					options={saddles.map((p) => [p.id, p.saddleName] as const)}
					chosen={[pairing?.id ?? '']}
					onchoose={(id) => void take(id)}
				/>
			{/if}
			{#if onTrial && screen === screens[0]}
				<label
					>Called<input
						class="input w-full"
						maxlength="60"
						value={pairing?.saddleName}
						onchange={(e) => void rename(e.currentTarget.value)}
					/></label
				>
			{/if}
		{/if}
		{#if step === 'decide'}
			{#if ranked.length > 1}<SaddlesTried {ranked} />{/if}
			<button type="button" class="btn" aria-expanded={choosing} onclick={() => (choosing = !choosing)}
				>Try another saddle</button
			>
			{#if choosing}
				<Choices
					label="Kind of saddle"
					options={SADDLE_KINDS.map((k) => [k, SADDLE_KIND_WORDS[k]] as const)}
					chosen={[]}
					onchoose={(k) => void tryAnother(k as SaddleKind)}
				/>
			{/if}
		{/if}
		{#each screen ? [screen] : [] as shown (shown.key)}
			{@const onnext = () => nextFrom(shown.key)}
			<section class="step">
				{#if shown.step === 'before'}<StepBefore {walk} horseId={data.horse.id} onfinish={finish} />
				{:else if shown.step === 'going'}<StepGoing {walk} {onnext} />
				{:else if shown.step === 'stand'}<StepStand {walk} {onnext} />
				{:else if shown.step === 'feel' || shown.step === 'hair' || shown.step === 'sweat'}
					<StepSigns {walk} group={shown.step} before={data.before.signs} {onnext} />
				{:else if shown.step === 'marks'}
					<StepMarks {walk} part={shown.part} {pairing} hand={data.hand} before={data.before} {onnext} />
				{:else if shown.step === 'tracings'}<StepTracings {walk} {onnext} />
				{:else if shown.step === 'setup'}
					{#if pairing}
						<StepSetup
							{walk}
							{pairing}
							before={data.before}
							width={handWidth}
							vetFirst={vetSigns}
							young={(data.ageYears ?? 99) < 6}
							{onnext}
						/>
					{/if}
				{:else if shown.step === 'bare' || shown.step === 'girthed' || shown.step === 'rider'}
					{#if pairing}
						<StepChecks
							{walk}
							{pairing}
							hand={data.hand}
							stage={shown.stage}
							check={shown.check}
							last={shown === partOf[partOf.length - 1]}
							{onnext}
						/>
					{/if}
				{:else if shown.step === 'photos'}<StepPhotos {walk} {onnext} />
				{:else if shown.step === 'treatment'}<StepTreatment {walk} />
				{:else}
					<StepDecide
						{walk}
						{pairing}
						shape={pairing ? data.shapes[pairing.id] : undefined}
						before={data.before}
						ageYears={data.ageYears ?? undefined}
						{steps}
						onstep={toStep}
						onfinish={finish}
					/>
				{/if}
			</section>
		{/each}
		<footer>
			<button class="btn" disabled={index === 0} onclick={back}>Back</button>
			{#if step !== 'decide' && step !== 'before'}
				<button class="btn btn-ghost" aria-label={`Skip: ${STEP_WORDS[step]}`} onclick={skip}>Skip</button>
				<button class="btn btn-primary" onclick={() => screen && nextFrom(screen.key)}>Next</button>
			{/if}
		</footer>
	{/if}
</div>

<style>
	.walk {
		max-width: 44rem;
		margin: 0 auto;
		display: grid;
		gap: 0.6rem;
		padding-bottom: 9rem;
	}
	header {
		display: flex;
		align-items: center;
		gap: 0.75rem;
	}
	.name {
		font-size: 1.2rem;
	}
	.day {
		display: flex;
		align-items: center;
		gap: 0.4rem;
		margin-left: auto;
		font-size: 0.9rem;
	}
	h1 {
		font-size: 1.45rem;
		outline: none;
	}
	h1 small {
		font-size: 0.95rem;
		font-weight: 400;
	}
	.caution {
		border: 1.5px solid var(--zt-strap);
		border-radius: 0.5rem;
		padding: 0.4rem 0.75rem;
		font-size: 0.95rem;
	}
	.step {
		display: grid;
		gap: 0.75rem;
	}
	footer {
		position: fixed;
		inset: auto 0 0;
		display: grid;
		grid-template-columns: 1fr 1fr 1.8fr;
		gap: 0.5rem;
		padding: 0.6rem max(0.75rem, calc(50vw - 22rem));
		background: var(--zt-card);
		border-top: 1px solid var(--zt-line);
		z-index: 5;
	}
</style>
