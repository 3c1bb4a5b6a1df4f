import type { Day } from '../units/index.js';
import { valueOf, type FieldStates } from '../visit/index.js';
import { isZone, SIDES, type Side, type ZoneId } from './map.js';
import {
	groupOf,
	SIGN_GROUPS,
	SIGN_MEANING,
	type Sign,
	type SignGroup,
	type SignKind,
	type SignValue
} from './sign.js';

/** The fields of one visit and its day. */
export interface VisitFields {
	readonly visitedOn: Day;
	readonly states: FieldStates;
}

export const signField = (kind: SignKind, zone: ZoneId, side: Side): string => `sign/${kind}/${zone}/${side}`;

/** The parts of a sign's field name; undefined for any other field. */
export function parseSignField(
	field: string
): { readonly kind: SignKind; readonly zone: ZoneId; readonly side: Side } | undefined {
	const [head, kind, zone, side] = field.split('/');
	if (head !== 'sign' || !kind || !zone || !side) return undefined;
	if (!Object.hasOwn(SIGN_MEANING, kind) || !isZone(zone) || !SIDES.includes(side as Side)) return undefined;
	return { kind: kind as SignKind, zone, side: side as Side };
}

/** All signs of a visit, graded 0 included. */
export function readSigns(visit: VisitFields): Sign[] {
	return [...visit.states.values()].flatMap((s) => {
		const at = parseSignField(s.field);
		if (!at || s.value === null) return [];
		return [{ visitedOn: visit.visitedOn, ...at, ...(s.value as unknown as SignValue) }];
	});
}

/** Groups that a visit went through as a whole: what it does not name there was found quiet. */
export function groupsSearched(visit: VisitFields): SignGroup[] {
	return SIGN_GROUPS.filter((g) => valueOf(visit.states, `rest/${g}`) === true);
}

/** Visits up to a day, oldest first. Those of one day keep the order given: the last one made comes last. */
export const oldestFirst = <V extends VisitFields>(visits: readonly V[], day: Day): V[] =>
	visits.filter((v) => v.visitedOn <= day).sort((a, b) => a.visitedOn.localeCompare(b.visitedOn));

/** Visits up to a day, the last one made first, also among those of one day. */
export const latestFirst = <V extends VisitFields>(visits: readonly V[], day: Day): V[] =>
	oldestFirst(visits, day).reverse();

/**
 * Signs that stand on a day: for every kind, zone and side the latest visit up to that day that
 * looked. A sign that nobody has looked at since stands, with its day. Visits of one day in the order made.
 */
export function standingSigns(visits: readonly VisitFields[], day: Day): Sign[] {
	const standing = new Map<string, Sign>();
	for (const visit of oldestFirst(visits, day)) {
		const searched = new Set(groupsSearched(visit));
		for (const [field, sign] of standing) if (searched.has(groupOf(sign.kind))) standing.delete(field);
		for (const sign of readSigns(visit)) {
			const field = signField(sign.kind, sign.zone, sign.side);
			if (sign.grade > 0) standing.set(field, sign);
			else standing.delete(field);
		}
	}
	return [...standing.values()];
}
