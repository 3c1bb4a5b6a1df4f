import { and, asc, eq, isNotNull, isNull, notExists, sql, type SQL } from 'drizzle-orm';
import { answeredDay } from '../../../core/diary/index.js';
import { CoreError } from '../../../core/errors/index.js';
import type { NextStep } from '../../../core/call/index.js';
import { asPerson, tables, type Asker, type Database } from '../db/index.js';
import { answersDue } from './dueAnswers.js';
import { newToken, tokenHashOf } from './linkToken.js';
import { admissionOf, seenBy, type Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

/** What is due for one horse, as its standing says. */
export interface DueHorse {
	readonly horseId: string;
	readonly horse: string;
	readonly yard: string;
	readonly saddle: string | null;
	readonly verdict: string | null;
	/** When it is due in the end, and the date that its standing has. */
	readonly on: string;
	readonly dueOn: string;
	/** Why it was put off, where it was. */
	readonly reason: string;
	readonly yardId: string;
	readonly step: NextStep;
}

const MOST_DUE = 2000;
/** Made once: comparing names without one takes most of the time of a long list. */
const NAMES = new Intl.Collator('en');

/** What is due for all horses of a person's yards and those shared with them, the first first. */
export async function listDue(db: Asker, scope: Scope): Promise<DueHorse[]> {
	// Dates that somebody answered are few and lie elsewhere: apart, the many are read in the order of their index.
	const [plain, answered] = await Promise.all([dueAsItStands(db, scope), duePutOff(db, scope)]);
	return [...plain, ...answered]
		.sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : NAMES.compare(a.horse, b.horse)))
		.slice(0, MOST_DUE);
}

const { horse, yard, standing, pairing, saddle, dueAnswer } = tables;
const due = {
	horseId: horse.id,
	horse: horse.name,
	yard: yard.name,
	saddle: saddle.name,
	verdict: standing.verdict,
	dueOn: sql<string>`${standing.nextOn}`,
	yardId: horse.yardId,
	step: sql<NextStep>`${standing.nextStep}`
};
const stands = (scope: Scope): SQL =>
	and(
		seenBy(scope, { yardId: standing.yardId, horseId: standing.horseId }),
		isNull(horse.archivedAt),
		isNotNull(standing.nextOn),
		isNotNull(standing.nextStep)
	) as SQL;

/** Dates that nobody has answered. Asked for as "there is none": the database then knows them to be many, and reads along their index. */
async function dueAsItStands(db: Asker, scope: Scope): Promise<DueHorse[]> {
	const answer = db.select({ id: dueAnswer.id }).from(dueAnswer).where(answersDue);
	const rows = await db
		.select(due)
		.from(standing)
		.innerJoin(horse, eq(horse.id, standing.horseId))
		.innerJoin(yard, eq(yard.id, horse.yardId))
		.leftJoin(pairing, eq(pairing.id, standing.pairingId))
		.leftJoin(saddle, eq(saddle.id, pairing.saddleId))
		.where(and(stands(scope), notExists(answer)))
		.orderBy(asc(standing.nextOn))
		.limit(MOST_DUE);
	return rows.map((r) => ({ ...r, on: r.dueOn, reason: '' }));
}

async function duePutOff(db: Asker, scope: Scope): Promise<DueHorse[]> {
	const rows = await db
		.select({ ...due, said: { answer: dueAnswer.answer, until: dueAnswer.until }, reason: dueAnswer.reason })
		.from(dueAnswer)
		.innerJoin(standing, answersDue)
		.innerJoin(horse, eq(horse.id, standing.horseId))
		.innerJoin(yard, eq(yard.id, horse.yardId))
		.leftJoin(pairing, eq(pairing.id, standing.pairingId))
		.leftJoin(saddle, eq(saddle.id, pairing.saddleId))
		.where(and(stands(scope), eq(dueAnswer.answer, 'put-off')))
		.orderBy(asc(dueAnswer.until))
		.limit(MOST_DUE);
	return rows.map(({ said, ...r }) => ({ ...r, on: answeredDay(r.dueOn, said) as string }));
}

/** Makes a private address for a calendar program; whatever address there was ends. Answers with its token, shown once. */
export async function makeFeed(db: Database, scope: Scope): Promise<string> {
	const token = newToken();
	const values = { personId: scope.personId, tokenHash: tokenHashOf(token), createdAt: new Date(), readAt: null };
	await write(db, scope, 'own', (tx) =>
		tx
			.insert(tables.calendarFeed)
			.values(values)
			.onConflictDoUpdate({ target: tables.calendarFeed.personId, set: values })
	);
	return token;
}

/** Ends the address. */
export async function endFeed(db: Database, scope: Scope): Promise<void> {
	await write(db, scope, 'own', (tx) =>
		tx.delete(tables.calendarFeed).where(eq(tables.calendarFeed.personId, scope.personId))
	);
}

/** Whether there is an address, since when, and when it was last read. */
export async function findFeed(
	db: Asker,
	scope: Scope
): Promise<{ readonly createdAt: Date; readonly readAt: Date | null } | null> {
	const { createdAt, readAt } = tables.calendarFeed;
	const [feed] = await db
		.select({ createdAt, readAt })
		.from(tables.calendarFeed)
		.where(eq(tables.calendarFeed.personId, scope.personId));
	return feed ?? null;
}

/** What is due for whoever the address belongs to, in their name. Throws `not-found` for one that is none, or has ended. */
export async function dueByFeed(db: Database, token: string): Promise<DueHorse[]> {
	const [feed] = await writeAsServer(db, (tx) =>
		tx
			.update(tables.calendarFeed)
			.set({ readAt: new Date() })
			.where(eq(tables.calendarFeed.tokenHash, tokenHashOf(token)))
			.returning({ personId: tables.calendarFeed.personId })
	);
	if (!feed) throw new CoreError('not-found');
	return asPerson(feed.personId, async () => {
		const { scope } = await admissionOf(db, feed.personId);
		return listDue(db, scope);
	});
}
