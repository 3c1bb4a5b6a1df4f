<script lang="ts">
	import type { JoinedCall, Weighing } from '$core/call/index.js';
	import {
		cautionFor,
		doubtSentence,
		NEXT_STEP,
		reasonSentence,
		STANDING_CAUTION,
		surerWords,
		surenessWords,
		verdictMeans,
		VERDICT_WORD,
		lengthNumber,
		lengthUnit,
		lengthWords,
		signedNumber
	} from '$words/index.js';
	import { formatDay } from '../format.js';
	import Strap from './Strap.svelte';
	import WeighedStrokes from './WeighedStrokes.svelte';

	interface Props {
		call: JoinedCall | undefined;
		/** Day the call stands for. */
		day: string | undefined;
		/** Next look by hand at the latest. */
		byHandOn: string | undefined;
		/** What a person decided at the last visit, in words. */
		decided: string | undefined;
		/** What is missing for a call, in a sentence. */
		missing: string | undefined;
		/** All evidence for and against. */
		weighing: Weighing | undefined;
		saddleName: string | undefined;
		/** What was under and in the saddle that day, in words; empty where nobody noted it. */
		under: string;
		isLatest: boolean;
		/** Where the one button leads. */
		actionHref: string;
		actionWord: string | undefined;
		/** Where the sheets of a day are looked at; undefined for who may not change them. */
		sheetsHref?: (day: string) => string | undefined;
	}
	const {
		call,
		day,
		byHandOn,
		decided,
		missing,
		weighing,
		saddleName,
		under,
		isLatest,
		actionHref,
		actionWord,
		sheetsHref
	}: Props = $props();

	const reasons = $derived(call ? call.reasons.filter((r) => !r.against && r.code !== 'own-limits').slice(0, 3) : []);
	/** By whose limits it was judged, where not by the usual ones. */
	const ledBy = $derived(call?.shape?.reasons.find((r) => r.code === 'own-limits'));
	const against = $derived(call ? call.reasons.filter((r) => r.against) : []);
	const shape = $derived(call?.shape);
	const caution = $derived(call ? cautionFor({ verdict: call.verdict, cause: shape?.cause ?? 'none' }) : undefined);
	const stations = $derived(shape ? [...new Set(shape.changes.map((c) => c.station))] : []);
	const sure = $derived(shape && shape.verdict === call?.verdict ? surenessWords(shape.sureness) : 'by hands and eyes');
	const cell = (station: string, side: string): string => {
		const c = shape?.changes.find((o) => o.station === station && o.side === side);
		return c ? `${signedNumber(c.mm)} ± ${lengthNumber(1.96 * c.sdMm, 1)}` : '–';
	};
	const bare = (station: string, side: string): boolean =>
		shape?.changes.some((o) => o.station === station && o.side === side && !o.real) ?? false;
	const alarming = $derived(call?.verdict === 'refit' || call?.verdict === 'stop');
</script>

