import { daysBetween, type Day } from '../units/index.js';
import { mean } from '../math/index.js';
import { BACK_TREND, predictTrend, startTrend, updateTrend, type TrendState } from './levelFilter.js';
import { bankChange, markBank, SHARED_PRIOR, sharedVarOf, startBank, stepBank, type Bank } from './levelBank.js';
import { addVisit, halvesOf, noiseOf, STARTING_NOISE, ownVariances, type NoiseModel } from './noiseModel.js';
import type { StationVisit } from './stationReadings.js';

/** Change since the fit mark at one station on one day, from data up to that day; mm and mm per day. */
export interface StationChange {
	readonly visitedOn: Day;
	readonly meanMm: number;
	readonly meanVar: number;
	/** Half of (off - near). */
	readonly apartMm: number;
	readonly apartVar: number;
	readonly meanSlopeMmPerDay: number;
	readonly meanSlopeVar: number;
	readonly apartSlopeMmPerDay: number;
	/** As read on that day alone, against the fitted day's curve. */
	readonly readMeanMm: number;
	readonly readApartMm: number;
	readonly readTopMm: number;
	/** True where the filter saw a sudden step. */
	readonly stepped: boolean;
	/** Tracings counted and left out. */
	readonly counted: number;
	readonly leftOut: number;
	readonly noise: NoiseModel;
}

/** What a station is followed in: both sides together and apart from each other, and each side for itself. */
const PARTS = ['mean', 'apart', 'near', 'off'] as const;
type Parts = Readonly<Record<(typeof PARTS)[number], number>>;
type Banks = Readonly<Record<(typeof PARTS)[number], Bank>>;

/**
 * Two ways of seeing a station run beside one another: both sides move together or apart, or each side moves for
 * itself. They are weighed by how well each foresaw what was measured. One plain trend beside them says where it is going.
 */
interface Followed {
	readonly banks: Banks;
	/** Chance that each side moves for itself. */
	readonly eachChance: number;
	readonly trends: Readonly<Record<'mean' | 'apart', TrendState>>;
}

/** Chance beforehand that sides move for themselves. */
const EACH_START = 0.3;
/** A way once given up may be taken up again: so much of its chance goes back to where it started, a visit. */
const EACH_RETURN = 0.05;

const each = <T>(of: (part: (typeof PARTS)[number]) => T): Readonly<Record<(typeof PARTS)[number], T>> => ({
	mean: of('mean'),
	apart: of('apart'),
	near: of('near'),
	off: of('off')
});

const withSides = (halves: { readonly mean: number; readonly apart: number }): Parts => ({
	...halves,
	near: halves.mean - halves.apart,
	off: halves.mean + halves.apart
});

function begin(at: Parts, own: Parts): Followed {
	const banks = each((part) => startBank(at[part], own[part], SHARED_PRIOR[part === 'apart' ? 'apart' : 'mean']));
	const trend = (part: 'mean' | 'apart') => startTrend(at[part], own[part] + sharedVarOf(banks[part]), BACK_TREND);
	return { banks, eachChance: EACH_START, trends: { mean: trend('mean'), apart: trend('apart') } };
}

function goOn(before: Followed, days: number, at: Parts, own: Parts): Followed {
	const stepped = each((part) => stepBank(before.banks[part], days, at[part], own[part]));
	const banks = each((part) => stepped[part].bank);
	const believed = before.eachChance + EACH_RETURN * (EACH_START - before.eachChance);
	// Half: a step of 1 mm in both halves is one of 2 mm in the sides.
	const together = (1 - believed) * 0.5 * stepped.mean.likelihood * stepped.apart.likelihood;
	const alone = believed * stepped.near.likelihood * stepped.off.likelihood;
	const trend = (part: 'mean' | 'apart') =>
		updateTrend(
			predictTrend(before.trends[part], days, BACK_TREND),
			at[part],
			own[part] + sharedVarOf(banks[part]),
			BACK_TREND
		);
	return { banks, eachChance: alone / (alone + together), trends: { mean: trend('mean'), apart: trend('apart') } };
}

