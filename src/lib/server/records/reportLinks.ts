import { and, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { METRIC, type Measures } from '../../../core/units/index.js';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import type { ReportAnswerKind } from '../db/schema/index.js';
import { noteDeed } from './deeds.js';
import { newToken, tokenHashOf } from './linkToken.js';
import { MEASURES } from './preferences.js';
import { mustMay, type Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

export { REPORT_ANSWERS, type ReportAnswerKind } from '../db/schema/index.js';

interface OfHorse {
	readonly id: string;
	readonly yardId: string;
}

/** Makes a link to a report of one saddle on a horse. Answers with its token, which is never shown again. */
export async function makeReportLink(
	db: Database,
	scope: Scope,
	horse: OfHorse,
	input: { readonly id: string; readonly pairingId: string; readonly days: number }
): Promise<string> {
	const token = newToken();
	await write(db, scope, { yardId: horse.yardId, horseId: horse.id, right: 'correct' }, async (tx) => {
		const [pairing] = await tx
			.select({ id: tables.pairing.id })
			.from(tables.pairing)
			.where(and(eq(tables.pairing.id, input.pairingId), eq(tables.pairing.horseId, horse.id)));
		if (!pairing) throw new CoreError('not-found');
		await tx.insert(tables.reportLink).values({
			id: input.id,
			yardId: horse.yardId,
			horseId: horse.id,
			pairingId: pairing.id,
			tokenHash: tokenHashOf(token),
			madeBy: scope.personId,
			expiresAt: sql`now() + make_interval(days => ${input.days})`
		});
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what: 'report-sent' });
	});
	return token;
}

export interface SentReport {
	readonly id: string;
	readonly pairingId: string;
	readonly expiresAt: Date;
	readonly opened: number;
	readonly answer: ReportAnswerKind | null;
	readonly answeredBy: string | null;
	readonly answerNote: string;
	readonly answeredAt: Date | null;
}

/** Reports of a horse that are under way: open links, and answers nobody has settled. The caller has bounded the horse. */
export async function listReportLinks(db: Asker, scope: Scope, horse: OfHorse): Promise<SentReport[]> {
	mustMay(scope, { yardId: horse.yardId, horseId: horse.id }, 'correct');
	const r = tables.reportLink;
	return db
		.select({
			id: r.id,
			pairingId: r.pairingId,
			expiresAt: r.expiresAt,
			opened: r.opened,
			answer: r.answer,
			answeredBy: r.answeredBy,
			answerNote: r.answerNote,
			answeredAt: r.answeredAt
		})
		.from(r)
		.where(
			and(
				eq(r.horseId, horse.id),
				isNull(r.revokedAt),
				isNull(r.settledAt),
				sql`(${r.expiresAt} > now() or ${r.answer} is not null)`
			)
		)
		.orderBy(desc(r.createdAt))
		.limit(50);
}

/** Takes a link back: it opens nothing from now on. */
export async function revokeReportLink(db: Database, scope: Scope, horse: OfHorse, id: string): Promise<void> {
	const r = tables.reportLink;
	const of = { yardId: horse.yardId, horseId: horse.id };
	await write(db, scope, { ...of, right: 'correct' }, async (tx) => {
		const [gone] = await tx
			.update(r)
			.set({ revokedAt: new Date() })
			.where(and(eq(r.id, id), eq(r.horseId, horse.id)))
			.returning({ id: r.id });
		if (gone) await noteDeed(tx, scope, { ...of, what: 'report-revoked' });
	});
}

/** An answer is read: it has become a fit mark, or was put aside. */
export async function settleReport(db: Database, scope: Scope, horse: OfHorse, id: string): Promise<SentReport> {
	const [found] = (await listReportLinks(db, scope, horse)).filter((l) => l.id === id);
	if (!found) throw new CoreError('not-found');
	const r = tables.reportLink;
	const of = { yardId: horse.yardId, horseId: horse.id };
	await write(db, scope, { ...of, right: 'correct' }, async (tx) => {
		await tx
			.update(r)
			.set({ settledAt: new Date() })
			.where(and(eq(r.id, id), eq(r.horseId, horse.id)));
		await noteDeed(tx, scope, { ...of, what: 'report-settled' });
	});
	return found;
}

export interface OpenReport {
	readonly id: string;
	readonly yardId: string;
	readonly yardName: string;
	readonly horseId: string;
	readonly pairingId: string;
	readonly expiresAt: Date;
	readonly answered: boolean;
}

/** The report of a link. Throws `report-unknown`, or `report-over` for one that ran out or was taken back. */
export async function findReport(db: Database, token: string): Promise<OpenReport> {
	const r = tables.reportLink;
	return asSystem(async () => {
		const [found] = await db
			.select({
				id: r.id,
				yardId: r.yardId,
				yardName: tables.yard.name,
				horseId: r.horseId,
				pairingId: r.pairingId,
				expiresAt: r.expiresAt,
				answer: r.answer,
				over: sql<boolean>`${r.revokedAt} is not null or ${r.expiresAt} <= now()`
			})
			.from(r)
			.innerJoin(tables.yard, eq(tables.yard.id, r.yardId))
			.where(eq(r.tokenHash, tokenHashOf(token)));
		if (!found) throw new CoreError('report-unknown');
		if (found.over) throw new CoreError('report-over');
		const { answer, over: _over, ...report } = found;
		return { ...report, answered: answer !== null };
	});
}

/** The same, counted as opened. */
export async function openReport(db: Database, token: string): Promise<OpenReport> {
	const report = await findReport(db, token);
	const r = tables.reportLink;
	await writeAsServer(db, (tx) =>
		tx
			.update(r)
			.set({ opened: sql`${r.opened} + 1` })
			.where(eq(r.id, report.id))
	);
	return report;
}

/** How the person who sent a report reads figures; whoever opens it reads them so too. Metric where the link opens nothing. */
export async function measuresOfReport(db: Database, token: string): Promise<Measures> {
	const { person, reportLink: r } = tables;
	const [found] = await asSystem(() =>
		db
			.select(MEASURES)
			.from(r)
			.innerJoin(person, eq(person.id, r.madeBy))
			.where(eq(r.tokenHash, tokenHashOf(token)))
	);
	return found ?? METRIC;
}

export interface ReportAnswer {
	readonly answer: ReportAnswerKind;
	readonly by: string;
	readonly note: string;
}

/** Keeps what came back; said again it takes the place of what was said, until the yard has read it. */
export async function answerReport(db: Database, token: string, { answer, by, note }: ReportAnswer): Promise<void> {
	const r = tables.reportLink;
	await writeAsServer(db, async (tx) => {
		const [changed] = await tx
			.update(r)
			.set({ answer, answeredBy: by, answerNote: note, answeredAt: new Date() })
			.where(
				and(eq(r.tokenHash, tokenHashOf(token)), isNull(r.revokedAt), isNull(r.settledAt), gt(r.expiresAt, sql`now()`))
			)
			.returning({ yardId: r.yardId, horseId: r.horseId });
		if (!changed) throw new CoreError('report-over');
		await tx.insert(tables.deed).values({
			yardId: changed.yardId,
			horseId: changed.horseId,
			personId: null,
			what: 'report-answered',
			about: { by }
		});
	});
}
