import { and, eq, inArray, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database, type Writer } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { type Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

/** All horses of a yard, archived ones too. The caller has bounded the yard. */
export const listAllHorses = (db: Asker, yardId: string): Promise<{ id: string; name: string }[]> =>
	db
		.select({ id: tables.horse.id, name: tables.horse.name })
		.from(tables.horse)
		.where(eq(tables.horse.yardId, yardId))
		.orderBy(tables.horse.name);

/** What is deleted is gone for good so many days after it was asked for; until then one press keeps it. */
export const LEAVING_DAYS = 14;
const due = () => new Date(Date.now() + LEAVING_DAYS * 86_400_000);

/** When a yard goes for good; null where nobody asked for it. */
export async function yardLeavingAt(db: Asker, yardId: string): Promise<Date | null> {
	const [found] = await db.select({ at: tables.yard.leavingAt }).from(tables.yard).where(eq(tables.yard.id, yardId));
	return found?.at ?? null;
}

/** Begins or ends a yard's leaving; asked again, its day stays. Throws `name-differs` where the name that was typed is not its own. */
export async function setYardLeaving(
	db: Database,
	scope: Scope,
	yardId: string,
	typed: string | undefined
): Promise<void> {
	const { yard } = tables;
	await write(db, scope, { yardId, right: 'people' }, async (tx) => {
		const [found] = await tx.select().from(yard).where(eq(yard.id, yardId)).for('update');
		if (!found) throw new CoreError('not-found');
		if (typed === undefined) {
			if (found.leavingAt === null) return;
			await tx.update(yard).set({ leavingAt: null }).where(eq(yard.id, yardId));
			await noteDeed(tx, scope, { yardId, what: 'yard-kept', about: { name: found.name } });
			return;
		}
		if (typed.trim() !== found.name) throw new CoreError('name-differs', { name: found.name });
		if (found.leavingAt !== null) return;
		await tx.update(yard).set({ leavingAt: due() }).where(eq(yard.id, yardId));
		await noteDeed(tx, scope, { yardId, what: 'yard-leaving', about: { name: found.name } });
	});
}

/** Yards that would be left without an owner if this person went, those that go themselves aside. */
async function ownedAlone(tx: Asker, personId: string): Promise<string[]> {
	const { membership, yard } = tables;
	const rows = await tx
		.select({ name: yard.name })
		.from(membership)
		.innerJoin(yard, eq(yard.id, membership.yardId))
		.where(
			and(
				eq(membership.personId, personId),
				eq(membership.role, 'owner'),
				isNull(yard.leavingAt),
				sql`not exists (select 1 from membership o where o.yard_id = ${membership.yardId} and o.role = 'owner' and o.person_id <> ${personId})`
			)
		);
	return rows.map((r) => r.name);
}

export async function accountLeavingAt(db: Asker, personId: string): Promise<Date | null> {
	const [found] = await db
		.select({ at: tables.person.leavingAt })
		.from(tables.person)
		.where(eq(tables.person.id, personId));
	return found?.at ?? null;
}

/** Begins or ends an account's leaving. Throws `still-owner` naming yards that need another owner or must go first, `name-differs`. */
export async function setAccountLeaving(db: Database, scope: Scope, typed: string | undefined): Promise<void> {
	const { person } = tables;
	// One's own row of the sign-in library's table, which has no wall of its own.
	await writeAsServer(db, async (tx) => {
		const [found] = await tx.select().from(person).where(eq(person.id, scope.personId)).for('update');
		if (!found) throw new CoreError('not-found');
		if (typed === undefined) {
			await tx.update(person).set({ leavingAt: null }).where(eq(person.id, scope.personId));
			return;
		}
		if (typed.trim().toLowerCase() !== found.email.toLowerCase())
			throw new CoreError('name-differs', { name: found.email });
		const alone = await ownedAlone(tx, scope.personId);
		if (alone.length > 0) throw new CoreError('still-owner', { yards: alone.join(', ') });
		if (found.leavingAt === null)
			await tx.update(person).set({ leavingAt: due() }).where(eq(person.id, scope.personId));
	});
}

async function deleteYard(tx: Writer, yardId: string): Promise<void> {
	const t = tables;
	const horses = tx.select({ id: t.horse.id }).from(t.horse).where(eq(t.horse.yardId, yardId));
	await tx.delete(t.fitMark).where(inArray(t.fitMark.horseId, horses));
	await tx.delete(t.ride).where(eq(t.ride.yardId, yardId));
	await tx.delete(t.pairing).where(eq(t.pairing.yardId, yardId));
	await tx.delete(t.photo).where(eq(t.photo.yardId, yardId));
	await tx.delete(t.visit).where(eq(t.visit.yardId, yardId));
	await tx.delete(t.earlierVersion).where(eq(t.earlierVersion.yardId, yardId));
	await tx.delete(t.standing).where(eq(t.standing.yardId, yardId));
	await tx.delete(t.horse).where(eq(t.horse.yardId, yardId));
	await tx.delete(t.saddle).where(eq(t.saddle.yardId, yardId));
	await tx.delete(t.yard).where(eq(t.yard.id, yardId));
}

/** What a person recorded stays with its yard, by nobody named. */
async function deletePerson(tx: Writer, personId: string): Promise<void> {
	const t = tables;
	for (const table of [t.visit, t.visitEntry, t.ride, t.fitMark, t.photo])
		await tx.update(table).set({ madeBy: null }).where(eq(table.madeBy, personId));
	await tx.update(t.earlierVersion).set({ replacedBy: null }).where(eq(t.earlierVersion.replacedBy, personId));
	await tx.delete(t.person).where(eq(t.person.id, personId));
}

const LOCK = 726_310_551;

/** Deletes for good what is due; one process of all does it at a time. Tells how much went. */
export async function sweepLeaving(db: Database, now = new Date()): Promise<{ yards: number; people: number }> {
	return writeAsServer(db, async (tx) => {
		const { rows } = await tx.execute<{ mine: boolean }>(sql`select pg_try_advisory_xact_lock(${LOCK}) as mine`);
		if (!rows[0]?.mine) return { yards: 0, people: 0 };
		const { yard, person } = tables;
		const yards = await tx
			.select({ id: yard.id })
			.from(yard)
			.where(and(isNotNull(yard.leavingAt), lte(yard.leavingAt, now)));
		for (const { id } of yards) await deleteYard(tx, id);
		const people = await tx
			.select({ id: person.id })
			.from(person)
			.where(and(isNotNull(person.leavingAt), lte(person.leavingAt, now)));
		let gone = 0;
		for (const { id } of people) {
			// Somebody may have become the last owner meanwhile: they stay until that is settled.
			if ((await ownedAlone(tx, id)).length > 0) continue;
			await deletePerson(tx, id);
			gone++;
		}
		return { yards: yards.length, people: gone };
	});
}
