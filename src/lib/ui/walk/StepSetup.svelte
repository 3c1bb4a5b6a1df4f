<script lang="ts">
	import {
		adviseShims,
		CHOICE_PARTS,
		GAUGE_ON,
		GAUGE_SAYS,
		GAUGE_SIZES,
		gaugeField,
		MOST_SHIM_MM,
		NUMBER_PARTS,
		readGauge,
		SETUP_SIDES,
		setupField,
		SHIM_ZONES,
		type ChoicePart,
		type Gaps,
		type GaugeOn,
		type GaugeSays,
		type Setup
	} from '$core/setup/index.js';
	import {
		GAUGE_ON_WORDS,
		GAUGE_WORDS,
		gaugeSentence,
		SETUP_CHOICE_WORDS,
		SETUP_NUMBER_WORDS,
		setupLine,
		shimAdviceLines,
		lengthUnit
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import Choices from './Choices.svelte';
	import Stepper from './Stepper.svelte';
	import type { WalkBefore, WalkPairing } from './types.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		pairing: WalkPairing;
		before: WalkBefore;
		/** What today's hands say of its width. */
		width: 'narrow' | 'wide' | 'fits' | 'unclear';
		vetFirst: boolean;
		/** Under six: a back that may still lift a shim in its middle. */
		young: boolean;
		onnext: () => void;
	}
	const { walk, pairing, before, width, vetFirst, young, onnext }: Props = $props();

	const SHIM_STEP = 3;
	const last = $derived(before.setups[pairing.id] ?? []);
	const lastOf = (part: string) => last.find(([p]) => p === part)?.[1];
	const field = (part: string) => setupField(pairing.id, part);
	/** Today's value, or what stands from before. */
	const now = (part: string): string | number | undefined => {
		const said = walk.value(field(part));
		return typeof said === 'string' || typeof said === 'number' ? said : lastOf(part);
	};
	const asNumber = (part: string): number | undefined => {
		const v = now(part);
		return typeof v === 'number' ? v : undefined;
	};
	const since = $derived(
		last
			.map(([, , day]) => day)
			.sort()
			.at(-1)
	);
	const line = $derived(setupLine(last.map(([part, value]) => [part, value] as const)));

	async function same() {
		await walk.set(field('same'), true);
		await walk.set('checked/setup', true);
		onnext();
	}
	async function set(part: string, value: string | number) {
		await walk.set(field(part), value);
		if (!walk.is('checked/setup')) await walk.set('checked/setup', true);
	}
	const gap = (part: string) => walk.number(`gap/${pairing.id}/${part}`);
	const gaps = $derived(
		Object.fromEntries(
			SHIM_ZONES.flatMap((z) => SETUP_SIDES.map((s) => [`${z}-${s}`, gap(`${z}-${s}`)] as const)).filter(
				([, v]) => v !== undefined
			)
		) as Gaps
	);
	const setup = $derived<Setup>({
		seenOn: undefined,
		parts: new Map(
			[...Object.keys(NUMBER_PARTS), ...Object.keys(CHOICE_PARTS)].flatMap((part) => {
				const v = now(part);
				return v === undefined ? [] : [[part, { value: v, since: walk.visit.visitedOn }] as const];
			})
		)
	});
	const asked = $derived(
		Object.keys(gaps).length > 0 || walk.is(`gap/${pairing.id}/nose`) || walk.is(`gap/${pairing.id}/twisted`)
	);
	const advice = $derived(
		adviseShims({
			on: walk.visit.visitedOn,
			gapsMm: gaps,
			slopeFrontDeg: before.slopeDeg ?? undefined,
			setup,
			width,
			vetFirst,
			youngLifts: walk.is(`gap/${pairing.id}/lifts`) || (young && walk.text('lift/back') === 'well'),
			stillNoseDown: walk.is(`gap/${pairing.id}/nose`),
			twisted: walk.is(`gap/${pairing.id}/twisted`)
		})
	);
	const said = $derived(shimAdviceLines(advice));
	const MORE: readonly ChoicePart[] = ['padLength', 'flocking', 'girthLength', 'why'];
	let gaugeOn: GaugeOn = $state('bare');
	let gaugeSize = $state(6);
	const tries = $derived(
		GAUGE_ON.flatMap((on) =>
			Array.from({ length: GAUGE_SIZES.most }, (_, i) => i + 1).flatMap((size) => {
				const says = walk.text(gaugeField(on, size)) as GaugeSays | undefined;
				return says ? [{ on, size, says }] : [];
			})
		)
	);
	const gauge = $derived(readGauge(tries));
	const flip = (part: string) =>
		walk.set(`gap/${pairing.id}/${part}`, walk.is(`gap/${pairing.id}/${part}`) ? null : true);
</script>

