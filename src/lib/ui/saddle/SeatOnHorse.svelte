<script lang="ts">
	import { untrack } from 'svelte';
	import type { GoingTo } from '$core/call/index.js';
	import { MOST_MUSCLE_MM, type MeasuredSeat } from '$core/seat/index.js';
	import type { UnderSaddle } from '$core/setup/index.js';
	import { MEASURED_DOUBT_WORDS, measuredFaults, measuredSentences, underWords, lengthWords } from '$words/index.js';
	import { formatDay } from '../format.js';
	import BearingView from '../seat/BearingView.svelte';
	import PadOver from '../seat/PadOver.svelte';
	import { askReckoning } from '../askReckoning.js';
	import { keptSeat, type KeptSeat } from '../seat/keptSeat.svelte.js';
	import SeatsBeside from '../seat/SeatsBeside.svelte';
	import SectionCuts from '../seat/SectionCuts.svelte';
	import Stepper from '../walk/Stepper.svelte';
	import SeatPlan from './SeatPlan.svelte';

	interface Props {
		horseId: string;
		horseName: string;
		saddleId: string;
		saddleName: string;
		/** Of the saddle's shape; seated anew when it changes. */
		version: number;
	}
	const { horseId, horseName, saddleId, saddleName, version }: Props = $props();

	interface Answer {
		readonly on: string;
		readonly muscleMm: number;
		/** Days of which a back can be seated, the last first. */
		readonly days: readonly string[];
		/** What lay under it that day, by the record. */
		readonly setup?: UnderSaddle;
		/** Where the back is going, by the last call. */
		readonly going?: GoingTo;
		readonly seat: MeasuredSeat;
	}
	const under = $state({ padMm: 0, front: 0, middle: 0, rear: 0, muscleMm: 0 });
	const PARTS = [
		['padMm', 'Pad, packed', 30, 1],
		['front', 'Front shims', 12, 3],
		['middle', 'Middle shims', 12, 3],
		['rear', 'Rear shims', 12, 3]
	] as const;
	/** Seated over what lay under it that day instead of what the steppers say. */
	let asSetUp = $state(false);
	/** The day chosen; empty for the last one. */
	let day = $state('');
	let days = $state.raw<readonly string[]>([]);
	let answer = $state.raw<Answer & { readonly of: KeptSeat }>();
	let refused = $state('');
	/** The library that draws in space is read when somebody asks for it. */
	let inSpace = $state(false);

	/** Where all three views are cut: a place of the bars, the middle at first. */
	let cutAt = $state(6);

	/** The plan is the same whatever shims are tried: it is asked for once for what it hangs on. */
	let planned = $state.raw<{ readonly of: string } & Pick<MeasuredSeat, 'plan' | 'others'>>({
		of: '',
		plan: undefined,
		others: []
	});

	async function ask(of: KeptSeat, planOf: string, signal: AbortSignal): Promise<void> {
		const again = planned.of === planOf;
		const came = await askReckoning<Answer>(`${of.url}&planned=${!again}`, signal);
		if (!came) return;
		if ('refused' in came) [answer, refused] = [came.lost ? answer : undefined, came.refused];
		else {
			[answer, refused, days] = [{ ...came.answer, of }, '', came.answer.days];
			if (!again) planned = { of: planOf, plan: came.answer.seat.plan, others: came.answer.seat.others };
		}
	}
	const WAIT_MS = 250;
	$effect(() => {
		void version;
		const of = { name, url };
		const moved = new AbortController();
		const planOf = [saddleId, version, day, under.padMm, under.muscleMm, asSetUp].join();
		const timer = setTimeout(() => void untrack(() => ask(of, planOf, moved.signal)), WAIT_MS);
		return () => {
			clearTimeout(timer);
			moved.abort();
		};
	});
	const goingMm = $derived(Math.round(Math.max(-MOST_MUSCLE_MM, Math.min(MOST_MUSCLE_MM, answer?.going?.mm ?? 0))));
	const plan = $derived(planned.plan);
	function take() {
		if (!plan) return;
		asSetUp = false;
		for (const zone of ['front', 'middle', 'rear'] as const) under[zone] = plan.shims[`${zone}_near`];
	}
	/** What this seat is called beside another. */
	const name = $derived(
		[
			`${saddleName} on ${horseName}`,
			...(day ? [formatDay(day)] : []),
			...(asSetUp ? ['as it was set up'] : []),
			...PARTS.flatMap(([part, label]) =>
				under[part] && !asSetUp ? [`${label.toLowerCase()} ${lengthWords(under[part])}`] : []
			),
			...(under.muscleMm
				? [`muscle ${under.muscleMm > 0 ? 'and' : 'less'} ${lengthWords(Math.abs(under.muscleMm))}`]
				: [])
		].join(', ')
	);
	const url = $derived(
		`/api/horses/${horseId}/measured?${[
			['saddle', saddleId],
			...Object.entries(under),
			...(day ? [['on', day]] : []),
			...(asSetUp ? [['asSetUp', 'true']] : [])
		]
			.map(([part, v]) => `${part}=${v}`)
			.join('&')}`
	);
</script>

