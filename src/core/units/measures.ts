import type { LengthUnit, WeightUnit } from './length.js';

export const DAY_STYLES = ['day-month', 'month-day', 'iso'] as const;
/** How a person writes days: 27 Nov 2026, Nov 27, 2026 or 2026-11-27. */
export type DayStyle = (typeof DAY_STYLES)[number];

/** How a reader wants figures and days told. Records are kept in mm, kg and ISO days whatever is read. */
export interface Measures {
	readonly length: LengthUnit;
	readonly weight: WeightUnit;
	readonly days: DayStyle;
}
export const METRIC: Measures = { length: 'mm', weight: 'kg', days: 'day-month' };
