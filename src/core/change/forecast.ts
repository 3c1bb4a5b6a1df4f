import { addDays, type Day } from '../units/index.js';

/** When a limit will be reached if the change goes on as now; null where it would not be within two years. */
export interface Forecast {
	readonly refitOn: Day | null;
	readonly earliest: Day | null;
	readonly latest: Day | null;
}

const HORIZON_DAYS = 730;
const NO_FORECAST: Forecast = { refitOn: null, earliest: null, latest: null };

function dayReached(day: Day, fromMm: number, limitMm: number, slopeMmPerDay: number): Day | null {
	const left = limitMm - fromMm;
	if (left <= 0) return day;
	const days = left / slopeMmPerDay;
	return slopeMmPerDay > 0 && days <= HORIZON_DAYS ? addDays(day, Math.round(days)) : null;
}

/**
 * Straight-line forecast of a change growing in size: `mm` now (positive toward its limit) with its SD,
 * slope in mm per day with its SD. The range takes both one SD either way. No forecast while the
 * slope is not clearly toward the limit (less than its own SD).
 */
export function forecastLimit(
	day: Day,
	now: { readonly mm: number; readonly sdMm: number },
	slope: { readonly mmPerDay: number; readonly sdMmPerDay: number },
	limitMm: number
): Forecast {
	if (!(slope.mmPerDay > slope.sdMmPerDay)) return NO_FORECAST;
	return {
		refitOn: dayReached(day, now.mm, limitMm, slope.mmPerDay),
		earliest: dayReached(day, now.mm + now.sdMm, limitMm, slope.mmPerDay + slope.sdMmPerDay),
		latest: dayReached(day, now.mm - now.sdMm, limitMm, slope.mmPerDay - slope.sdMmPerDay)
	};
}
