import { LIMITS, type Limits, type School } from '../change/index.js';
import type { Tracing } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { fittedLimits, type OwnLimit } from '../seat/index.js';
import type { Day } from '../units/index.js';
import type { Verdict } from './types.js';

/** Which limits lead a pairing's call: the usual ones of its school, or those its own saddle sets. A person chooses. */
export const LIMIT_LEADS = ['usual', 'own'] as const;
export type LimitLead = (typeof LIMIT_LEADS)[number];

/** Limits that a call was judged by. */
export interface CallLimits extends Limits {
	/** What is unsure of a saddle's own limits of refit, as standard deviations; absent of the usual ones, which are conventions. */
	readonly own?: { readonly lossSdMm: number; readonly gainSdMm: number; readonly apartSdMm: number };
}

/** A saddle's own limit never lies under what a tracing shows at best, nor over the usual one by more than this. */
const LEAST_MM = 3;
const MOST_TIMES_USUAL = 1.5;

interface Own {
	readonly mm: number;
	readonly sdMm: number;
}

/** The strictest of some ways of changing, since nobody knows beforehand which it will be. */
function strictest(limits: readonly OwnLimit[], usualMm: number): Own {
	const found = limits.flatMap(({ mm, sdMm }) => (mm === undefined ? [] : [{ mm, sdMm }]));
	const most: Own = { mm: MOST_TIMES_USUAL * usualMm, sdMm: 0 };
	const least = found.reduce((best, l) => (l.mm < best.mm ? l : best), most);
	return { ...least, mm: Math.max(LEAST_MM, least.mm) };
}

/** The limits a saddle of its own sets, in the place of its school's; watch as far under refit as there. */
export function limitsOfOwn(own: readonly OwnLimit[], usual: Limits): CallLimits {
	const by = (...ways: readonly OwnLimit['way'][]): OwnLimit[] => own.filter((l) => ways.includes(l.way));
	const loss = strictest(by('withers-lost', 'fat-lost'), usual.refitLossMm);
	const gain = strictest(by('withers-gained', 'fat-gained'), usual.refitGainMm);
	const apart = strictest(by('near-lost', 'off-lost'), usual.sidesApartMm);
	const half = (mm: number): number => Math.round(2 * mm) / 2;
	return {
		refitLossMm: loss.mm,
		watchLossMm: half((loss.mm * usual.watchLossMm) / usual.refitLossMm),
		refitGainMm: gain.mm,
		watchGainMm: half((gain.mm * usual.watchGainMm) / usual.refitGainMm),
		sidesApartMm: apart.mm,
		own: { lossSdMm: loss.sdMm, gainSdMm: gain.sdMm, apartSdMm: apart.sdMm }
	};
}

/** Limits for a pairing's calls; the usual ones where no saddle follows from the fitted day's back. */
export function limitsLed(
	{ school, lead }: { readonly school: School; readonly lead?: LimitLead | undefined },
	tracings: readonly Tracing[],
	fitDay: Day
): CallLimits {
	const usual = LIMITS[school];
	if (lead !== 'own') return usual;
	try {
		return limitsOfOwn(fittedLimits(tracings, fitDay), usual);
	} catch (error) {
		if (!(error instanceof CoreError)) throw error;
		return usual;
	}
}

/** The limit that a verdict speaks of, in the direction of a change, mm. */
export function limitFor(verdict: Verdict, mm: number, limits: CallLimits): number {
	if (verdict === 'refit') return mm < 0 ? limits.refitLossMm : limits.refitGainMm;
	return mm < 0 ? limits.watchLossMm : limits.watchGainMm;
}

/** The limits a stored call was judged by; calls that name none went by their school's. */
export const limitsOfCall = (call: { readonly limits?: CallLimits } | undefined, school: School): CallLimits =>
	call?.limits ?? LIMITS[school];
