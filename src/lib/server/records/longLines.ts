import {
	LONG_LINES,
	measureLongLine,
	meanLongLine,
	type Curve,
	type LongLineMeasures
} from '../../../core/curve/index.js';
import { CoreError } from '../../../core/errors/index.js';
import type { VisitTracing } from './tracings.js';

/** A long line of one side and day: its mean, and what it says where it is long enough. */
export interface LongLineOfDay {
	readonly on: string;
	readonly side: 'near' | 'off';
	readonly curve: Curve;
	readonly says: LongLineMeasures | undefined;
}

function measured(curve: Curve): LongLineMeasures | undefined {
	try {
		return measureLongLine(curve);
	} catch (error) {
		if (error instanceof CoreError) return undefined;
		throw error;
	}
}

/** Long lines of a horse's tracings by day and side, the oldest first. */
export function longLinesOf(tracings: readonly VisitTracing[]): LongLineOfDay[] {
	const days = [...new Set(tracings.map((t) => t.visitedOn))].sort();
	return days.flatMap((on) =>
		(['near', 'off'] as const).flatMap((side, i): LongLineOfDay[] => {
			const here = tracings.filter((t) => t.visitedOn === on && t.station === LONG_LINES[i]);
			const curve = meanLongLine(here.map((t) => t.curve));
			return curve ? [{ on, side, curve, says: measured(curve) }] : [];
		})
	);
}