<section class="sheet card-call" aria-labelledby="call-head">
	<p class="quiet" id="call-head">
		{isLatest ? 'Call' : 'Call as it stood'}{saddleName ? ` for ${saddleName}` : ''}{day
			? `, ${formatDay(day)}`
			: ''}{under ? `, under ${under}` : ''}
	</p>
	{#if call}
		<p class="verdict">
			<strong class="head" class:alarming data-testid="verdict">{VERDICT_WORD[call.verdict]}</strong>
			<span class="quiet">{sure}</span>
		</p>
		<Strap verdict={call.verdict} />
		<p class="means">
			{verdictMeans({
				verdict: call.verdict,
				sureness: shape?.verdict === call.verdict ? shape.sureness : 1,
				from: call.from,
				nextStep: call.nextStep
			})}
		</p>
		{#if shape && shape.verdict !== call.verdict}
			<p class="quiet">
				Shape alone: <b data-testid="shape-verdict">{VERDICT_WORD[shape.verdict]}</b>, {surenessWords(shape.sureness)}.
			</p>
		{/if}
		<ol>
			{#each reasons as reason, nth (nth)}
				<li>{reasonSentence(reason)}</li>
			{/each}
		</ol>
		{#if ledBy}<p class="quiet" data-testid="led-by">{reasonSentence(ledBy)}.</p>{/if}
		{#each shape?.doubts ?? [] as doubt, nth (nth)}
			<p class="doubt" data-testid="doubt">
				{doubtSentence(doubt)}
				{#if sheetsHref?.(doubt.date)}<a class="link" href={sheetsHref(doubt.date)}>Look at these sheets</a>{/if}
			</p>
		{/each}
		{#each against as reason, nth (nth)}
			<p class="quiet">Against: {reasonSentence(reason)}</p>
		{/each}
		<div class="next">
			<a class="btn btn-primary" href={actionHref} data-sveltekit-reload={actionHref.endsWith('/walk') ? '' : 'off'}
				>{actionWord ?? NEXT_STEP[call.nextStep]}</a
			>
			<span>
				{#if caution}<strong class="alarming">{caution}</strong><br />{/if}
				{call.nextStep === 'look-now' ? 'Look' : call.from === 'signs' ? 'Look' : 'Trace'} again by {formatDay(
					call.nextOn
				)}{byHandOn ? `, by hand by ${formatDay(byHandOn)} at the latest` : ''}.
			</span>
		</div>
		{#if weighing}<WeighedStrokes {weighing} />{/if}
		{#if shape?.forecast.refitOn && call.verdict !== 'refit' && call.verdict !== 'stop'}
			<p class="quiet" data-testid="forecast">
				If it goes on like this: limit reached about {formatDay(shape.forecast.refitOn)}{#if shape.forecast.earliest},
					not before {formatDay(shape.forecast.earliest)}{/if}.
			</p>
		{/if}
		{#if isLatest && shape?.measureNext}
			<p class="quiet" data-testid="surer">{surerWords(shape.measureNext)}</p>
		{/if}
		{#if shape}
			<table>
				<thead
					><tr
						><th scope="col">since the fit mark</th><th scope="col">near, {lengthUnit()}</th><th scope="col"
							>off, {lengthUnit()}</th
						></tr
					></thead
				>
				<tbody>
					{#each stations as s, nth (nth)}<tr
							><th scope="row">{s}</th><td class:none={bare(s, 'near')}>{cell(s, 'near')}</td><td
								class:none={bare(s, 'off')}>{cell(s, 'off')}</td
							></tr
						>{/each}
				</tbody>
			</table>
			<p class="quiet small">
				± is the 95% interval; in brackets: could be none. Your repeats agree to {lengthWords(
					shape.withinVisitSdMm,
					1
				)}; a visit like this shows a change of {lengthWords(shape.detectableChangeMm, 1)}.
			</p>
		{/if}
	{:else}
		<p class="verdict"><strong class="head">No call yet</strong></p>
		<Strap verdict={null} />
		<p class="means">{missing}</p>
		<div class="next">
			<a class="btn btn-primary" href={actionHref} data-sveltekit-reload={actionHref.endsWith('/walk') ? '' : 'off'}
				>{actionWord ?? 'New visit'}</a
			>
		</div>
	{/if}
	{#if decided}<p class="sooner" data-testid="decided">{decided}</p>{/if}
	<p class="quiet standing">{STANDING_CAUTION}</p>
</section>

<style>
	.card-call {
		display: flex;
		flex-direction: column;
		gap: 0.5rem;
	}
	.verdict {
		display: flex;
		align-items: baseline;
		gap: 0.75rem;
	}
	.verdict strong {
		font-size: 2rem;
		line-height: 1.1;
	}
	.doubt {
		border-left: 3px dashed currentColor;
		padding-left: 0.6rem;
	}
	.alarming {
		color: var(--zt-alarm);
	}
	.means {
		font-weight: 600;
	}
	ol {
		display: grid;
		gap: 0.3rem;
		counter-reset: r;
	}
	ol li {
		counter-increment: r;
		padding-left: 1.5rem;
		position: relative;
		line-height: 1.35;
	}
	ol li::before {
		content: counter(r);
		position: absolute;
		left: 0.2rem;
		font-weight: 700;
		color: var(--zt-strap-text);
	}
	table {
		width: 100%;
		margin-top: 0.25rem;
	}
	th,
	td {
		text-align: right;
		padding: 0.2rem 0;
		border-top: 1px solid var(--zt-line);
		font-weight: 400;
	}
	th:first-child {
		text-align: left;
	}
	thead th {
		border: 0;
		font-size: 0.875rem;
		color: var(--zt-quiet);
	}
	tbody th {
		font-weight: 700;
	}
	.none::before {
		content: '(';
	}
	.none::after {
		content: ')';
	}
	.small {
		font-size: 0.9rem;
		line-height: 1.3;
	}
	.next {
		display: flex;
		gap: 1rem;
		align-items: center;
		flex-wrap: wrap;
		margin-top: 0.25rem;
	}
	.next span {
		flex: 1 1 11rem;
		font-size: 0.95rem;
		line-height: 1.3;
	}
	.sooner {
		border-left: 4px solid var(--zt-strap);
		padding-left: 0.6rem;
	}
	.standing {
		font-size: 0.85rem;
		line-height: 1.3;
		margin-top: auto;
	}
</style>
