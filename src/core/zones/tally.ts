import { daysBetween, type Day } from '../units/index.js';
import type { Side, ZoneId } from './map.js';
import { isEvidence, type Sign, type SignKind } from './sign.js';

/** How a stroke is drawn: full, thin or faint. Older than half a year it is on record but no longer counted. */
export type StrokeAge = 'fresh' | 'fading' | 'old';
const OLDEST_DAYS: Readonly<Record<StrokeAge, number>> = { fresh: 28, fading: 84, old: 182 };

/** One piece of evidence in a zone: one stroke of the tally. */
export interface Stroke {
	readonly sign: Sign;
	readonly ageDays: number;
	readonly age: StrokeAge;
}

/** Strokes are keyed `zone side`, the freshest first. */
export type ZoneTally = ReadonlyMap<string, readonly Stroke[]>;

export interface TallyFilter {
	readonly kinds?: readonly SignKind[];
	readonly sides?: readonly Side[];
}

export const tallyKey = (zone: ZoneId, side: Side): string => `${zone} ${side}`;

/** How old evidence of `ageDays` reads; undefined when it is no longer counted. */
export function strokeAge(ageDays: number): StrokeAge | undefined {
	return (Object.keys(OLDEST_DAYS) as StrokeAge[]).find((a) => ageDays <= OLDEST_DAYS[a]);
}

/** The tally of every zone on a day: one stroke for each sign of each visit, none from later visits. */
export function tallyZones(signs: readonly Sign[], day: Day, filter: TallyFilter = {}): ZoneTally {
	const tally = new Map<string, Stroke[]>();
	for (const sign of signs) {
		const ageDays = daysBetween(sign.visitedOn, day);
		const age = strokeAge(ageDays);
		if (ageDays < 0 || !age || !isEvidence(sign)) continue;
		if (filter.kinds && !filter.kinds.includes(sign.kind)) continue;
		if (filter.sides && !filter.sides.includes(sign.side)) continue;
		const key = tallyKey(sign.zone, sign.side);
		tally.set(key, [...(tally.get(key) ?? []), { sign, ageDays, age }]);
	}
	for (const [key, strokes] of tally)
		tally.set(
			key,
			strokes.sort((a, b) => a.ageDays - b.ageDays)
		);
	return tally;
}
