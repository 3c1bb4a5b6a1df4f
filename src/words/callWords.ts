import type { Call, JoinedCall, MeasureNext, NextStep, Reason, Verdict } from '../core/call/index.js';
import type { Baseline } from '../core/change/index.js';
import type { LongLineMeasures } from '../core/curve/index.js';
import {
	giveOrTake,
	bodyLengthWords,
	lengthNumber,
	lengthUnit,
	lengthWords,
	plusMinusWords,
	signedWords
} from './measures.js';
import { readingSentence } from './readingWords.js';

type Data = Reason['data'];

const sideWord = (side: unknown): string =>
	side === 'both' ? 'Both sides' : side === 'near' ? 'Near side' : 'Off side';
const mm = (v: unknown): string => lengthWords(Number(v), 1);
const give = (d: Data): string => `${lengthNumber(Number(d['mm']), 1)} ± ${mm(d['plusMinusMm'])}`;
const limit = (d: Data): string => `limit ${lengthNumber(Number(d['limitMm']))}`;

/** An interval that holds no change at all is no more than likely. */
const probably = (d: Data): string => (Number(d['plusMinusMm']) >= Number(d['mm']) ? 'probably ' : '');

/** One change of shape as it is said everywhere: the estimate with its doubt, and whether it could be none. */
export function changeWords(c: { readonly mm: number; readonly sdMm: number; readonly real: boolean }): string {
	const size = plusMinusWords(c.mm, 1.96 * c.sdMm);
	return c.real ? size : `${size}, could be none`;
}

const CAUSE_WORD: Readonly<Record<string, string>> = {
	'local-loss': 'muscle lost in front',
	'local-gain': 'muscle gained in front',
	'one-sided': 'one side only',
	'condition-loss': 'less condition everywhere',
	'condition-gain': 'more condition everywhere',
	growth: 'growth'
};

/** A figure that did not move is said too: it speaks for muscle. */
const moved = (value: unknown, size: (v: number) => string): string =>
	Number(value) === 0 ? 'as it was' : `${Number(value) > 0 ? 'up' : 'down'} ${size(Math.abs(Number(value)))}`;

function bodyWords(d: Data): string[] {
	const said: string[] = [];
	if (d['weightPercent'] !== undefined)
		said.push(`weight by tape ${moved(d['weightPercent'], (v) => `${v.toFixed(0)}%`)}`);
	if (d['conditionScore'] !== undefined)
		said.push(`condition score ${moved(d['conditionScore'], (v) => v.toFixed(1))}`);
	if (d['withersCm'] !== undefined)
		said.push(`withers ${moved(d['withersCm'], (v) => bodyLengthWords(Math.round(v)))}`);
	return said;
}