<h2>{pairing.saddleName}</h2>
{#if line}
	<p>Since {formatDay(since ?? walk.visit.visitedOn)}: <b>{line}</b>.</p>
	<button type="button" class="btn btn-primary" onclick={() => void same()}>Same as last time</button>
{/if}
{#snippet choice(part: ChoicePart)}
	<h3>{SETUP_CHOICE_WORDS[part][0]}</h3>
	<Choices
		label={SETUP_CHOICE_WORDS[part][0]}
		options={Object.entries(SETUP_CHOICE_WORDS[part][1])}
		chosen={[String(now(part) ?? '')]}
		onchoose={(c) => void set(part, c)}
	/>
{/snippet}
{#snippet amount(part: string, step: number)}
	<Stepper
		label={SETUP_NUMBER_WORDS[part]?.[0] ?? part}
		unit={SETUP_NUMBER_WORDS[part]?.[1] ?? ''}
		value={asNumber(part)}
		{step}
		least={0}
		most={NUMBER_PARTS[part]?.most ?? 0}
		onset={(v) => void set(part, v)}
	/>
{/snippet}
{#snippet grid(
	title: string,
	valueOf: (part: string) => number | undefined,
	most: number,
	put: (part: string, v: number) => void
)}
	<div class="grid" role="group" aria-label={title}>
		<span></span><b>near, {lengthUnit()}</b><b>off, {lengthUnit()}</b>
		{#each SHIM_ZONES as zone (zone)}
			<span>{zone}</span>
			{#each SETUP_SIDES as side (side)}
				<Stepper
					bare
					label={`${title}, ${zone} ${side}`}
					unit="mm"
					unitless
					value={valueOf(`${zone}-${side}`)}
					step={SHIM_STEP}
					least={0}
					{most}
					onset={(v) => put(`${zone}-${side}`, v)}
				/>
			{/each}
		{/each}
	</div>
{/snippet}
{@render choice('pad')}
{#if now('pad') !== undefined && now('pad') !== 'none'}{@render amount('padMm', 1)}{/if}
<h3>Shims</h3>
{@render grid('Shim', asNumber, MOST_SHIM_MM, (part, v) => void set(part, v))}
{@render choice('girth')}
<details>
	<summary>What would a shim do? Give the gaps you feel</summary>
	{@render grid('Gap', gap, 30, (part, v) => void walk.set(`gap/${pairing.id}/${part}`, v))}
	<div class="row">
		<button
			type="button"
			class="btn"
			aria-pressed={walk.is(`gap/${pairing.id}/nose`)}
			class:btn-active={walk.is(`gap/${pairing.id}/nose`)}
			onclick={() => void flip('nose')}>Still nose down</button
		>
		<button
			type="button"
			class="btn"
			aria-pressed={walk.is(`gap/${pairing.id}/lifts`)}
			class:btn-active={walk.is(`gap/${pairing.id}/lifts`)}
			onclick={() => void flip('lifts')}>Young back that lifts well</button
		>
		<button
			type="button"
			class="btn"
			aria-pressed={walk.is(`gap/${pairing.id}/twisted`)}
			class:btn-active={walk.is(`gap/${pairing.id}/twisted`)}
			onclick={() => void flip('twisted')}>Tree twisted, on the bench</button
		>
	</div>
	{#if asked}
		<div class="advice" role="status" data-testid="shim-advice">
			{#each said.lines as l, nth (nth)}<p><b>{l}</b></p>{/each}
			{#each said.care as l, nth (nth)}<p>{l}</p>{/each}
			{#if !advice.refused}
				<p>
					Look again by {formatDay(advice.lookOn)}; take out what is no longer needed by {formatDay(advice.takeOutBy)}.
				</p>
			{/if}
			<p class="quiet">By hand figures, usual in the trade. A shim only corrects a small fault.</p>
		</div>
	{/if}
</details>
<details>
	<summary>Front gauge, laid at the blade mark</summary>
	<Choices
		label="Gauge laid"
		options={GAUGE_ON.map((on) => [on, GAUGE_ON_WORDS[on]] as const)}
		chosen={[gaugeOn]}
		onchoose={(c) => (gaugeOn = c as GaugeOn)}
	/>
	<Stepper
		label="Size"
		unit=""
		value={gaugeSize}
		step={1}
		least={GAUGE_SIZES.least}
		most={GAUGE_SIZES.most}
		onset={(v) => (gaugeSize = v)}
	/>
	<Choices
		label={`Size ${gaugeSize} lies`}
		options={GAUGE_SAYS.map((s) => [s, GAUGE_WORDS[s]] as const)}
		chosen={[walk.text(gaugeField(gaugeOn, gaugeSize)) ?? '']}
		onchoose={(c) => void walk.set(gaugeField(gaugeOn, gaugeSize), c)}
	/>
	{#if gauge}<p class="advice" role="status" data-testid="gauge">{gaugeSentence(gauge)}</p>{/if}
	<p class="quiet">Both sides alike. A wider number is a wider arch.</p>
</details>
<details>
	<summary>More: plate, flocking, panels, wedges</summary>
	<label
		>Front plate or tree size<input
			class="input w-full"
			maxlength="60"
			value={String(now('plate') ?? '')}
			onchange={(e) => void set('plate', e.currentTarget.value.trim())}
		/></label
	>
	{#each MORE as part (part)}{@render choice(part)}{/each}
	{#each ['packedMm', 'panelsMm', 'wedge-near', 'wedge-off'] as part (part)}{@render amount(part, 1)}{/each}
</details>

<style>
	h2 {
		font-size: 1.25rem;
	}
	h3 {
		font-size: 1.02rem;
	}
	.grid {
		display: grid;
		grid-template-columns: 3.6rem 1fr 1fr;
		gap: 0.35rem 0.75rem;
		align-items: center;
	}
	.grid b {
		text-align: center;
	}
	summary {
		min-height: 3rem;
		display: flex;
		align-items: center;
		cursor: pointer;
		font-weight: 600;
	}
	details {
		border-top: 1px solid var(--zt-line);
	}
	details[open] {
		display: grid;
		gap: 0.6rem;
		padding-bottom: 0.75rem;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
	}
	.advice {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
		display: grid;
		gap: 0.3rem;
	}
</style>
