import { readAnswers, STAGES, type CheckId, type CheckSide, type Stage } from '../checks/index.js';
import { smallestDetectableChange } from '../noise/index.js';
import type { Day } from '../units/index.js';
import type { VisitFields } from '../zones/index.js';
import type { RoomMoved } from './types.js';

/** Fingers counted at a visit, and what they are in mm on the hand that counted. */
export interface HandPoint {
	readonly on: Day;
	readonly fingers: number;
	readonly mm: number;
}

/** One finger check of one stage and side through visits. */
export interface HandSeries {
	readonly check: CheckId;
	readonly stage: Stage;
	readonly side: CheckSide;
	readonly points: readonly HandPoint[];
	/** Last less first, mm; undefined with one reading. */
	readonly changedMm: number | undefined;
	/** What one hand's counting can show between two readings, mm. */
	readonly detectableMm: number;
	readonly real: boolean;
}

/**
 * SD of one person's finger count of one gap, in fingers, until repeats of their own say otherwise (a convention; half
 * fingers are what a hand tells apart). From repeats: the within-subject SD of Bland & Altman 1996, from memory.
 */
const COUNT_SD = 0.4;
const PRIOR_PAIRS = 5;

/** Within-subject SD of counts, from gaps counted more than once on one day: pooled with the convention. */
export function countSd(repeats: readonly (readonly number[])[]): number {
	let [squares, free] = [PRIOR_PAIRS * COUNT_SD ** 2, PRIOR_PAIRS];
	for (const counts of repeats) {
		if (counts.length < 2) continue;
		const mean = counts.reduce((a, b) => a + b, 0) / counts.length;
		squares += counts.reduce((s, c) => s + (c - mean) ** 2, 0);
		free += counts.length - 1;
	}
	return Math.sqrt(squares / free);
}

const ROOM: readonly CheckId[] = ['clearance-top', 'clearance-sides'];

/** Where the room in front has moved beyond what one hand's counting can show. */
export const roomMoved = (series: readonly HandSeries[]): RoomMoved[] =>
	series.flatMap((s) => {
		const [first, last] = [s.points[0], s.points[s.points.length - 1]];
		if (!ROOM.includes(s.check) || !s.real || !first || !last || s.changedMm === undefined) return [];
		const { check, stage, side } = s;
		return [
			{ check, stage, side, fromFingers: first.fingers, toFingers: last.fingers, mm: s.changedMm, seenOn: last.on }
		];
	});

/** All finger checks of a saddle through visits, those of the front first, stages in the order of work. */
export function handHistory(visits: readonly VisitFields[], pairingId: string): HandSeries[] {
	const series = new Map<string, { check: CheckId; stage: Stage; side: CheckSide; points: HandPoint[] }>();
	for (const v of [...visits].sort((a, b) => a.visitedOn.localeCompare(b.visitedOn)))
		for (const a of readAnswers(v.states)) {
			if (a.pairingId !== pairingId || typeof a.value === 'string') continue;
			const key = `${a.check} ${a.stage} ${a.side}`;
			const found = series.get(key) ?? { check: a.check, stage: a.stage, side: a.side, points: [] };
			found.points.push({ on: v.visitedOn, fingers: a.value.fingers, mm: a.value.mm });
			series.set(key, found);
		}
	const byDay = [...series.values()].flatMap(({ points }) => {
		const days = new Map<Day, number[]>();
		for (const p of points) days.set(p.on, [...(days.get(p.on) ?? []), p.fingers]);
		return [...days.values()];
	});
	const sd = countSd(byDay);
	return [...series.values()]
		.sort((a, b) => a.check.localeCompare(b.check) || STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))
		.map((s) => {
			const [first, last] = [s.points[0] as HandPoint, s.points[s.points.length - 1] as HandPoint];
			const perFinger = last.fingers > 0 ? last.mm / last.fingers : first.fingers > 0 ? first.mm / first.fingers : 18;
			const detectableMm = smallestDetectableChange(sd * perFinger);
			const changedMm = s.points.length > 1 ? last.mm - first.mm : undefined;
			return { ...s, changedMm, detectableMm, real: changedMm !== undefined && Math.abs(changedMm) > detectableMm };
		});
}
