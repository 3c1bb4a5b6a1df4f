import type { Call } from '../../../core/call/index.js';
import { readSigns, type Sign } from '../../../core/zones/index.js';
import type { Found } from './evidence.js';

/** Shape of a zone's station on a side at a visit, mm since the fit mark. */
export interface ShapePoint {
	readonly day: string;
	readonly station: string;
	readonly side: 'near' | 'off';
	readonly mm: number;
	readonly real: boolean;
}

export interface StandardPhoto {
	readonly day: string;
	readonly view: string;
	readonly id: string;
}

/** All signs of a horse, oldest first, graded 0 included. */
export const signsOf = (found: Found): Sign[] => found.visits.flatMap(readSigns);

/** The standard photos of a horse's visits, oldest first. */
export function photosOf(found: Found): StandardPhoto[] {
	return found.visits.flatMap((v) =>
		[...v.states.values()].flatMap((s) => {
			const [head, view] = s.field.split('/');
			return head === 'photo' && view && typeof s.value === 'string' ? [{ day: v.visitedOn, view, id: s.value }] : [];
		})
	);
}

/** The last photo of each standard view. */
export const lastOfEachView = (all: readonly StandardPhoto[]): StandardPhoto[] => [
	...new Map(all.map((p) => [p.view, p])).values()
];

/** Shape changes by visit for the zones that a cut tells of. */
export function shapePoints(calls: readonly Call[]): ShapePoint[] {
	return calls.flatMap((call) =>
		call.changes.flatMap((c) =>
			c.side === 'both'
				? []
				: [{ day: call.visitedOn, station: c.station, side: c.side, mm: Math.round(c.mm * 10) / 10, real: c.real }]
		)
	);
}
