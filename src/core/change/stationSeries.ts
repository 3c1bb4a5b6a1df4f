import { daysBetween, type Day } from '../units/index.js';
import { mean } from '../math/index.js';
import { BACK_TREND, predictTrend, startTrend, updateTrend, type TrendState } from './levelFilter.js';
import { bankChange, markBank, SHARED_PRIOR, startBank, stepBank, type Bank, type BankChange } from './levelBank.js';
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

/** The bank says where the back is; one plain trend beside it says where it is going. */
interface Followed {
	readonly bank: Bank;
	readonly change: BankChange;
	readonly trend: TrendState;
}

interface Pair {
	readonly mean: Followed;
	readonly apart: Followed;
}

type Halved = Readonly<Record<keyof Pair, number>>;

function step(pair: Pair | undefined, days: number, at: Halved, own: Halved): Pair {
	const one = (half: keyof Pair): Followed => {
		const before = pair?.[half];
		if (!before) {
			const bank = startBank(at[half], own[half], SHARED_PRIOR[half]);
			const change = bankChange(bank);
			return { bank, change, trend: startTrend(at[half], own[half] + change.sharedVar, BACK_TREND) };
		}
		const bank = stepBank(before.bank, days, at[half], own[half]);
		const change = bankChange(bank);
		const ahead = predictTrend(before.trend, days, BACK_TREND);
		return { bank, change, trend: updateTrend(ahead, at[half], own[half] + change.sharedVar, BACK_TREND) };
	};
	return { mean: one('mean'), apart: one('apart') };
}

function marked({ bank, trend }: Followed): Followed {
	const fitted = markBank(bank);
	return { bank: fitted, change: bankChange(fitted), trend };
}

/** Mean change near the top over the counted tracings, mm. */
const topOf = ({ readings }: StationVisit): number =>
	mean(readings.flatMap((r) => (r.leftOut || r.topMm === undefined ? [] : [r.topMm])));

/** A step is told when it is more likely than not. */
const STEP_CHANCE = 0.5;

function describe(
	visit: StationVisit,
	pair: Pair,
	raw: Halved,
	counted: number,
	noise: ReturnType<typeof noiseOf>
): StationChange {
	const [m, a] = [pair.mean.change, pair.apart.change];
	return {
		visitedOn: visit.visitedOn,
		meanMm: m.mm,
		meanVar: m.varianceMm2,
		apartMm: a.mm,
		apartVar: a.varianceMm2,
		meanSlopeMmPerDay: pair.mean.trend.slopeMmPerDay,
		meanSlopeVar: pair.mean.trend.p[4] as number,
		apartSlopeMmPerDay: pair.apart.trend.slopeMmPerDay,
		readMeanMm: raw.mean,
		readApartMm: raw.apart,
		readTopMm: topOf(visit),
		stepped: Math.max(m.stepChance, a.stepChance) > STEP_CHANCE,
		counted,
		leftOut: visit.readings.filter((r) => r.leftOut).length,
		noise: { ...noise, sharedMeanVar: m.sharedVar, sharedApartVar: a.sharedVar }
	};
}

/**
 * Follows one station through its visits (in order of day). Visits before the fit mark teach the
 * filter but give no change. A visit whose tracings do not reach the band on both sides is passed over.
 */
export function followStation(visits: readonly StationVisit[], fitDay: Day): StationChange[] {
	const changes: StationChange[] = [];
	let pair: Pair | undefined;
	let lastDay: Day | undefined;
	let tally = STARTING_NOISE;
	for (const visit of visits) {
		const halves = halvesOf(visit);
		if (halves.length === 0) continue;
		tally = addVisit(tally, halves);
		const noise = noiseOf(tally);
		const raw = { mean: mean(halves.map((h) => h.mean)), apart: mean(halves.map((h) => h.apart)) };
		pair = step(pair, lastDay ? daysBetween(lastDay, visit.visitedOn) : 0, raw, ownVariances(noise, halves.length));
		lastDay = visit.visitedOn;
		if (visit.visitedOn === fitDay) pair = { mean: marked(pair.mean), apart: marked(pair.apart) };
		if (visit.visitedOn >= fitDay) changes.push(describe(visit, pair, raw, halves.length, noise));
	}
	return changes;
}
