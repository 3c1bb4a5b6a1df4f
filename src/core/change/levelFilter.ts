/**
 * How a back is believed to change between visits. Level and slope wander; the slope fades over
 * months, so that a gap does not run away along an old trend. Values from simulation, not from horses.
 */
export interface TrendModel {
	readonly levelMm2PerDay: number;
	readonly slopeSdMmPerDay: number;
	readonly slopeFadeDays: number;
	/** A surprise of this many SDs wakes the filter: the level may have stepped by `stepSdMm`. */
	readonly surpriseSds: number;
	readonly stepSdMm: number;
}

export const BACK_TREND: TrendModel = {
	levelMm2PerDay: 0.006,
	slopeSdMmPerDay: 0.03,
	slopeFadeDays: 120,
	surpriseSds: 2.6,
	stepSdMm: 6
};

/** Mean and covariance of (level mm, slope mm/day, level at the fit mark mm); `p` is row-major 3 by 3. */
export interface TrendState {
	readonly levelMm: number;
	readonly slopeMmPerDay: number;
	readonly fitLevelMm: number;
	readonly p: readonly number[];
	readonly stepped: boolean;
}

/** A symmetric 3 by 3, row by row. */
type Nine = readonly [number, number, number, number, number, number, number, number, number];

const DIFFUSE_MM2 = 1e4;

/** The state at the first measured visit: level as measured, slope unknown but small. */
export function startTrend(measuredMm: number, varianceMm2: number, model: TrendModel): TrendState {
	const p = [varianceMm2, 0, 0, 0, model.slopeSdMmPerDay ** 2, 0, 0, 0, DIFFUSE_MM2];
	return { levelMm: measuredMm, slopeMmPerDay: 0, fitLevelMm: 0, p, stepped: false };
}

/** Declares the present level the fitted one: from here on its error is carried with the level's. */
export function markFit(s: TrendState): TrendState {
	const [p00, p01, , p10, p11] = s.p as readonly [number, number, number, number, number];
	return { ...s, fitLevelMm: s.levelMm, p: [p00, p01, p00, p10, p11, p10, p00, p01, p00] };
}

/** Carries the state forward by `days` (Kalman prediction for a damped local linear trend). */
export function predictTrend(s: TrendState, days: number, m: TrendModel): TrendState {
	if (days <= 0) return s;
	const keep = Math.exp(-days / m.slopeFadeDays);
	const reach = m.slopeFadeDays * (1 - keep);
	const slopeVar = m.slopeSdMmPerDay ** 2 * (1 - keep ** 2);
	const [p00, p01, p02, , p11, p12, , , p22] = s.p as unknown as Nine;
	const [c01, c02, c12] = [keep * (p01 + reach * p11), p02 + reach * p12, keep * p12];
	const level = p00 + 2 * reach * p01 + reach * reach * p11 + m.levelMm2PerDay * days + slopeVar * (days / 2) ** 2;
	const p = [level, c01, c02, c01, keep * keep * p11 + slopeVar, c12, c02, c12, p22];
	return { ...s, levelMm: s.levelMm + reach * s.slopeMmPerDay, slopeMmPerDay: keep * s.slopeMmPerDay, p };
}

/** Takes in one measurement of the level, mm, with its variance; a large surprise first wakes the filter. */
export function updateTrend(s: TrendState, measuredMm: number, varianceMm2: number, m: TrendModel): TrendState {
	const p = [...s.p];
	const innovation = measuredMm - s.levelMm;
	const stepped = innovation ** 2 > m.surpriseSds ** 2 * ((p[0] as number) + varianceMm2);
	if (stepped) p[0] = (p[0] as number) + m.stepSdMm ** 2;
	const total = (p[0] as number) + varianceMm2;
	const [p00, p01, p02, , p11, p12, , , p22] = p as unknown as Nine;
	const gain = [p00 / total, p01 / total, p02 / total] as const;
	const [n01, n02, n12] = [p01 - gain[0] * p01, p02 - gain[0] * p02, p12 - gain[1] * p02];
	const next = [p00 - gain[0] * p00, n01, n02, n01, p11 - gain[1] * p01, n12, n02, n12, p22 - gain[2] * p02];
	return {
		levelMm: s.levelMm + gain[0] * innovation,
		slopeMmPerDay: s.slopeMmPerDay + gain[1] * innovation,
		fitLevelMm: s.fitLevelMm + gain[2] * innovation,
		p: next,
		stepped
	};
}

/** Change since the fit mark with its variance, mm and mm². */
export function changeSinceFit(s: TrendState): { readonly mm: number; readonly varianceMm2: number } {
	const [p00, , p02, , , , , , p22] = s.p as unknown as Nine;
	return { mm: s.levelMm - s.fitLevelMm, varianceMm2: Math.max(0, p00 - 2 * p02 + p22) };
}