interface HalfChange {
	readonly mm: number;
	readonly varianceMm2: number;
}

/** Both ways of seeing a half as one: mean and variance of the mixture. `sign` is that of the near side in it. */
function mixed(own: HalfChange, near: HalfChange, off: HalfChange, sign: 1 | -1, eachChance: number): HalfChange {
	const mm = (off.mm + sign * near.mm) / 2;
	const varianceMm2 = (off.varianceMm2 + near.varianceMm2) / 4;
	const mean = own.mm + eachChance * (mm - own.mm);
	return {
		mm: mean,
		varianceMm2:
			(1 - eachChance) * (own.varianceMm2 + (own.mm - mean) ** 2) + eachChance * (varianceMm2 + (mm - mean) ** 2)
	};
}

/** Mean change near the top over the counted tracings, mm. */
const topOf = ({ readings }: StationVisit): number =>
	mean(readings.flatMap((r) => (r.leftOut || r.topMm === undefined ? [] : [r.topMm])));

/** A step is told when it is more likely than not. */
const STEP_CHANCE = 0.5;

function describe(
	visit: StationVisit,
	{ banks, eachChance, trends }: Followed,
	raw: Parts,
	counted: number,
	noise: ReturnType<typeof noiseOf>
): StationChange {
	const change = each((part) => bankChange(banks[part]));
	const m = mixed(change.mean, change.near, change.off, 1, eachChance);
	const a = mixed(change.apart, change.near, change.off, -1, eachChance);
	return {
		visitedOn: visit.visitedOn,
		meanMm: m.mm,
		meanVar: m.varianceMm2,
		apartMm: a.mm,
		apartVar: a.varianceMm2,
		meanSlopeMmPerDay: trends.mean.slopeMmPerDay,
		meanSlopeVar: trends.mean.p[4] as number,
		apartSlopeMmPerDay: trends.apart.slopeMmPerDay,
		readMeanMm: raw.mean,
		readApartMm: raw.apart,
		readTopMm: topOf(visit),
		stepped: Math.max(change.mean.stepChance, change.apart.stepChance) > STEP_CHANCE,
		counted,
		leftOut: visit.readings.filter((r) => r.leftOut).length,
		noise: { ...noise, sharedMeanVar: change.mean.sharedVar, sharedApartVar: change.apart.sharedVar }
	};
}

/**
 * Follows one station through its visits (in order of day). Visits before the fit mark teach the
 * filter but give no change. A visit whose tracings do not reach the band on both sides is passed over.
 */
export function followStation(visits: readonly StationVisit[], fitDay: Day): StationChange[] {
	const changes: StationChange[] = [];
	let followed: Followed | undefined;
	let lastDay: Day | undefined;
	let tally = STARTING_NOISE;
	for (const visit of visits) {
		const halves = halvesOf(visit);
		if (halves.length === 0) continue;
		tally = addVisit(tally, halves);
		const noise = noiseOf(tally);
		const raw = withSides({ mean: mean(halves.map((h) => h.mean)), apart: mean(halves.map((h) => h.apart)) });
		const halfVar = ownVariances(noise, halves.length);
		const sideVar = halfVar.mean + halfVar.apart;
		const own = { ...halfVar, near: sideVar, off: sideVar };
		followed = followed
			? goOn(followed, daysBetween(lastDay ?? visit.visitedOn, visit.visitedOn), raw, own)
			: begin(raw, own);
		lastDay = visit.visitedOn;
		if (visit.visitedOn === fitDay) {
			const { banks } = followed;
			followed = { ...followed, banks: each((part) => markBank(banks[part])) };
		}
		if (visit.visitedOn >= fitDay) changes.push(describe(visit, followed, raw, halves.length, noise));
	}
	return changes;
}
