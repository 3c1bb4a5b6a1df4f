import { addGroup, smallestDetectableChange, startingTally, withinSd, type WithinTally } from '../noise/index.js';
import type { StationVisit } from './stationReadings.js';

/** Noise of the two parts a visit is measured in: the mean of the sides, and half their difference. */
export interface NoiseModel {
	readonly meanSdMm: number;
	readonly apartSdMm: number;
	/** Within-visit SD of one side's band, mm. */
	readonly withinVisitSdMm: number;
	/** Variance of what a visit's repeats share, as learnt so far, mm². */
	readonly sharedMeanVar: number;
	readonly sharedApartVar: number;
}

export interface Halves {
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

/** Spread of the repeats so far, of each half. */
export interface NoiseTally {
	readonly mean: WithinTally;
	readonly apart: WithinTally;
}

/** What is believed of a hand before it has traced anything. */
export const STARTING_NOISE: NoiseTally = { mean: startingTally(1.1), apart: startingTally(1.1) };

/** The tally with one more visit's readings. */
export function addVisit(tally: NoiseTally, halves: readonly Halves[]): NoiseTally {
	return {
		mean: addGroup(
			tally.mean,
			halves.map((h) => h.mean)
		),
		apart: addGroup(
			tally.apart,
			halves.map((h) => h.apart)
		)
	};
}

/** The noise that a tally speaks of. */
export function noiseOf(tally: NoiseTally): Omit<NoiseModel, 'sharedMeanVar' | 'sharedApartVar'> {
	const meanSdMm = withinSd(tally.mean);
	const apartSdMm = withinSd(tally.apart);
	return { meanSdMm, apartSdMm, withinVisitSdMm: Math.hypot(meanSdMm, apartSdMm) };
}

/** Variances of a visit's mean and apart halves from `repeats` tracings, without what they share, mm². */
export const ownVariances = (
	noise: Pick<NoiseModel, 'meanSdMm' | 'apartSdMm'>,
	repeats: number
): { readonly mean: number; readonly apart: number } => ({
	mean: noise.meanSdMm ** 2 / repeats,
	apart: noise.apartSdMm ** 2 / repeats
});

/** Smallest change of one side's band that two visits of `repeats` tracings can show, mm, shared errors included. */
export function detectableChangeMm(noise: NoiseModel, repeats: number): number {
	const own = ownVariances(noise, repeats);
	return smallestDetectableChange(Math.sqrt(own.mean + own.apart + noise.sharedMeanVar + noise.sharedApartVar));
}
