import { shrunkWithinSd, smallestDetectableChange } from '../noise/index.js';
import type { StationVisit } from './stationReadings.js';

/**
 * Errors that all repeats of one visit share (landmark a little forward, horse standing otherwise)
 * and that trace, tilt and pick leave behind after alignment, mm. Starting values.
 */
const SHARED_MEAN_SD_MM = 0.9;
const SHARED_APART_SD_MM = 0.7;

/** Noise of the two parts a visit is measured in: the mean of the sides, and half their difference. */
export interface NoiseModel {
	readonly meanSdMm: number;
	readonly apartSdMm: number;
	/** Within-visit SD of one side's band, mm. */
	readonly withinVisitSdMm: number;
}

interface Halves {
	readonly mean: number;
	readonly apart: number;
}

/** The two halves of each counted reading: mean of sides and half of (off - near), mm. */
export function halvesOf(visit: StationVisit): Halves[] {
	return visit.readings.flatMap((r) =>
		r.leftOut || r.nearMm === undefined || r.offMm === undefined
			? []
			: [{ mean: (r.nearMm + r.offMm) / 2, apart: (r.offMm - r.nearMm) / 2 }]
	);
}

/** Pools within-visit noise over the visits so far, shrunk toward the starting values. */
export function estimateNoise(visits: readonly StationVisit[]): NoiseModel {
	const groups = visits.map(halvesOf);
	const meanSdMm = shrunkWithinSd(
		groups.map((g) => g.map((h) => h.mean)),
		1.1
	);
	const apartSdMm = shrunkWithinSd(
		groups.map((g) => g.map((h) => h.apart)),
		1.1
	);
	return { meanSdMm, apartSdMm, withinVisitSdMm: Math.hypot(meanSdMm, apartSdMm) };
}

/** Variances of a visit's mean and apart halves from `repeats` tracings, mm². */
export function visitVariances(noise: NoiseModel, repeats: number): { readonly mean: number; readonly apart: number } {
	return {
		mean: noise.meanSdMm ** 2 / repeats + SHARED_MEAN_SD_MM ** 2,
		apart: noise.apartSdMm ** 2 / repeats + SHARED_APART_SD_MM ** 2
	};
}

/** Smallest change of one side's band that two visits of `repeats` tracings can show, mm, shared errors included. */
export function detectableChangeMm(noise: NoiseModel, repeats: number): number {
	const v = visitVariances(noise, repeats);
	return smallestDetectableChange(Math.sqrt(v.mean + v.apart));
}