const REASONS: Readonly<Record<string, (d: Data) => string>> = {
	'front-lost': (d) =>
		`${sideWord(d['side'])} at ${d['station']} ${probably(d)}lost ${give(d)} since the fit mark (${limit(d)})`,
	'front-gained': (d) =>
		`${sideWord(d['side'])} at ${d['station']} ${probably(d)}gained ${give(d)} since the fit mark (${limit(d)})`,
	'no-real-change': (d) => `No real change seen; these tracings would show ${mm(d['detectableMm'])}`,
	'small-real-change': (d) =>
		`${sideWord(d['side'])} at ${d['station']} changed ${plusMinusWords(Number(d['mm']), Number(d['plusMinusMm']))}: real, but inside the limit`,
	'sides-apart': (d) => `The sides moved ${mm(d['mm'])} apart (${limit(d)})`,
	'visit-doubted': () =>
		'This visit may be a mistake: alone it calls no refit. Trace once more, or say that it is right',
	'refit-unsure': () =>
		'The change may be past the refit limit, but this visit alone cannot show it. Trace again within two weeks',
	'plain-beyond': (d) =>
		`The width as drawn changed by ${signedWords(Number(d['drawnMm']))}; allowing for tilt, placing and the usual pace of a back it is ${signedWords(Number(d['judgedMm']))}. These tracings show a change from ${mm(d['detectableMm'])} on. Trace again within two weeks: the next visit tells which is right`,
	'sudden-step': () => 'The change came suddenly',
	'too-noisy': (d) => `Too noisy to be sure: under ${mm(d['detectableMm'])} cannot be told from tracing error`,
	'tracing-left-out': (d) =>
		`${d['count']} clumsy tracing${Number(d['count']) > 1 ? 's' : ''} left out, kept on record`,
	'other-side-within': (d) => `${sideWord(d['side'])} within limits (${signedWords(Number(d['mm']))})`,
	'cause-local-loss': () => 'Lost in front, less behind: muscle, not condition',
	'cause-local-gain': () => 'Gained in front, less behind: muscle, not condition',
	'cause-one-sided': () => 'One side only: lameness, a crooked load or a slipping saddle come to mind',
	'cause-condition-loss': () => 'Lost at every cut alike: whole-body condition',
	'cause-condition-gain': () => 'Gained at every cut alike: whole-body condition',
	'cause-growth': () => 'Gained most in front and some behind: growth',
	'own-limits': (d) => {
		const of = (what: string): string => giveOrTake(Number(d[`${what}Mm`]), Number(d[`${what}PlusMinusMm`]));
		return `Judged by this saddle’s own limits: refit at ${of('loss')} lost or ${of('gain')} gained, the sides ${of('apart')} apart`;
	},
	'body-since-fit': (d) => `Since the fit mark ${bodyWords(d).join(', ')}`,
	'cause-leaning': (d) =>
		`Not sure why: ${CAUSE_WORD[String(d['likeliest'])]} ${d['percent']} in 100, else ${CAUSE_WORD[String(d['rival'])]} most likely`,
	'cause-unsure': (d) =>
		`Why cannot be told yet: ${CAUSE_WORD[String(d['likeliest'])]} (${d['percent']} in 100) or ${CAUSE_WORD[String(d['rival'])]}`
};

export function reasonSentence(reason: Reason): string {
	if (reason.code.startsWith('reading-')) return readingSentence(reason.code.slice('reading-'.length), reason.data);
	return REASONS[reason.code]?.(reason.data) ?? reason.code;
}

const inHundred = (p: number): string => `${Math.round(100 * p)} in 100`;

/** What would make a call surer, with the doubt now and then. */
export function surerWords({ what, inWeeks, doubtNow, doubtThen }: MeasureNext): string {
	const weeks = inWeeks === 1 ? 'a week' : `${inWeeks} weeks`;
	const how = what === 'one-more' ? 'one more tracing today' : `three tracings in ${weeks}`;
	return `To be surer: ${how} would bring the doubt from ${inHundred(doubtNow)} down to about ${Math.round(100 * doubtThen)}.`;
}

export const VERDICT_WORD: Readonly<Record<Verdict, string>> = {
	steady: 'Steady',
	watch: 'Watch',
	refit: 'Refit',
	stop: 'Stop'
};

/** What the fitted day's back is in itself, said at the mark; undefined where it is as backs in work are, or cannot be told. */
export function baselineSentence({ wasted, sure, hollowMm }: Baseline): string | undefined {
	if (!wasted) return undefined;
	const side = (name: 'near' | 'off'): string[] => {
		const hollow = hollowMm[name];
		return hollow === undefined ? [] : [`${name} ${lengthNumber(hollow, 1)}`];
	};
	return `This back was hollow behind the blade on that day (${[...side('near'), ...side('off')].join(', ')} ${lengthUnit()}; ${surenessWords(sure)}): the mark is no target, and muscle that comes back is progress. Why it wasted is a matter for a vet.`;
}

