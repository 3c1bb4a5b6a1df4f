import {
	sidesApart,
	type BodyChange,
	type CauseRead,
	type PlainReading,
	type SideChange,
	type StationChange
} from '../change/index.js';
import type { Beyond } from './beyond.js';
import type { Guard } from './guards.js';
import { limitFor, type CallLimits } from './leadLimits.js';
import type { NextStep, Reason, Verdict } from './types.js';

const round = (mm: number): number => Math.round(mm * 10) / 10;

function changeReason(c: SideChange, limitMm: number): Reason {
	const code = c.mm < 0 ? 'front-lost' : 'front-gained';
	return {
		code,
		data: { station: c.station, side: c.side, mm: round(Math.abs(c.mm)), plusMinusMm: round(1.96 * c.sdMm), limitMm }
	};
}

function steadyReasons(front: readonly SideChange[], detectableMm: number): Reason[] {
	const real = front.filter((c) => c.real && c.side !== 'both');
	if (real.length > 0)
		return real.map((c) => ({
			code: 'small-real-change',
			data: { station: c.station, side: c.side, mm: round(c.mm), plusMinusMm: round(1.96 * c.sdMm) }
		}));
	return [{ code: 'no-real-change', data: { detectableMm: round(detectableMm) } }];
}

function againstReasons(front: readonly SideChange[], beyond: Beyond, limits: CallLimits): Reason[] {
	const other = front.find((c) => c.side !== 'both' && c.side !== beyond.worst.side);
	if (!other || beyond.worst.side === 'both' || Math.abs(other.mm) >= limits.watchLossMm) return [];
	return [{ code: 'other-side-within', data: { side: other.side, mm: round(other.mm) }, against: true }];
}

/** A cause this likely is named without its rival. */
const CLEAR_CHANCE = 0.8;

function causeReasons({ cause, likeliest, chance, rival }: CauseRead): Reason[] {
	if (likeliest === 'none') return [];
	const named: Reason[] = cause === 'none' ? [] : [{ code: `cause-${cause}`, data: {} }];
	if (chance >= CLEAR_CHANCE) return named;
	const code = cause === 'none' ? 'cause-unsure' : 'cause-leaning';
	return [...named, { code, data: { likeliest, rival, percent: Math.round(100 * chance) } }];
}

/** The body's own change beside the cause that was read with it. */
function bodyReasons({ weightShare, conditionScore, withersCm }: BodyChange): Reason[] {
	const data = {
		...(weightShare === undefined ? {} : { weightPercent: Math.round(100 * weightShare) }),
		...(conditionScore === undefined ? {} : { conditionScore }),
		...(withersCm === undefined ? {} : { withersCm: round(withersCm) })
	};
	return Object.keys(data).length === 0 ? [] : [{ code: 'body-since-fit', data }];
}

/** That the saddle's own limits led, with what is unsure of them. */
function leadReasons({ own, refitLossMm, refitGainMm, sidesApartMm }: CallLimits): Reason[] {
	if (!own) return [];
	const data = {
		lossMm: refitLossMm,
		lossPlusMinusMm: round(1.96 * own.lossSdMm),
		gainMm: refitGainMm,
		gainPlusMinusMm: round(1.96 * own.gainSdMm),
		apartMm: sidesApartMm,
		apartPlusMinusMm: round(1.96 * own.apartSdMm)
	};
	return [{ code: 'own-limits', data }];
}

export interface ReasonInput {
	readonly verdict: Verdict;
	readonly beyond: Beyond;
	readonly front: readonly SideChange[];
	readonly change: StationChange;
	readonly others: ReadonlyMap<string, StationChange>;
	readonly cause: CauseRead;
	readonly body: BodyChange;
	readonly limits: CallLimits;
	readonly detectableMm: number;
	/** Today's visit may be a mistake as a whole. */
	readonly doubted: boolean;
	readonly guard: Guard | undefined;
	/** The width as drawn. */
	readonly plain: PlainReading | undefined;
}

/** The reasons for a verdict, strongest first. */
export function reasonsFor(r: ReasonInput): Reason[] {
	return [...shapeReasons(r), ...leadReasons(r.limits)];
}

/** The width as drawn beside what the model makes of it, where the one moved and the other did not. */
function plainReasons({ guard, plain, change, detectableMm }: ReasonInput): Reason[] {
	if (guard !== 'plain-beyond' || !plain) return [];
	const data = { drawnMm: round(plain.mm), judgedMm: round(change.both.mm), detectableMm: round(detectableMm) };
	return [{ code: 'plain-beyond', data }];
}

function shapeReasons(r: ReasonInput): Reason[] {
	const noisy = tooNoisy(r.beyond, r.front);
	const third: Reason[] = noisy ? [{ code: 'too-noisy', data: { detectableMm: round(r.detectableMm) } }] : [];
	const left: Reason[] = r.change.leftOut > 0 ? [{ code: 'tracing-left-out', data: { count: r.change.leftOut } }] : [];
	if (r.verdict === 'steady') return [...steadyReasons(r.front, r.detectableMm), ...third, ...left];
	const apart = sidesApart(r.change);
	const reasons = [...plainReasons(r), changeReason(r.beyond.worst, limitFor(r.verdict, r.beyond.worst.mm, r.limits))];
	if (r.beyond.apart > 0.5)
		reasons.push({ code: 'sides-apart', data: { mm: round(Math.abs(apart.mm)), limitMm: r.limits.sidesApartMm } });
	// A refit called before stays one, whatever today's visit is.
	if (r.doubted && r.verdict === 'watch') reasons.push({ code: 'visit-doubted', data: {} });
	if (r.guard === 'refit-unsure') reasons.push({ code: 'refit-unsure', data: {} });
	reasons.push(...causeReasons(r.cause), ...bodyReasons(r.body));
	if (r.change.stepped) reasons.push({ code: 'sudden-step', data: {} });
	return [...reasons, ...third, ...left, ...againstReasons(r.front, r.beyond, r.limits)];
}

/** True when the interval is so wide that the limit lies well inside it: another tracing would tell more. */
export function tooNoisy(beyond: Beyond, front: readonly SideChange[]): boolean {
	const widest = Math.max(...front.map((c) => 1.96 * c.sdMm));
	return widest > 3 && beyond.watch > 0.15 && beyond.watch < 0.85;
}

export function nextStepFor(r: ReasonInput): NextStep {
	if (r.guard || (r.doubted && r.verdict === 'watch')) return 'trace-again';
	if (r.cause.cause === 'one-sided' && r.verdict !== 'steady') return 'call-vet';
	if (r.verdict === 'refit') return 'call-fitter';
	if (tooNoisy(r.beyond, r.front) && r.change.counted < 3) return 'trace-third';
	return r.verdict === 'watch' ? 'trace-again' : 'ride-on';
}
