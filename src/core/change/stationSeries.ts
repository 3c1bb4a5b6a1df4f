import { daysBetween, type Day } from '../units/index.js';
import { mean } from '../math/index.js';
import {
	BACK_TREND,
	changeSinceFit,
	markFit,
	predictTrend,
	startTrend,
	updateTrend,
	type TrendState
} from './levelFilter.js';
import { addVisit, halvesOf, noiseOf, STARTING_NOISE, visitVariances, type NoiseModel } from './noiseModel.js';
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
	/** True where the filter saw a sudden step. */
	readonly stepped: boolean;
	/** Tracings counted and left out. */
	readonly counted: number;
	readonly leftOut: number;
	readonly noise: NoiseModel;
}

interface Pair {
	readonly mean: TrendState;
	readonly apart: TrendState;
}

function step(
	pair: Pair | undefined,
	days: number,
	at: { mean: number; apart: number },
	v: { mean: number; apart: number }
): Pair {
	if (!pair) return { mean: startTrend(at.mean, v.mean, BACK_TREND), apart: startTrend(at.apart, v.apart, BACK_TREND) };
	return {
		mean: updateTrend(predictTrend(pair.mean, days, BACK_TREND), at.mean, v.mean, BACK_TREND),
		apart: updateTrend(predictTrend(pair.apart, days, BACK_TREND), at.apart, v.apart, BACK_TREND)
	};
}

function describe(visit: StationVisit, pair: Pair, counted: number, noise: NoiseModel): StationChange {
	const m = changeSinceFit(pair.mean);
	const a = changeSinceFit(pair.apart);
	return {
		visitedOn: visit.visitedOn,
		meanMm: m.mm,
		meanVar: m.varianceMm2,
		apartMm: a.mm,
		apartVar: a.varianceMm2,
		meanSlopeMmPerDay: pair.mean.slopeMmPerDay,
		meanSlopeVar: pair.mean.p[4] as number,
		apartSlopeMmPerDay: pair.apart.slopeMmPerDay,
		stepped: pair.mean.stepped || pair.apart.stepped,
		counted,
		leftOut: visit.readings.filter((r) => r.leftOut).length,
		noise
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
		pair = step(pair, lastDay ? daysBetween(lastDay, visit.visitedOn) : 0, raw, visitVariances(noise, halves.length));
		lastDay = visit.visitedOn;
		if (visit.visitedOn === fitDay) pair = { mean: markFit(pair.mean), apart: markFit(pair.apart) };
		if (visit.visitedOn >= fitDay) changes.push(describe(visit, pair, halves.length, noise));
	}
	return changes;
}
