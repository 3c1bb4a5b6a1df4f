import type { Day } from '../units/index.js';
import { valueOf } from '../visit/index.js';
import { latestFirst, type VisitFields } from '../zones/index.js';

/** Something that was asked of the owner at a visit. */
export interface Asked {
	readonly visitId: string;
	readonly askedOn: Day;
	/** What, by code. */
	readonly what: string;
	/** Ticked off on this day; undefined while it is open. */
	readonly doneOn: Day | undefined;
}

export const askedField = (what: string): string => `answered/${what}`;

/** So long something ticked off is still shown. */
const SHOWN_VISITS = 1;

/** What is asked of the owner up to a day, newest first: all that is open, and what the last visit that asked has had done. */
export function askedOfOwner(visits: readonly (VisitFields & { readonly id: string })[], day: Day): readonly Asked[] {
	const seen = new Set<string>();
	let asking = 0;
	return latestFirst(visits, day).flatMap((v) => {
		const list = valueOf(v.states, 'treat/asked');
		if (!Array.isArray(list) || list.length === 0) return [];
		asking++;
		return (list as readonly string[]).flatMap((what): Asked[] => {
			const done = valueOf(v.states, askedField(what));
			const doneOn = typeof done === 'string' ? done : undefined;
			// Asked again since: the newer asking stands for both.
			if (seen.has(what) || (doneOn !== undefined && asking > SHOWN_VISITS)) return [];
			seen.add(what);
			return [{ visitId: v.id, askedOn: v.visitedOn, what, doneOn }];
		});
	});
}
