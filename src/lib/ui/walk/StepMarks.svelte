<script lang="ts">
	import {
		bearingLength,
		bodyWeightKg,
		carriedShare,
		CONDITION_REGIONS,
		conditionFromRegions,
		lengthFit,
		markDoubts,
		MOST_CARRIED_SHARE,
		usableLengthMm,
		type ConditionRegion
	} from '$core/load/index.js';
	import {
		conditionWords,
		LENGTH_WORDS,
		MARK_DOUBT_WORDS,
		PLACE_WORDS,
		REGION_WORDS,
		lengthWords,
		weightWords,
		settingScale,
		onScale
	} from '$words/index.js';
	import MarkDrawing from '../drawings/MarkDrawing.svelte';
	import { formatDayShort } from '../format.js';
	import Choices from './Choices.svelte';
	import Stepper from './Stepper.svelte';
	import TapeDial from './TapeDial.svelte';
	import { DIALS, type Dial } from './dials.js';
	import type { MarksPart } from './screens.js';
	import type { WalkBefore, WalkHand, WalkPairing } from './types.js';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		part: MarksPart;
		pairing: WalkPairing | undefined;
		hand: WalkHand;
		before: WalkBefore;
		onnext: () => void;
	}
	const { walk, part, pairing, hand, before, onnext }: Props = $props();
	let region: ConditionRegion | undefined = $state();

	const dials = $derived(DIALS.filter((d) => d.part === part));
	const last = (field: string) => before.numbers[field];
	const when = $derived(before.readOn ? formatDayShort(before.readOn) : '');
	const lastWords = (d: Dial) => {
		const v = last(d.field);
		return v === undefined ? undefined : `last time ${onScale(v, settingScale(d.unit, d.step))}`;
	};
	const repeatable = $derived(
		[...dials.map((d) => d.field), ...(part === 'condition' ? ['condition/score'] : [])].filter(
			(f) => last(f) !== undefined
		)
	);
	const TEXTS: Readonly<Record<string, readonly string[]>> = { places: ['mark/blade-by', 'mark/rib-by'] };

	async function same() {
		for (const f of repeatable) await walk.set(f, last(f) as number);
		for (const f of TEXTS[part] ?? []) {
			const text = before.texts[f];
			if (text) await walk.set(f, text);
		}
		onnext();
	}
	const weightKg = $derived.by(() => {
		const [girth, length] = [
			walk.number('tape/girthCm') ?? last('tape/girthCm'),
			walk.number('tape/lengthCm') ?? last('tape/lengthCm')
		];
		return girth === undefined || length === undefined ? undefined : bodyWeightKg(girth, length);
	});
	const share = $derived.by(() => {
		const rider = walk.number('load/riderKg');
		if (weightKg === undefined || rider === undefined) return undefined;
		return carriedShare(rider + (walk.number('load/tackKg') ?? 0), weightKg);
	});
	const lengths = $derived.by(() => {
		const bladeToRibMm = walk.number('tape/bladeToRibMm');
		if (bladeToRibMm === undefined) return undefined;
		return bearingLength({ bladeToRibMm, swingMm: walk.number('tape/swingMm'), twoFingersMm: hand.twoMm });
	});
	const doubts = $derived(
		markDoubts({
			bladeApartMm: walk.number('mark/bladeApartMm'),
			ribApartMm: walk.number('mark/ribApartMm'),
			bladeToRibMm: walk.number('tape/bladeToRibMm'),
			lowestMm: walk.number('tape/lowestMm'),
			last: { bladeToRibMm: last('tape/bladeToRibMm'), lowestMm: last('tape/lowestMm') },
			twoFingersMm: hand.twoMm
		})
	);
	const APART = [
		['mark/bladeApartMm', 'Blade, found the other way: further back'],
		['mark/ribApartMm', 'Last rib, found the other way: further back']
	] as const;
	const fitWords = { fits: 'fits', 'little-over': 'a little over', over: 'over', 'too-long': 'too long' } as const;
	const fit = (mm: number | undefined) =>
		mm === undefined || !pairing?.bearingMm
			? ''
			: `, ${pairing.saddleName} ${fitWords[lengthFit(pairing.bearingMm, mm)]}`;

	/** The saddle fits the school's length, but not what is left behind the back-swing. */
	const tooShort = $derived(
		lengths?.swingMm !== undefined &&
			pairing?.bearingMm !== null &&
			pairing !== undefined &&
			pairing.rules.place === 'swing' &&
			lengthFit(pairing.bearingMm, lengths.swingMm) !== 'fits' &&
			lengthFit(pairing.bearingMm, usableLengthMm(lengths, { ...pairing.rules, place: 'rest' })) === 'fits'
	);
	const scores = $derived(
		CONDITION_REGIONS.flatMap((r) => {
			const v = walk.number(`condition/${r}`);
			return v === undefined ? [] : [v];
		})
	);
	async function score(r: ConditionRegion, n: number) {
		await walk.set(`condition/${r}`, n);
		const whole = conditionFromRegions([...scores]);
		if (whole !== undefined) await walk.set('condition/score', whole);
		region = undefined;
	}
	const NINE = Array.from({ length: 9 }, (_, i) => i + 1);
</script>