<div class="seat" data-testid="measured-seat" aria-busy={!answer && !refused}>
	{#if days.length > 0}
		<div class="under back" role="group" aria-label="On which back">
			<label
				>On the back of
				<select class="select" bind:value={day}>
					{#each days as d, i (i)}<option value={i === 0 ? '' : d}
							>{formatDay(d)}{i === 0 ? ', the last traced' : ''}</option
						>{/each}
				</select></label
			>
			<Stepper
				label="What if: muscle at the withers"
				unit="mm"
				value={under.muscleMm}
				step={2}
				least={-MOST_MUSCLE_MM}
				most={MOST_MUSCLE_MM}
				onset={(v) => (under.muscleMm = Math.round(v))}
			/>
		</div>
	{/if}
	{#if answer?.going && goingMm !== 0 && goingMm !== under.muscleMm}
		<button type="button" class="btn keep" onclick={() => (under.muscleMm = goingMm)}
			>As it goes, by {formatDay(answer.going.on)}: {goingMm < 0 ? '−' : '+'}{lengthWords(Math.abs(goingMm))} a side</button
		>
	{/if}
	{#if answer?.setup}
		<p>
			Set up that day: <b>{underWords(answer.setup)}</b>
			<button type="button" class="btn btn-sm" onclick={() => (asSetUp = !asSetUp)}
				>{asSetUp ? 'Try other' : 'Seat it so'}</button
			>
		</p>
	{/if}
	<div class="under" hidden={asSetUp}>
		{#each PARTS as [part, label, most, step] (part)}
			<Stepper {label} unit="mm" value={under[part]} {step} least={0} {most} onset={(v) => (under[part] = v)} />
		{/each}
	</div>
	{#if answer}
		{@const { seat } = answer}
		{@const faults = measuredFaults(seat)}
		<p class="names" data-testid="measured-conditions">
			<b class:fault={faults.named.length > 0}>{faults.named.join('; ') || 'No fault stands out'}</b>
			on the back of {formatDay(answer.on)}{answer.muscleMm
				? `, with ${lengthWords(Math.abs(answer.muscleMm))} ${answer.muscleMm > 0 ? 'more' : 'less'} muscle a side at the withers`
				: ''}.
			{#if faults.possible.length > 0}Possible: {faults.possible.join('; ')}.{/if}
		</p>
		<ul>
			{#each measuredSentences(seat) as line, nth (nth)}<li>{line}</li>{/each}
		</ul>
		{#if keptSeat.value && keptSeat.value.url !== answer.of.url}
			<SeatsBeside kept={keptSeat.value} {seat} name={answer.of.name} onaway={() => (keptSeat.value = undefined)} />
		{:else if keptSeat.value}
			<p class="quiet">
				Kept. Change what is under it, the back or the horse, or go to another saddle: both stand side by side.
			</p>
		{:else}
			<button type="button" class="btn keep" onclick={() => (keptSeat.value = answer?.of)}>Keep it to compare</button>
		{/if}
		{@const cut = seat.cuts[Math.min(cutAt, seat.cuts.length - 1)]}
		<BearingView
			bearing={seat.bearing}
			title="Where it bears"
			at={cut?.share}
			onat={(share) => (cutAt = Math.round(share * (seat.cuts.length - 1)))}
		/>
		<SectionCuts cuts={seat.cuts} chosen={cutAt} onchoose={(i) => (cutAt = i)} />
		<details bind:open={inSpace}>
			<summary>Turn it in space</summary>
			{#if inSpace}
				{#await import('../seat/SeatInSpace.svelte')}
					<p class="quiet">Reading …</p>
				{:then { default: SeatInSpace }}
					<SeatInSpace space={seat.space} bearing={seat.bearing} cutRow={cut?.row} cutMm={cut?.sMm} />
				{/await}
			{/if}
		</details>
		<details>
			<summary>Lay a pressure pad’s reading over it</summary>
			<PadOver {seat} />
		</details>
		<SeatPlan {seat} {plan} others={planned.others} ontake={take} />
		<ul class="quiet">
			{#each seat.doubts as d, nth (nth)}<li>{MEASURED_DOUBT_WORDS[d]}</li>{/each}
		</ul>
	{:else if refused}
		<p>{refused}</p>
	{:else}
		<p class="quiet">Reckoning …</p>
	{/if}
	<p class="quiet">
		An estimate from drawings, not a pressure measurement. Where a hand under the saddle says otherwise, believe the
		hand. Pain, heat, swelling or open skin: a vet before any pad or shim.
	</p>
</div>

<style>
	.seat,
	.under {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
	.under[hidden] {
		display: none;
	}
	.under {
		grid-template-columns: repeat(auto-fit, minmax(17rem, 1fr));
		gap: 0.25rem 1.5rem;
	}
	.back label {
		display: flex;
		align-items: center;
		gap: 0.5rem;
		flex-wrap: wrap;
	}
	summary {
		cursor: pointer;
		min-height: 2rem;
	}
	.keep {
		justify-self: start;
	}
	.fault {
		color: var(--zt-alarm);
	}
	.names {
		font-size: 1.1rem;
	}
</style>
