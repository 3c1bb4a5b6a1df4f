import type { School } from '../change/index.js';
import type { Day } from '../units/index.js';
import { limitsOfCall } from './leadLimits.js';
import type { Call } from './types.js';

/** A back as it would be on a day if the change went on as it goes, mm a side at the withers beside the last traced one. */
export interface GoingTo {
	readonly on: Day;
	readonly mm: number;
}

/**
 * Where muscle at the withers is going: as far as the refit limit, on the day the call forecasts for it. Undefined
 * where nothing is forecast, or where what changes is not muscle there.
 */
export function goingTo(call: Call, school: School): GoingTo | undefined {
	const { refitOn } = call.forecast;
	const both = call.changes.find((c) => c.side === 'both')?.mm;
	if (refitOn === null || both === undefined || refitOn <= call.visitedOn) return undefined;
	const limits = limitsOfCall(call, school);
	if (call.cause === 'local-loss' && both < 0) return { on: refitOn, mm: -Math.max(0, limits.refitLossMm + both) };
	if (call.cause === 'local-gain' && both > 0) return { on: refitOn, mm: Math.max(0, limits.refitGainMm - both) };
	return undefined;
}