/** What a long line says, in one line. */
export function longLineWords({ rockMm, radiusMm, lowAtMm, turnDeg, toMm }: LongLineMeasures): string {
	const rock =
		rockMm > 1
			? `rock ${lengthWords(rockMm)}${radiusMm === undefined ? '' : ` (radius ${(radiusMm / 1000).toFixed(1)} m)`}`
			: rockMm < -1
				? `rises ${lengthWords(-rockMm)} in the middle`
				: 'runs straight';
	const low = lowAtMm === undefined ? 'no low point inside it' : `lowest ${lengthWords(lowAtMm)} behind the blade`;
	return `${rock}, ${low}, turns ${turnDeg.toFixed(0)}° behind the withers (to ${lengthWords(toMm)})`;
}

/** What came back since a hollow back was marked as fitted; undefined where nothing has, or it was not hollow. */
export function regainedSentence(
	baseline: Baseline,
	changes: readonly {
		readonly station: string;
		readonly side: string;
		readonly mm: number;
		readonly sdMm: number;
		readonly real: boolean;
	}[]
): string | undefined {
	if (!baseline.wasted) return undefined;
	const back = (['near', 'off'] as const).flatMap((side) => {
		const c = changes.find((x) => x.station === 'T8' && x.side === side);
		return c && c.mm > 0 ? [`${side} ${changeWords(c)}`] : [];
	});
	if (back.length === 0) return undefined;
	return `Regained behind the blade since then: ${back.join('; ')}. That is progress; shims come out as it returns.`;
}

const VERDICT_MEANS: Readonly<Record<Verdict, string>> = {
	steady: 'Ride on in this saddle.',
	watch: 'The back is moving. Trace again soon.',
	refit: 'This saddle no longer fits this back.',
	stop: 'Do not ride in this saddle. Call the vet.'
};

/** What a call means for the saddle: refit is called early, and then says no more than it knows. */
export function verdictMeans({
	verdict,
	sureness,
	from = 'shape',
	nextStep
}: {
	readonly verdict: Verdict;
	readonly sureness: number;
	readonly from?: JoinedCall['from'];
	readonly nextStep?: NextStep;
}): string {
	if (verdict === 'watch' && nextStep === 'look-now')
		return 'The shape is still, but something has changed since. Look before you ride on.';
	if (verdict === 'watch' && from === 'signs') return 'What hands and eyes found wants watching. Look again soon.';
	if (verdict === 'refit' && sureness < 0.5)
		return 'This saddle may no longer fit this back. Have it looked at now, before it hurts; another tracing would tell more.';
	return VERDICT_MEANS[verdict];
}

export const NEXT_STEP: Readonly<Record<NextStep, string>> = {
	'ride-on': 'Ride on',
	'look-now': 'Look now',
	'trace-again': 'Trace again',
	'trace-third': 'Trace a third time',
	'call-fitter': 'Call the fitter',
	'call-vet': 'Call the vet first'
};

/** The care line under a call; undefined where none is needed. */
export function cautionFor(call: Pick<Call, 'verdict' | 'cause'>): string | undefined {
	if (call.verdict === 'steady') return undefined;
	if (call.verdict === 'stop') return 'Vet before any pad, shim or re-fit.';
	if (call.cause === 'one-sided') return 'One side wasting is a matter for a vet before any pad, shim or re-fit.';
	if (call.verdict === 'watch') return undefined;
	return 'Do not ride in it until a qualified fitter has seen it.';
}

/** What is always said beside a call. */
export const STANDING_CAUTION =
	'Shape and records only, not a diagnosis. Pain, heat, swelling, open skin or lameness: stop riding and call a vet first.';

/** Sureness in words that never claim more than 99 in 100. */
export function surenessWords(sureness: number): string {
	return `${Math.min(99, Math.max(1, Math.round(sureness * 100)))} in 100 sure`;
}

/** Why a horse has no call, by code, in a few words. */
export const MISSING_WORDS: Readonly<Record<string, string>> = {
	'no-visit': 'Trace its back first',
	'no-saddle': 'Say which saddle it goes in',
	'no-fit-mark': 'Set a fit mark: from which visit does this saddle fit?',
	'no-front-tracing': 'Trace T8: the fit is judged there',
	'no-visit-at-fit': 'No tracing near the fit mark',
	'fit-day-short': 'The fitted day’s tracings end too high up'
};
