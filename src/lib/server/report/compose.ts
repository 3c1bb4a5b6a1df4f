import { limitsOfCall, type Call, type JoinedCall, type Weighing } from '../../../core/call/index.js';
import { STAGES, type SaddleKind } from '../../../core/checks/index.js';
import type { CutOverlay } from '../../../core/change/index.js';
import { handHistory, type Reading } from '../../../core/reading/index.js';
import { setupPeriods, type SetupPeriod } from '../../../core/setup/index.js';
import { SIDES, tallyKey, tallyZones, ZONES, type Sign } from '../../../core/zones/index.js';
import {
	cautionFor,
	changeWords,
	CHECK_WORDS,
	doubtSentence,
	lengthNumber,
	lengthWords,
	settingScale,
	stretchWords,
	NEXT_STEP,
	placeWords,
	readingSentence,
	SADDLE_KIND_WORDS,
	reasonSentence,
	setupDays,
	signLine,
	STAGE_WORDS,
	STANDING_CAUTION,
	surenessWords,
	verdictMeans,
	VERDICT_WORD,
	WEIGHING_CAUTION,
	WEIGHT_WORDS,
	weighedWords
} from '../../../words/index.js';
import { mapBox, STRIP, zoneCentre, zonePath } from '../../ui/strip/zoneShape.js';
import type { PrintedReport, ReportBlock, ReportPaper } from '../print/reportBlocks.js';
import { rodeOn, type Found } from '../records/index.js';

/** For whom a report is: each gets what they need, all get the call, its reasons and its limits. */
export const REPORT_FOR = ['owner', 'fitter', 'vet'] as const;
export type ReportFor = (typeof REPORT_FOR)[number];

export interface ReportFacts {
	readonly on: string;
	readonly yardName: string;
	readonly horse: { readonly name: string; readonly about: string; readonly bornYear: number | null };
	readonly pairing: {
		readonly id: string;
		readonly saddleId: string;
		readonly saddleName: string;
		readonly saddleKind: SaddleKind;
		readonly bearingMm: number | null;
	};
	/** The saddle as it fitted, on the last traced back, in sentences; empty where it cannot be reckoned. */
	readonly seat: readonly string[];
	readonly school: 'close' | 'roomy';
	readonly marks: readonly { readonly fittedOn: string; readonly fittedBy: string }[];
	readonly joined: JoinedCall | undefined;
	readonly weighing: Weighing | undefined;
	readonly readings: readonly Reading[];
	readonly calls: readonly Call[];
	readonly cuts: readonly CutOverlay[];
	readonly found: Found;
	readonly signs: readonly Sign[];
	readonly photos: readonly { readonly caption: string; readonly jpeg: Uint8Array }[];
}

/** So many reasons lead; the rest stands under what hand and eye found. */
const MOST_REASONS = 5;

const line = (text: string, more: { strong?: boolean; quiet?: boolean } = {}): ReportBlock => ({
	kind: 'line',
	text,
	...more
});
const heading = (text: string): ReportBlock => ({ kind: 'heading', text });

function callBlocks({ joined, calls, weighing }: ReportFacts): ReportBlock[] {
	if (!joined) return [line('There is no call yet: no fit mark, or no tracing near it.')];
	const { shape } = joined;
	const sure = shape?.verdict === joined.verdict ? surenessWords(shape.sureness) : 'by hands and eyes';
	const caution = cautionFor({ verdict: joined.verdict, cause: shape?.cause ?? 'none' });
	const last = calls.at(-1);
	return [
		{
			kind: 'verdict',
			word: VERDICT_WORD[joined.verdict],
			beside: sure,
			alarming: joined.verdict === 'refit' || joined.verdict === 'stop'
		},
		line(
			verdictMeans({
				verdict: joined.verdict,
				sureness: shape?.verdict === joined.verdict ? shape.sureness : 1,
				from: joined.from,
				nextStep: joined.nextStep
			}),
			{ strong: true }
		),
		...(caution ? [line(caution, { strong: true })] : []),
		...joined.reasons
			.filter((r) => !r.against)
			.slice(0, MOST_REASONS)
			.map((r) => line(`• ${reasonSentence(r)}`)),
		...joined.reasons.filter((r) => r.against).map((r) => line(`Against: ${reasonSentence(r)}`, { quiet: true })),
		...(shape?.doubts ?? []).map((d) => line(doubtSentence(d), { quiet: true })),
		...(weighing
			? [
					line(`All evidence weighed together: ${weighedWords(weighing)} that it no longer fits. ${WEIGHING_CAUTION}`, {
						quiet: true
					})
				]
			: []),
		line(`Next: ${NEXT_STEP[joined.nextStep].toLowerCase()}, by ${joined.nextOn} at the latest.`),
		...(last
			? [
					line(
						`On these tracings a change of ${lengthWords(last.detectableChangeMm, 1)} would be seen; one person’s repeats differ by ${lengthWords(last.withinVisitSdMm, 1)}.`,
						{ quiet: true }
					)
				]
			: [])
	];
}

