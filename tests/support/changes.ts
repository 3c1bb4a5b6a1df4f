import type { StationChange } from '../../src/core/change/index.js';

/** A station's change with near and off in mm and one SD for both halves. */
export function changeOf(nearMm: number, offMm: number, sdMm = 0.5, more: Partial<StationChange> = {}): StationChange {
	return {
		visitedOn: '2026-03-14',
		meanMm: (nearMm + offMm) / 2,
		meanVar: sdMm ** 2,
		apartMm: (offMm - nearMm) / 2,
		apartVar: sdMm ** 2,
		meanSlopeMmPerDay: 0,
		meanSlopeVar: 1e-4,
		apartSlopeMmPerDay: 0,
		stepped: false,
		counted: 3,
		leftOut: 0,
		readMeanMm: (nearMm + offMm) / 2,
		readApartMm: (offMm - nearMm) / 2,
		readTopMm: (0.39 * (nearMm + offMm)) / 2,
		noise: { meanSdMm: 1, apartSdMm: 1, withinVisitSdMm: 1.4, sharedMeanVar: 0.5, sharedApartVar: 0.3 },
		...more
	};
}
