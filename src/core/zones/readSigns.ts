import type { Day } from '../units/index.js';
import { answeredBy, valueOf, type Entry, type FieldStates } from '../entry/index.js';
import { isZone, SIDES, type Side, type ZoneId } from './map.js';
import {
	groupOf,
	needsAnswer,
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

interface Seen {
	readonly sign: Sign;
	readonly tips: readonly Entry[];
}

function seenAt(visit: VisitFields): Seen[] {
	return [...visit.states.values()].flatMap(({ field, value, tips }) => {
		const at = parseSignField(field);
		if (!at || value === null) return [];
		return [{ sign: { visitedOn: visit.visitedOn, ...at, ...(value as unknown as SignValue) }, tips }];
	});
}

/** All signs of a visit, graded 0 included. */
export const readSigns = (visit: VisitFields): Sign[] => seenAt(visit).map((s) => s.sign);

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

/** What is left of a field's signs after a later look at it, made by `tips`: a serious one stands unless it was known. */
const afterLook = (standing: readonly Seen[], tips: readonly Entry[], on: Day): Seen[] =>
	standing.flatMap((s) => {
		if (!needsAnswer(s.sign) || answeredBy(tips, s.tips)) return [];
		return [{ ...s, sign: { ...s.sign, passedOn: on } }];
	});

/** The one that speaks for a field: the highest grade, of equals the latest; with the entries of all that stand there. */
function spokesman(seen: readonly Seen[]): Sign {
	const worst = seen.reduce((a, b) => (b.sign.grade >= a.sign.grade ? b : a));
	return { ...worst.sign, entryIds: seen.flatMap((s) => s.tips.map((t) => t.id)) };
}

/**
 * Signs that stand on a day: for every kind, zone and side the latest visit up to that day that looked. A sign that
 * nobody has looked at since stands, with its day; so does one for the vet that a later look did not know of. Visits of
 * one day in the order made.
 */
export function standingSigns(visits: readonly VisitFields[], day: Day): Sign[] {
	const standing = new Map<string, readonly Seen[]>();
	const keep = (field: string, seen: readonly Seen[]): unknown =>
		seen.length > 0 ? standing.set(field, seen) : standing.delete(field);
	for (const visit of oldestFirst(visits, day)) {
		for (const group of groupsSearched(visit)) {
			const tips = visit.states.get(`rest/${group}`)?.tips ?? [];
			for (const [field, seen] of [...standing])
				if (seen.some((s) => groupOf(s.sign.kind) === group)) keep(field, afterLook(seen, tips, visit.visitedOn));
		}
		for (const { sign, tips } of seenAt(visit)) {
			const field = signField(sign.kind, sign.zone, sign.side);
			const left = afterLook(standing.get(field) ?? [], tips, visit.visitedOn);
			keep(field, sign.grade > 0 ? [...left, { sign, tips }] : left);
		}
	}
	return [...standing.values()].map(spokesman);
}