function shapeBlocks({ cuts, calls }: ReportFacts): ReportBlock[] {
	const changes = calls.at(-1)?.changes ?? [];
	if (cuts.length === 0) return [];
	const said = (station: string, side: string): string => {
		const c = changes.find((x) => x.station === station && x.side === side);
		return c ? changeWords(c) : 'not judged';
	};
	return [
		heading('Cuts: fit mark thin, last visit thick'),
		{
			kind: 'overlay',
			cuts: cuts.map((c) => ({
				station: c.station,
				then: c.then,
				now: c.now,
				near: said(c.station, 'near'),
				off: said(c.station, 'off')
			}))
		},
		line('Seen from behind, near left. Tilt of the paper and the choice of the top are taken out.', { quiet: true })
	];
}

function signBlocks({ signs, readings, on }: ReportFacts, vetFirst: boolean): ReportBlock[] {
	const tally = tallyZones(signs, on);
	const parts = ZONES.flatMap((z) =>
		SIDES.map((side) => {
			const { x, y } = zoneCentre(z.id, side, STRIP);
			return {
				d: zonePath(z.id, side, STRIP),
				at: [x, y] as const,
				strokes: tally.get(tallyKey(z.id, side))?.length ?? 0,
				figure: ''
			};
		})
	);
	const rows = [...tally.values()].flatMap((strokes) =>
		strokes.map(({ sign }) => [sign.visitedOn, placeWords(sign.zone, sign.side), signLine(sign)])
	);
	const shown = readings.filter((r) => r.weight !== 'note' || vetFirst);
	return [
		heading('By hand and eye: head to the left, near side below, a stroke for each sign'),
		{ kind: 'strip', box: mapBox(STRIP), parts },
		...(rows.length > 0
			? [
					{
						kind: 'table' as const,
						head: ['Day', 'Place', 'Found'],
						rows: rows.sort((a, b) => (b[0] ?? '').localeCompare(a[0] ?? '')).slice(0, 24),
						widths: [2, 4, 7]
					}
				]
			: [line('No sign on record that still counts.', { quiet: true })]),
		...shown.map((r) => line(`• ${WEIGHT_WORDS[r.weight]}: ${readingSentence(r.code, r.data)} (${r.seenOn})`))
	];
}

function handBlocks({ found, pairing }: ReportFacts): ReportBlock[] {
	const series = handHistory(found.visits, pairing.id);
	if (series.length === 0) return [];
	const rows = [...new Set(series.map((s) => `${s.check} ${s.side}`))].map((key) => {
		const of = series.filter((s) => `${s.check} ${s.side}` === key);
		const [first] = of;
		const cell = STAGES.map((stage) => {
			const p = of.find((s) => s.stage === stage)?.points.at(-1);
			return p ? `${p.fingers === 1 ? '1 finger' : `${p.fingers} fingers`}, ${lengthWords(p.mm)} (${p.on})` : '';
		});
		return [
			`${first ? CHECK_WORDS[first.check].name : ''}${first && first.side !== 'both' ? `, ${first.side}` : ''}`,
			...cell
		];
	});
	return [
		heading('Room by hand, stage by stage, at its last count'),
		{ kind: 'table', head: ['', ...STAGES.map((s) => STAGE_WORDS[s])], rows, widths: [3, 3, 3, 3, 3] }
	];
}

function saddleBlocks({ pairing, seat }: ReportFacts): ReportBlock[] {
	const bearing = pairing.bearingMm === null ? 'bearing length not measured' : `bears along ${pairing.bearingMm} mm`;
	return [
		heading('The saddle'),
		line(`${pairing.saddleName}, ${SADDLE_KIND_WORDS[pairing.saddleKind]}, ${bearing}.`),
		...seat.map((s) => line(s)),
		...(seat.length > 0
			? [
					line(
						'Reckoned from the shapes of the fitted day and the last traced one: an inference. Where a hand under the saddle says otherwise, believe the hand.',
						{ quiet: true }
					)
				]
			: [])
	];
}

function setupBlocks(periods: readonly SetupPeriod[]): ReportBlock[] {
	const days = setupDays(periods);
	if (days.length === 0) return [];
	return [
		heading('Under and in the saddle'),
		{
			kind: 'table',
			head: ['From', 'What', 'Rides logged'],
			rows: days.map((d, i) => [d.since, d.line || 'nothing in it', String(periods[i]?.rides ?? '')]).reverse(),
			widths: [2, 7, 2]
		}
	];
}

