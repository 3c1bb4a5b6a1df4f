import { and, asc, eq, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { Role } from '../../../core/people/index.js';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { mustMayInYard, type Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

export interface YardInput {
	readonly id: string;
	readonly name: string;
}

/** Makes a yard; whoever makes it owns it. The same write again changes nothing. */
export async function makeYard(db: Database, scope: Scope, { id, name }: YardInput): Promise<void> {
	// It is nobody's yard yet.
	await writeAsServer(db, async (tx) => {
		const [made] = await tx.insert(tables.yard).values({ id, name }).onConflictDoNothing().returning();
		if (!made) {
			mustMayInYard(scope, id, 'people');
			return;
		}
		await tx.insert(tables.membership).values({ yardId: id, personId: scope.personId, role: 'owner' });
		await noteDeed(tx, scope, { yardId: id, what: 'yard-made', about: { name } });
	});
}

export async function renameYard(db: Database, scope: Scope, { id, name }: YardInput): Promise<void> {
	await write(db, scope, { yardId: id, right: 'people' }, async (tx) => {
		await tx.update(tables.yard).set({ name }).where(eq(tables.yard.id, id));
		await noteDeed(tx, scope, { yardId: id, what: 'yard-renamed', about: { name } });
	});
}

export interface Member {
	readonly personId: string;
	readonly name: string;
	/** For those who may say who belongs here; others know people by name. */
	readonly email: string | null;
	readonly role: Role;
}

/** Who belongs to a yard, by name. Throws `not-found` for a foreign one. */
export async function listMembers(db: Asker, scope: Scope, yardId: string): Promise<Member[]> {
	mustMayInYard(scope, yardId, 'see');
	const { membership, person } = tables;
	const leads = scope.memberships.some((m) => m.yardId === yardId && m.role === 'owner');
	return db
		.select({
			personId: person.id,
			name: person.name,
			email: leads ? person.email : sql<string | null>`null`,
			role: membership.role
		})
		.from(membership)
		.innerJoin(person, eq(person.id, membership.personId))
		.where(eq(membership.yardId, yardId))
		.orderBy(asc(person.name));
}

/** Holds a yard's people against other changes of them, so that the last owner cannot go twice at once. */
async function holdPeople(tx: Asker, yardId: string, personId: string) {
	// Whoever leaves may not change the yard's own row, so it is not that which is held.
	await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`people of ${yardId}`}))`);
	const members = await tx
		.select({ personId: tables.membership.personId, role: tables.membership.role, name: tables.person.name })
		.from(tables.membership)
		.innerJoin(tables.person, eq(tables.person.id, tables.membership.personId))
		.where(eq(tables.membership.yardId, yardId));
	const member = members.find((m) => m.personId === personId);
	if (!member) throw new CoreError('not-found');
	const lastOwner = member.role === 'owner' && members.filter((m) => m.role === 'owner').length === 1;
	return { member, lastOwner };
}

const one = (yardId: string, personId: string) =>
	and(eq(tables.membership.yardId, yardId), eq(tables.membership.personId, personId));

/** Changes what a member is. A yard keeps at least one owner: throws `last-owner`. */
export async function setRole(
	db: Database,
	scope: Scope,
	{ yardId, personId, role }: { readonly yardId: string; readonly personId: string; readonly role: Role }
): Promise<void> {
	await write(db, scope, { yardId, right: 'people' }, async (tx) => {
		const { member, lastOwner } = await holdPeople(tx, yardId, personId);
		if (member.role === role) return;
		if (lastOwner) throw new CoreError('last-owner');
		await tx.update(tables.membership).set({ role }).where(one(yardId, personId));
		await noteDeed(tx, scope, { yardId, what: 'role-changed', about: { name: member.name, from: member.role, role } });
	});
}

/** Ends somebody's access, or one's own; their records stay. Throws `last-owner`. */
export async function endMembership(db: Database, scope: Scope, yardId: string, personId: string): Promise<void> {
	const own = personId === scope.personId;
	await write(db, scope, { yardId, right: own ? 'see' : 'people' }, async (tx) => {
		const { member, lastOwner } = await holdPeople(tx, yardId, personId);
		if (lastOwner) throw new CoreError('last-owner');
		// Before one is outside of the wall oneself.
		await noteDeed(tx, scope, { yardId, what: own ? 'left' : 'removed', about: { name: member.name } });
		await tx.delete(tables.membership).where(one(yardId, personId));
	});
}

/** True until the first account of this place is made. */
export async function isEmptyPlace(db: Asker): Promise<boolean> {
	const [found] = await asSystem(() => db.select({ id: tables.person.id }).from(tables.person).limit(1));
	return found === undefined;
}
