import { and, eq, gt, inArray, isNull } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tellApart } from '../../../core/units/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import { mustMay, seenBy, yardIds, type Scope } from './scope.js';
import type { Right } from '../../../core/people/index.js';
import { andJudge } from './transaction.js';
import { refreshStanding } from './standing.js';
import { keepEarlier, mustMatchVersion } from './versions.js';
import { write } from './write.js';

export type Horse = typeof tables.horse.$inferSelect;

export interface HorseInput {
	readonly id: string;
	readonly yardId: string;
	readonly name: string;
	readonly about: string;
	readonly bornYear: number | null;
	readonly version?: number;
}

const OF = { yardId: tables.horse.yardId, horseId: tables.horse.id };

/** The horse, if it stands in one of the person's yards or is shared with them; otherwise throws `not-found`. */
export async function findHorse(db: Asker, scope: Scope, id: string): Promise<Horse> {
	const [found] = await db
		.select()
		.from(tables.horse)
		.where(and(eq(tables.horse.id, id), seenBy(scope, OF)));
	if (!found) throw new CoreError('not-found');
	return found;
}

/** The same, held against other writers until the transaction ends; throws `read-only` for those without the right. */
export async function lockHorse(tx: Asker, scope: Scope, id: string, right: Right): Promise<Horse> {
	const [found] = await tx
		.select()
		.from(tables.horse)
		.where(and(eq(tables.horse.id, id), seenBy(scope, OF)))
		.for('update');
	if (!found) throw new CoreError('not-found');
	mustMay(scope, { yardId: found.yardId, horseId: found.id }, right);
	return found;
}

/** Horses of a yard by name, told apart where two have the same, for choosing one; archived ones are passed over. */
export async function listHorseNames(db: Asker, scope: Scope, yardId: string): Promise<{ id: string; name: string }[]> {
	const { id, name, about, bornYear } = tables.horse;
	const rows = await db
		.select({ id, name, about, bornYear })
		.from(tables.horse)
		.where(
			and(
				eq(tables.horse.yardId, yardId),
				inArray(tables.horse.yardId, yardIds(scope)),
				isNull(tables.horse.archivedAt)
			)
		)
		.orderBy(tables.horse.name)
		.limit(5000);
	const labels = tellApart(rows.map((h) => ({ id: h.id, name: h.name, more: [h.bornYear, h.about] })));
	return rows.map((h) => ({ id: h.id, name: labels.get(h.id) ?? h.name }));
}

/** Refuses a day after the horse's last one here: what is noted of it then is another person's, or a slip of the day. */
export function mustBeHere(horse: Pick<Horse, 'name' | 'goneOn'>, day: string): void {
	if (horse.goneOn !== null && day > horse.goneOn)
		throw new CoreError('after-horse-left', { name: horse.name, left: horse.goneOn, day });
}

/** Takes a horse off the board, with its last day here where it has one, or puts it back; its record stays. */
export async function setHorseArchived(
	db: Database,
	scope: Scope,
	id: string,
	archived: boolean,
	goneOn: string | null = null
): Promise<void> {
	const horse = await findHorse(db, scope, id);
	await write(db, scope, { yardId: horse.yardId, right: 'horse' }, async (tx) => {
		await lockHorse(tx, scope, id, 'horse');
		if (archived && goneOn) await mustEndBy(tx, horse, goneOn);
		await tx
			.update(tables.horse)
			.set({ archivedAt: archived ? new Date() : null, goneOn: archived ? goneOn : null })
			.where(eq(tables.horse.id, id));
		const what = archived ? 'horse-archived' : 'horse-brought-back';
		await noteDeed(tx, scope, {
			yardId: horse.yardId,
			horseId: id,
			what,
			...(goneOn ? { about: { on: goneOn } } : {})
		});
	});
}

/** Refuses a last day before something that stands on record: one of the two is wrong. */
async function mustEndBy(tx: Asker, horse: Horse, goneOn: string): Promise<void> {
	const { visit, ride } = tables;
	const later = await tx
		.select({ day: visit.visitedOn })
		.from(visit)
		.where(and(eq(visit.horseId, horse.id), isNull(visit.undoneAt), gt(visit.visitedOn, goneOn)))
		.unionAll(
			tx
				.select({ day: ride.riddenOn })
				.from(ride)
				.where(and(eq(ride.horseId, horse.id), isNull(ride.undoneAt), gt(ride.riddenOn, goneOn)))
		);
	const last = later
		.map((r) => r.day)
		.sort()
		.at(-1);
	if (last) throw new CoreError('recorded-after-leaving', { name: horse.name, left: goneOn, day: last });
}

function sameHorse(a: Horse, b: HorseInput): boolean {
	return a.name === b.name && a.about === b.about && a.bornYear === b.bornYear && a.yardId === b.yardId;
}

/** Adds or edits a horse. The same write twice changes nothing; an edit keeps what was before. */
export async function putHorse(db: Database, scope: Scope, input: HorseInput): Promise<Horse> {
	return andJudge(db, scope, { yardId: input.yardId, right: 'horse' }, async (tx) => {
		const { version: startedFrom, ...values } = input;
		const [made] = await tx.insert(tables.horse).values(values).onConflictDoNothing().returning();
		if (made) {
			await refreshStanding(tx, made);
			await noteDeed(tx, scope, { yardId: made.yardId, horseId: made.id, what: 'horse-made' });
			return made;
		}
		const old = await lockHorse(tx, scope, input.id, 'horse');
		if (old.yardId !== input.yardId) throw new CoreError('not-found');
		if (sameHorse(old, input)) return old;
		mustMatchVersion(old.version, startedFrom);
		await keepEarlier(tx, 'horse', old, old, scope.personId);
		const [next] = await tx
			.update(tables.horse)
			.set({ ...values, version: old.version + 1 })
			.where(eq(tables.horse.id, old.id))
			.returning();
		await shapeChanged(tx, old);
		await noteDeed(tx, scope, { yardId: old.yardId, horseId: old.id, what: 'horse-changed' });
		return next as Horse;
	});
}
