import { eq, sql } from 'drizzle-orm';
import type { BodyMeasure } from '../../../core/change/index.js';
import { bodiesOf } from '../../../core/reading/index.js';
import { asSystem, tables, type Asker, type Database, type Writer } from '../db/index.js';
import { judgePairings, type Judgement, type PairingToJudge } from '../judge/index.js';
import { logError } from '../log.js';
import type { JudgedHorse } from './evidence.js';
import { listFitMarks } from './fitMarks.js';
import { refreshStanding } from './standing.js';
import { storeCalls } from './storedCalls.js';
import { listTracings, type VisitTracing } from './tracings.js';
import { listVisitFields } from './visitFields.js';
import type { Scope } from './scope.js';
import { write, writeAsServer, type WriteOf } from './write.js';

/** All that a horse's shape is judged from. */
export interface Asked {
	readonly tracings: readonly VisitTracing[];
	readonly pairings: readonly (PairingToJudge & { readonly id: string })[];
	readonly bodies: readonly BodyMeasure[];
}

export async function askedOf(db: Asker, horseId: string): Promise<Asked> {
	const pairings = await db.select().from(tables.pairing).where(eq(tables.pairing.horseId, horseId));
	const tracings = await listTracings(db, horseId);
	const marks = await listFitMarks(
		db,
		pairings.map((p) => p.id)
	);
	return {
		tracings,
		bodies: bodiesOf(await listVisitFields(db, horseId)),
		pairings: pairings.map(({ id, school, limitsLead }) => ({
			id,
			school,
			lead: limitsLead,
			fittedOn: marks.filter((m) => m.pairingId === id).at(-1)?.fittedOn
		}))
	};
}

export const judge = ({ tracings, pairings, bodies }: Asked, bornYear: number | null) =>
	judgePairings(tracings, pairings, { bornYear, bodies });

/** Keeps what was judged and brings the standing up to date. The caller holds the horse. */
async function keepJudged(
	tx: Writer,
	horse: JudgedHorse,
	{ tracings, pairings }: Asked,
	judgements: readonly Judgement[]
): Promise<void> {
	const judged = new Map<string, Judgement>();
	for (const [i, pairing] of pairings.entries()) {
		const judgement = judgements[i] as Judgement;
		await storeCalls(tx, pairing.id, judgement.status === 'judged' ? judgement.calls : [], tracings);
		judged.set(pairing.id, judgement);
	}
	await refreshStanding(tx, horse, judged);
	await tx
		.update(tables.horse)
		.set({ judgedRevision: sql`${tables.horse.shapeRevision}` })
		.where(eq(tables.horse.id, horse.id));
}

/** Judges the shape of all of a horse's pairings again in the present transaction. The caller holds the horse. */
export async function rejudgeHorse(tx: Writer, horse: JudgedHorse): Promise<void> {
	const asked = await askedOf(tx, horse.id);
	await keepJudged(tx, horse, asked, await judge(asked, horse.bornYear));
}

const changedIn = new WeakMap<Asker, Set<string>>();

/**
 * A tracing, a fit mark, a pairing or the body's own measures have changed in this transaction: the horse is judged again when it is over,
 * outside of any lock. Other taps and rides change no shape: they only refresh the standing.
 */
export async function shapeChanged(tx: Writer, horse: Pick<JudgedHorse, 'id'>): Promise<void> {
	await tx
		.update(tables.horse)
		.set({ shapeRevision: sql`${tables.horse.shapeRevision} + 1` })
		.where(eq(tables.horse.id, horse.id));
	const changed = changedIn.get(tx) ?? new Set<string>();
	changedIn.set(tx, changed.add(horse.id));
}

/** A transaction after which the horses whose shape has changed in it are to be judged. */
export async function changing<T>(
	db: Database,
	scope: Scope,
	of: WriteOf,
	work: (tx: Writer) => Promise<T>
): Promise<{ readonly result: T; readonly changed: readonly string[] }> {
	return write(db, scope, of, async (tx) => {
		const result = await work(tx);
		return { result, changed: [...(changedIn.get(tx) ?? [])] };
	});
}

/** So often others may have written meanwhile; then the horse is judged while it is held. */
const MOST_ROUNDS = 4;

async function judgeOnce(db: Database, horseId: string, hold: boolean): Promise<'done' | 'changed'> {
	const { horse: table } = tables;
	const read = await db.transaction(
		async (tx) => {
			const [horse] = await tx.select().from(table).where(eq(table.id, horseId));
			return horse && horse.shapeRevision !== horse.judgedRevision
				? { horse, ...(await askedOf(tx, horseId)) }
				: undefined;
		},
		{ isolationLevel: 'repeatable read', accessMode: 'read only' }
	);
	if (!read) return 'done';
	const judgements = hold ? undefined : await judge(read, read.horse.bornYear);
	return writeAsServer(db, async (tx) => {
		const [now] = await tx.select().from(table).where(eq(table.id, horseId)).for('update');
		if (!now) return 'done';
		if (!judgements) await rejudgeHorse(tx, now);
		else if (now.shapeRevision !== read.horse.shapeRevision) return 'changed';
		else await keepJudged(tx, now, read, judgements);
		return 'done';
	});
}

async function judgeUntilDone(db: Database, horseId: string): Promise<void> {
	for (let round = 0; round <= MOST_ROUNDS; round++)
		if ((await judgeOnce(db, horseId, round === MOST_ROUNDS)) === 'done') return;
}

interface Rounds {
	running: Promise<void>;
	next: Promise<void> | undefined;
}
const rounds = new Map<string, Rounds>();

/**
 * Judges a horse again if its shape has changed since. Whoever asks while one judging runs waits for the next one,
 * all together: many writes are judged twice, not each. What was written stays written if judging fails; it is told,
 * and the horse is judged when it is next asked for, or at the next start.
 */
export function bringUpToDate(db: Database, horseId: string): Promise<void> {
	const untilDone = (): Promise<void> =>
		asSystem(() => judgeUntilDone(db, horseId)).catch((error: unknown) =>
			logError('not judged', error, { horse: horseId })
		);
	const mine = rounds.get(horseId);
	if (mine) return (mine.next ??= mine.running.then(() => begin()));
	return begin();

	function begin(): Promise<void> {
		const own: Rounds = { running: untilDone(), next: undefined };
		rounds.set(horseId, own);
		void own.running.then(() => {
			if (rounds.get(horseId) === own && own.next === undefined) rounds.delete(horseId);
		});
		return own.running;
	}
}
