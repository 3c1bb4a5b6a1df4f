import type { Limits, SideChange, StationChange } from '../change/index.js';
import { probabilityAbove } from '../math/index.js';

/** What would make the call surer, with the doubt (0..0.5: the chance of being on the other side of the limit) now and then. */
export interface MeasureNext {
	/** One tracing more of this visit, or a visit of three tracings some weeks on. */
	readonly what: 'one-more' | 'another-visit';
	readonly inWeeks: number;
	readonly limitMm: number;
	readonly doubtNow: number;
	readonly doubtThen: number;
}

/** A change growing outward, its variance, where it is going, and what a tracing adds. mm, mm², mm a day. */
interface Outlook {
	readonly mm: number;
	readonly variance: number;
	readonly slopeMmPerDay: number;
	readonly slopeVar: number;
	readonly ownVar: number;
	readonly sharedVar: number;
	readonly counted: number;
	readonly limitMm: number;
}

const doubtOf = (mm: number, variance: number, limitMm: number): number => {
	const beyond = probabilityAbove(limitMm, mm, Math.sqrt(variance));
	return Math.min(beyond, 1 - beyond);
};

const NODES = Array.from({ length: 41 }, (_, i) => -4 + i / 5);
const NODE_WEIGHTS = (() => {
	const raw = NODES.map((z) => Math.exp(-0.5 * z * z));
	const total = raw.reduce((a, b) => a + b, 0);
	return raw.map((w) => w / total);
})();

/** Mean doubt after a measurement that leaves `after` of a variance `before`, over all it may show (numerical integral). */
function expectedDoubt(mm: number, before: number, after: number, limitMm: number): number {
	const spread = Math.sqrt(Math.max(0, before - after));
	return NODES.reduce((s, z, i) => s + (NODE_WEIGHTS[i] as number) * doubtOf(mm + z * spread, after, limitMm), 0);
}

const joined = (a: number, b: number): number => 1 / (1 / a + 1 / b);
const WEEKS = [1, 2, 4, 6] as const;
const WANDER_MM2_PER_DAY = 0.004;
const FULL_VISIT = 3;

function oneMore(o: Outlook): number {
	const read = o.ownVar / o.counted + o.sharedVar;
	const readThen = o.ownVar / (o.counted + 1) + o.sharedVar;
	// What is known without this visit's reading, then with a better one.
	const without = 1 / Math.max(1e-6, 1 / o.variance - 1 / read);
	return expectedDoubt(o.mm, o.variance, joined(without, readThen), o.limitMm);
}

function anotherVisit(o: Outlook, weeks: number): number {
	const days = 7 * weeks;
	const before = o.variance + WANDER_MM2_PER_DAY * days + o.slopeVar * days * days;
	const after = joined(before, o.ownVar / FULL_VISIT + o.sharedVar);
	return expectedDoubt(o.mm + o.slopeMmPerDay * days, before, after, o.limitMm);
}

const WORTH_SAYING = 0.1;
/** Sooner is taken while later tells no more than this share better. */
const SOONER_SHARE = 0.9;
/** One tracing today is little work: it is taken where it brings this share of what another visit would. */
const TODAY_SHARE = 0.5;

/** The single further measurement, or the waiting time, that is expected to reduce the doubt most; undefined where there is little, or nothing helps. */
export function measureNext(worst: SideChange, change: StationChange, limits: Limits): MeasureNext | undefined {
	const sign = Math.sign(worst.mm) || 1;
	const ends = sign < 0 ? [limits.watchLossMm, limits.refitLossMm] : [limits.watchGainMm, limits.refitGainMm];
	const mm = Math.abs(worst.mm);
	const limitMm = ends.reduce((best, l) => (Math.abs(l - mm) < Math.abs(best - mm) ? l : best));
	const { noise } = change;
	const outlook: Outlook = {
		mm,
		variance: worst.sdMm ** 2,
		slopeMmPerDay: sign * change.slopes[worst.side],
		slopeVar: change.slopes.variance,
		ownVar: noise.ownSdMm ** 2,
		sharedVar: noise.sharedVar,
		counted: Math.max(1, change.counted),
		limitMm
	};
	const doubtNow = doubtOf(mm, outlook.variance, limitMm);
	if (doubtNow < WORTH_SAYING) return undefined;
	const visits = WEEKS.map((inWeeks): MeasureNext => ({
		what: 'another-visit',
		inWeeks,
		limitMm,
		doubtNow,
		doubtThen: anotherVisit(outlook, inWeeks)
	}));
	const visit = visits.reduce((b, o) => (o.doubtThen < SOONER_SHARE * b.doubtThen ? o : b));
	const today: MeasureNext = { what: 'one-more', inWeeks: 0, limitMm, doubtNow, doubtThen: oneMore(outlook) };
	const cheap = doubtNow - today.doubtThen >= TODAY_SHARE * (doubtNow - visit.doubtThen);
	const best = cheap ? today : visit;
	return best.doubtThen < SOONER_SHARE * doubtNow ? best : undefined;
}