function historyBlocks({ calls, marks, pairing }: ReportFacts): ReportBlock[] {
	if (calls.length < 2) return [];
	const at = (c: Call, side: 'near' | 'off') => {
		const found = c.changes.find((x) => x.station === 'T8' && x.side === side);
		return found ? ([found.mm, 1.96 * found.sdMm] as const) : null;
	};
	return [
		heading(`History of ${pairing.saddleName}: change at T8 since the fit mark`),
		{
			kind: 'history',
			scale: settingScale('mm', 5),
			points: calls.map((c) => ({ on: c.visitedOn, near: at(c, 'near'), off: at(c, 'off') })),
			marks: marks.map((m) => m.fittedOn)
		},
		{
			kind: 'table',
			head: ['Visit', 'Call', 'Sureness', 'First reason'],
			rows: [...calls]
				.reverse()
				.slice(0, 12)
				.map((c) => [
					c.visitedOn,
					VERDICT_WORD[c.verdict],
					surenessWords(c.sureness),
					c.reasons[0] ? reasonSentence(c.reasons[0]) : ''
				]),
			widths: [2, 1.6, 2.4, 8]
		}
	];
}

function limitBlocks({ school, calls }: ReportFacts): ReportBlock[] {
	const l = limitsOfCall(calls.at(-1), school);
	return [
		heading('Limits and method'),
		line(
			`Fitted ${school}: watch from ${lengthWords(l.watchLossMm)} lost or ${lengthNumber(l.watchGainMm)} gained at T8 on a side, refit from ${lengthNumber(l.refitLossMm)} or ${lengthNumber(l.refitGainMm)}; the sides ${lengthWords(l.sidesApartMm)} apart. ${l.own ? 'These follow from the saddle as it fitted, reckoned from the shapes; a person chose them in the place of the usual ones. They are' : 'These are conventions,'} not veterinary limits.`
		),
		line(
			`Half-widths ${stretchWords(30, 120)} below the top are compared with those of the fitted day; tracing error is learnt from repeats, and every figure has its 95% range. A tracing shows the outline alone: no pain, no muscle quality, no movement.`
		),
		line(STANDING_CAUTION, { strong: true }),
		line('Vet, qualified fitter and local law come first.', { quiet: true })
	];
}

/** Cuts at their true size, for whoever shapes a tree or panel by them. */
const trueSizes = ({ cuts, horse, on }: ReportFacts): ReportBlock[] =>
	cuts.flatMap((c) =>
		c.now ? [{ kind: 'true-size' as const, title: `${horse.name}, ${c.station}, ${on}`, curve: c.now }] : []
	);

/** What a report holds, in the order in which whoever it is for reads it. */
export function composeReport(facts: ReportFacts, whom: ReportFor, paper: ReportPaper): PrintedReport {
	const { horse, pairing, marks, school, on, found } = facts;
	const mark = marks.at(-1);
	const periods = setupPeriods(found.visits, pairing.id, {
		rodeOn: rodeOn(found.rides.filter((r) => r.saddleId === pairing.saddleId)),
		counted: []
	});
	const who = [
		line(
			[
				horse.about,
				horse.bornYear ? `born ${horse.bornYear}` : '',
				pairing.saddleName,
				`fitted ${school}`,
				mark ? `fit mark ${mark.fittedOn}${mark.fittedBy ? `, ${mark.fittedBy}` : ''}` : 'no fit mark'
			]
				.filter(Boolean)
				.join(' · '),
			{ quiet: true }
		)
	];
	const photos: ReportBlock[] =
		facts.photos.length > 0 ? [heading('Photos'), { kind: 'photos', photos: facts.photos }] : [];
	const call = callBlocks(facts);
	const shape = shapeBlocks(facts);
	const body: Readonly<Record<ReportFor, readonly ReportBlock[]>> = {
		owner: [...call, ...shape, ...signBlocks(facts, false), ...setupBlocks(periods), ...historyBlocks(facts)],
		fitter: [
			...call,
			...shape,
			...handBlocks(facts),
			...saddleBlocks(facts),
			...setupBlocks(periods),
			...signBlocks(facts, false),
			...photos,
			...historyBlocks(facts),
			...trueSizes(facts)
		],
		vet: [...call, ...signBlocks(facts, true), ...shape, ...handBlocks(facts), ...historyBlocks(facts), ...photos]
	};
	const flat = body[whom].filter((b) => b.kind !== 'true-size');
	const across = body[whom].filter((b) => b.kind === 'true-size');
	return {
		title: `${horse.name}: report for the ${whom}`,
		foot: `${horse.name}, ${pairing.saddleName}, ${on}, ${facts.yardName}, Zone Tally`,
		paper,
		blocks: [...who, ...flat, ...limitBlocks(facts), ...across]
	};
}