{#if part !== 'condition'}<MarkDrawing show={part} />{/if}
{#if repeatable.length > 0}
	<button type="button" class="btn same" onclick={same}>Same as {when}: nothing has changed</button>
{/if}
{#if part === 'places'}
	<Choices
		label="Blade’s rear edge found"
		options={[
			['felt', 'blade edge felt'],
			['mane', 'flat withers: below the mane’s end']
		]}
		chosen={[walk.text('mark/blade-by') ?? '']}
		onchoose={(c) => void walk.set('mark/blade-by', c)}
	/>
	<Choices
		label="Last rib found"
		options={[
			['felt', 'last rib felt'],
			['whorl', 'fat horse: up from the flank whorl']
		]}
		chosen={[walk.text('mark/rib-by') ?? '']}
		onchoose={(c) => void walk.set('mark/rib-by', c)}
	/>
{/if}
{#if part === 'condition'}
	<div class="nine" role="group" aria-label="Condition score of the whole horse">
		{#each NINE as n (n)}
			<button
				type="button"
				class="btn"
				class:on={walk.number('condition/score') === n}
				aria-pressed={walk.number('condition/score') === n}
				onclick={() => void walk.set('condition/score', n)}>{n}</button
			>
		{/each}
	</div>
	<p class="quiet">1 is starved, 5 moderate, 9 very fat. Or by region; the whole is their mean:</p>
	{#each CONDITION_REGIONS as r (r)}
		{@const v = walk.number(`condition/${r}`)}
		<button
			type="button"
			class="region"
			aria-expanded={region === r}
			onclick={() => (region = region === r ? undefined : r)}
		>
			<b>{REGION_WORDS[r]}</b>
			<span>{v === undefined ? '–' : `${v}: ${conditionWords(r, v)}`}</span>
		</button>
		{#if region === r}
			<Choices
				label={`Condition at the ${REGION_WORDS[r]}`}
				options={NINE.map((n) => [String(n), n % 2 === 1 ? `${n}: ${conditionWords(r, n)}` : `${n}`] as const)}
				chosen={v === undefined ? [] : [String(v)]}
				onchoose={(c) => void score(r, Number(c))}
			/>
		{/if}
	{/each}
{/if}
{#each dials as d (d.field)}
	<TapeDial
		label={d.label}
		unit={d.unit}
		min={d.min}
		max={d.max}
		step={d.step}
		value={walk.number(d.field)}
		start={last(d.field) ?? d.usual}
		lastWords={lastWords(d)}
		onset={(v) => void walk.set(d.field, v)}
	/>
{/each}
{#if part === 'places'}
	<details>
		<summary>Found the other way too? How far apart</summary>
		{#each APART as [field, label] (field)}
			<Stepper
				{label}
				unit="mm"
				value={walk.number(field)}
				step={10}
				least={-120}
				most={120}
				onset={(v) => void walk.set(field, v)}
			/>
		{/each}
	</details>
	{#each doubts as d, nth (nth)}<p class="says over" role="alert">{MARK_DOUBT_WORDS[d]}</p>{/each}
{/if}
{#if part === 'places' && lengths}
	<p class="says" data-testid="lengths">
		Room for the panel: <b>{lengthWords(lengths.tapeMm)}</b> tape to tape{fit(lengths.tapeMm)};
		<b>{lengthWords(lengths.fingersMm)}</b> from two fingers behind the blade{fit(lengths.fingersMm)};
		{#if lengths.swingMm !== undefined}<b>{lengthWords(lengths.swingMm)}</b> behind the back-swing{fit(
				lengths.swingMm
			)}.{:else}back-swing not taken.{/if}
		{#if pairing}Chosen: {LENGTH_WORDS[pairing.rules.lengthFrom]}, {PLACE_WORDS[pairing.rules.place]}:
			<b>{lengthWords(usableLengthMm(lengths, pairing.rules))}</b>{fit(usableLengthMm(lengths, pairing.rules))}.
			{#if tooShort}Behind the back-swing too little is left: a shorter panel or round skirts, or set behind the resting
				blade.{/if}
		{/if} Never on the blade, never past the last rib.
	</p>
{/if}
{#if part === 'tape' && weightKg !== undefined}
	<p class="says">About <b>{weightWords(Math.round(weightKg / 5) * 5)}</b> by tape; it can be off by a tenth.</p>
{/if}
{#if part === 'load' && share !== undefined}
	<p class="says" class:over={share > MOST_CARRIED_SHARE}>
		<b>{Math.round(share * 100)}%</b> of about {weightWords(Math.round((weightKg ?? 0) / 5) * 5)}. At most 20%, less for
		unfit, young or old horses.
	</p>
{/if}

<style>
	summary {
		min-height: 3rem;
		display: flex;
		align-items: center;
		cursor: pointer;
		font-weight: 600;
	}
	.same {
		width: 100%;
	}
	.says {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.75rem;
	}
	.over {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	.nine {
		display: grid;
		grid-template-columns: repeat(9, 1fr);
		gap: 0.25rem;
	}
	.nine .btn {
		padding: 0;
		font: 700 1.15rem var(--font-head);
	}
	.on {
		border-color: var(--zt-strap);
		background: var(--zt-hide);
		box-shadow: inset 0 0 0 2px var(--zt-strap);
	}
	.region {
		display: grid;
		grid-template-columns: 9.5rem 1fr;
		gap: 0.5rem;
		text-align: left;
		min-height: 3rem;
		align-items: center;
		border-bottom: 1px solid var(--zt-line);
		cursor: pointer;
		width: 100%;
	}
	.region b::first-letter {
		text-transform: uppercase;
	}
</style>
