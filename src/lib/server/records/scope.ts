import { eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker } from '../db/index.js';
import type { Role } from '../db/schema/index.js';

export interface Membership {
	readonly yardId: string;
	readonly yardName: string;
	readonly role: Role;
}

/** Who asks, and in which yards: every record function takes one and looks nowhere else. */
export interface Scope {
	readonly personId: string;
	readonly memberships: readonly Membership[];
}

/** The yards a person belongs to, by name. */
export async function scopeOf(db: Asker, personId: string): Promise<Scope> {
	const memberships = await db
		.select({ yardId: tables.yard.id, yardName: tables.yard.name, role: tables.membership.role })
		.from(tables.membership)
		.innerJoin(tables.yard, eq(tables.yard.id, tables.membership.yardId))
		.where(eq(tables.membership.personId, personId))
		.orderBy(tables.yard.name);
	return { personId, memberships };
}

export const yardIds = (scope: Scope): string[] => scope.memberships.map((m) => m.yardId);

/** Throws `not-found` for a yard that is not one's own, `read-only` for a viewer. */
export function mustWrite(scope: Scope, yardId: string): void {
	const membership = scope.memberships.find((m) => m.yardId === yardId);
	if (!membership) throw new CoreError('not-found');
	if (membership.role === 'viewer') throw new CoreError('read-only');
}

/** Throws `read-only` for a person who may write in none of their yards: asked before a body is read at all. */
export function mustWriteSomewhere(scope: Scope): void {
	if (!scope.memberships.some((m) => m.role !== 'viewer')) throw new CoreError('read-only');
}

/** True when the person may change records of this yard. */
export function mayWrite(scope: Scope, yardId: string): boolean {
	return scope.memberships.some((m) => m.yardId === yardId && m.role !== 'viewer');
}

/** True for a person who works on horses: their visits have treatment notes. */
export const treatsHorses = (scope: Scope): boolean => scope.memberships.some((m) => m.role === 'bodyworker');
