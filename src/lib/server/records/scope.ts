import { inArray, or, sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { rightsOf, roleMay, type GuestRole, type Right, type Role } from '../../../core/people/index.js';
import { METRIC, type Measures } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';

export interface Membership {
	readonly yardId: string;
	readonly yardName: string;
	readonly role: Role;
}

/** One horse of another yard that was shared with the person. */
export interface GuestOf {
	readonly horseId: string;
	readonly role: GuestRole;
}

/** Who asks, in which yards and of which shared horses: every record function takes one and looks nowhere else. */
export interface Scope {
	readonly personId: string;
	readonly memberships: readonly Membership[];
	readonly guestOf: readonly GuestOf[];
}

export const NOBODY: Scope = { personId: '', memberships: [], guestOf: [] };

/** What a request is let in with: its scope, and the state of the records, which differs after every write to any. */
export interface Admission {
	readonly scope: Scope;
	readonly snapshot: string;
	/** How the person reads lengths, weights and days. */
	readonly measures: Measures;
}

/** The yards a person belongs to, by name, and the horses shared with them. */
export async function admissionOf(db: Asker, personId: string): Promise<Admission> {
	const { membership, yard, horseGuest, person } = tables;
	// One question, as every request asks it.
	const { rows } = await db.execute<
		Pick<Scope, 'memberships' | 'guestOf'> & Pick<Admission, 'snapshot'> & { measures: Measures | null }
	>(sql`select pg_current_snapshot()::text as snapshot,
		(select coalesce(json_agg(json_build_object('yardId', ${yard.id}, 'yardName', ${yard.name}, 'role', ${membership.role})
			order by ${yard.name}, ${yard.createdAt}), '[]')
			from ${membership} join ${yard} on ${yard.id} = ${membership.yardId} where ${membership.personId} = ${personId}) as memberships,
		(select coalesce(json_agg(json_build_object('horseId', ${horseGuest.horseId}, 'role', ${horseGuest.role})), '[]')
			from ${horseGuest} where ${horseGuest.personId} = ${personId}) as "guestOf",
		(select json_build_object('length', ${person.lengthUnit}, 'weight', ${person.weightUnit}, 'days', ${person.dayStyle})
			from ${person} where ${person.id} = ${personId}) as measures`);
	const { memberships, guestOf, snapshot, measures } = rows[0] ?? { ...NOBODY, snapshot: '', measures: null };
	return { scope: { personId, memberships, guestOf }, snapshot, measures: measures ?? METRIC };
}

export const yardIds = (scope: Scope): string[] => scope.memberships.map((m) => m.yardId);
export const sharedHorseIds = (scope: Scope): string[] => scope.guestOf.map((g) => g.horseId);

/** Rows of horses that the person may see: of their yards, or shared with them. */
export function seenBy(scope: Scope, of: { readonly yardId: AnyColumn; readonly horseId: AnyColumn }): SQL {
	const own = inArray(of.yardId, yardIds(scope));
	return scope.guestOf.length === 0 ? own : (or(own, inArray(of.horseId, sharedHorseIds(scope))) as SQL);
}

/** What a record belongs to. */
export interface Belongs {
	readonly yardId: string;
	readonly horseId: string;
}

const memberOf = (scope: Scope, yardId: string): Membership | undefined =>
	scope.memberships.find((m) => m.yardId === yardId);

/** What the person may do with one horse. */
export function rightsOn(scope: Scope, { yardId, horseId }: Belongs): readonly Right[] {
	const role = memberOf(scope, yardId)?.role ?? scope.guestOf.find((g) => g.horseId === horseId)?.role;
	return role ? rightsOf(role) : [];
}

/** Throws `not-found` for a horse that is not one's own to see, `read-only` where one may see it and no more. */
export function mustMay(scope: Scope, of: Belongs, right: Right): void {
	const rights = rightsOn(scope, of);
	if (rights.length === 0) throw new CoreError('not-found');
	if (!rights.includes(right)) throw new CoreError('read-only');
}

/** One's own record needs no more than the right to record; anybody else's the right to correct. */
export const changeRight = (scope: Scope, { madeBy }: { readonly madeBy: string | null }): Right =>
	madeBy === scope.personId ? 'record' : 'correct';

export const mustChange = (scope: Scope, of: Belongs & { readonly madeBy: string | null }): void =>
	mustMay(scope, of, changeRight(scope, of));

export function yardMay(scope: Scope, yardId: string, right: Right): boolean {
	const member = memberOf(scope, yardId);
	return member !== undefined && roleMay(member.role, right);
}

/** The same for what is a yard's, not one horse's. */
export function mustMayInYard(scope: Scope, yardId: string, right: Right): void {
	if (!memberOf(scope, yardId)) throw new CoreError('not-found');
	if (!yardMay(scope, yardId, right)) throw new CoreError('read-only');
}

/** Throws `read-only` for a person who may write nowhere at all: asked before a body is read. */
export function mustWriteSomewhere(scope: Scope): void {
	const roles = [...scope.memberships, ...scope.guestOf].map((m) => m.role);
	if (!roles.some((role) => roleMay(role, 'note'))) throw new CoreError('read-only');
}

/** True for a person who works on horses: their visits have treatment notes. */
export const treatsHorses = (scope: Scope): boolean => scope.memberships.some((m) => m.role === 'bodyworker');
