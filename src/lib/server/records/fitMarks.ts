import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import type { Scope } from './scope.js';
import { writeHorse } from './transaction.js';

export interface HorseFitMark {
	readonly id: string;
	readonly pairingId: string;
	readonly visitId: string;
	readonly fittedOn: string;
	readonly fittedBy: string;
}

const columns = {
	id: tables.fitMark.id,
	pairingId: tables.fitMark.pairingId,
	visitId: tables.visit.id,
	fittedOn: tables.visit.visitedOn,
	fittedBy: tables.fitMark.fittedBy
};

/** Fit marks of several pairings, oldest first, those that stand and those that were taken away; marks on undone visits are passed over. */
export async function listAllFitMarks(
	db: Asker,
	pairingIds: readonly string[]
): Promise<{ readonly marks: HorseFitMark[]; readonly undone: HorseFitMark[] }> {
	if (pairingIds.length === 0) return { marks: [], undone: [] };
	const rows = await db
		.select({ ...columns, undone: sql<boolean>`${tables.fitMark.undoneAt} is not null` })
		.from(tables.fitMark)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.fitMark.visitId))
		.where(and(inArray(tables.fitMark.pairingId, [...pairingIds]), isNull(tables.visit.undoneAt)))
		.orderBy(tables.visit.visitedOn);
	const of = (wanted: boolean) => rows.flatMap(({ undone, ...mark }) => (undone === wanted ? [mark] : []));
	return { marks: of(false), undone: of(true) };
}

/** Fit marks of several pairings that stand, oldest first. */
export const listFitMarks = async (db: Asker, pairingIds: readonly string[]): Promise<HorseFitMark[]> =>
	(await listAllFitMarks(db, pairingIds)).marks;

export interface FitMarkInput {
	readonly id: string;
	readonly pairingId: string;
	readonly visitId: string;
	readonly fittedBy: string;
	/** Said with open eyes while the horse stands at refit or stop. */
	readonly confirmed: boolean;
}

const ALARMING = ['refit', 'stop'];

/** A mark over a refit or a stop is asked for twice: it turns the call to steady. */
async function mustBeMeant(tx: Asker, horseId: string, input: FitMarkInput): Promise<void> {
	const [standing] = await tx.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
	const verdict = standing?.verdict;
	if (!input.confirmed && verdict && ALARMING.includes(verdict))
		throw new CoreError('fit-mark-unconfirmed', { verdict });
}

/**
 * Marks the visit from which a pairing fits, by whom. The latest day marked is the one compared with.
 * A mark that stands there already under another name is not written over: it is taken away first.
 * Answers with the mark’s id, which is an older one’s where that is put back.
 */
export async function putFitMark(db: Database, scope: Scope, horseId: string, input: FitMarkInput): Promise<string> {
	return writeHorse(db, scope, horseId, 'mark', async (tx, horse) => {
		const [visit] = await tx
			.select({ id: tables.visit.id, visitedOn: tables.visit.visitedOn })
			.from(tables.visit)
			.where(
				and(eq(tables.visit.id, input.visitId), eq(tables.visit.horseId, horse.id), isNull(tables.visit.undoneAt))
			);
		const [pairing] = await tx
			.select({ id: tables.pairing.id })
			.from(tables.pairing)
			.where(and(eq(tables.pairing.id, input.pairingId), eq(tables.pairing.horseId, horse.id)));
		if (!visit || !pairing) throw new CoreError('not-found');
		const { fitMark } = tables;
		const { id, pairingId, visitId, fittedBy } = input;
		const [old] = await tx
			.select()
			.from(fitMark)
			.where(and(eq(fitMark.pairingId, pairingId), eq(fitMark.visitId, visitId)));
		if (old && old.undoneAt === null) {
			if (old.fittedBy === fittedBy) return old.id;
			throw new CoreError('fit-mark-there', { fittedBy: old.fittedBy });
		}
		await mustBeMeant(tx, horse.id, input);
		if (old)
			await tx.update(fitMark).set({ undoneAt: null, fittedBy, madeBy: scope.personId }).where(eq(fitMark.id, old.id));
		else
			await tx.insert(fitMark).values({ id, pairingId, visitId, fittedBy, horseId: horse.id, madeBy: scope.personId });
		await shapeChanged(tx, horse);
		const about = { on: visit.visitedOn, fittedBy };
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId, what: 'mark-set', about });
		return old?.id ?? id;
	});
}

/** Takes a fit mark away, or puts it back; nothing is deleted. */
export async function setFitMarkUndone(
	db: Database,
	scope: Scope,
	horseId: string,
	fitMarkId: string,
	undone: boolean
): Promise<void> {
	await writeHorse(db, scope, horseId, 'mark', async (tx, horse) => {
		const [changed] = await tx
			.update(tables.fitMark)
			.set({ undoneAt: undone ? new Date() : null })
			.where(and(eq(tables.fitMark.id, fitMarkId), eq(tables.fitMark.horseId, horse.id)))
			.returning({ id: tables.fitMark.id });
		if (!changed) throw new CoreError('not-found');
		await shapeChanged(tx, horse);
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId, what: undone ? 'mark-undone' : 'mark-set' });
	});
}
