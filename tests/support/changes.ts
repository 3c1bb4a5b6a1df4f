import type { StationChange } from '../../src/core/change/index.js';

/** A station's change with near and off in mm and one SD for both halves of them. */
export function changeOf(nearMm: number, offMm: number, sdMm = 0.5, more: Partial<StationChange> = {}): StationChange {
	const of = (mm: number, variance: number) => ({ mm, variance });
	const estimates = {
		near: of(nearMm, 2 * sdMm ** 2),
		off: of(offMm, 2 * sdMm ** 2),
		both: of((nearMm + offMm) / 2, sdMm ** 2),
		apart: of(offMm - nearMm, 4 * sdMm ** 2)
	};
	const alone = (e: { mm: number; variance: number }) => [{ chance: 1, ...e }];
	return {
		visitedOn: '2026-03-14',
		...estimates,
		under: {
			near: alone(estimates.near),
			off: alone(estimates.off),
			both: alone(estimates.both),
			apart: alone(estimates.apart)
		},
		slopes: { near: 0, off: 0, both: 0, variance: 1e-4 },
		stepped: false,
		counted: 3,
		leftOut: 0,
		noise: { ownSdMm: 1.4, sharedVar: 0.8 },
		...more
	};
}
