import { Z95 } from '../math/index.js';
import type { Measured } from '../seat/index.js';
import { daysBetween, type Day } from '../units/index.js';
import type { HandPoint, HandSeries } from './handHistory.js';

/** Room above the withers as hands counted it near the two days of a seat, beside what the seat reckoned. */
export interface HandBesideSeat {
	readonly then: HandPoint;
	readonly now: HandPoint;
	/** Now less then, mm. */
	readonly changedMm: number;
	/** Whether hand and seat may both be right, or which way the hand finds more or less room. */
	readonly says: 'agrees' | 'less-by-hand' | 'more-by-hand';
}

/** A count stands for a day within this reach. */
const REACH_DAYS = 45;

const nearest = (points: readonly HandPoint[], day: Day): HandPoint | undefined => {
	const near = points.filter((p) => Math.abs(daysBetween(p.on, day)) <= REACH_DAYS);
	return near.sort((a, b) => Math.abs(daysBetween(a.on, day)) - Math.abs(daysBetween(b.on, day)))[0];
};

/** Lays the bare room counted by hand beside the seat's change of clearance; undefined where no count is near both days. */
export function handBesideSeat(
	series: readonly HandSeries[],
	seat: { readonly fitDay: Day; readonly on: Day; readonly clearanceFrontChangeMm: Measured }
): HandBesideSeat | undefined {
	const top = series.find((s) => s.check === 'clearance-top' && s.stage === 'bare');
	if (!top) return undefined;
	const [then, now] = [nearest(top.points, seat.fitDay), nearest(top.points, seat.on)];
	if (!then || !now || then.on >= now.on) return undefined;
	const changedMm = now.mm - then.mm;
	const { value, sd } = seat.clearanceFrontChangeMm;
	const apart = changedMm - value;
	const allowed = Math.hypot(top.detectableMm, Z95 * sd);
	return {
		then,
		now,
		changedMm,
		says: Math.abs(apart) <= allowed ? 'agrees' : apart < 0 ? 'less-by-hand' : 'more-by-hand'
	};
}
