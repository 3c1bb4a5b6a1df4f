import { and, eq, inArray, lt, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { asSystem, tables, type Database } from '../db/index.js';
import type { JobKind, JobState } from '../db/schema/index.js';
import type { Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

export type { JobKind, JobState } from '../db/schema/index.js';

/** What was made: a file to take away. */
export interface MadeFile {
	readonly name: string;
	readonly mediaType: string;
	readonly bytes: Uint8Array;
}

/** How far something is that a person asked for. */
export interface JobSeen {
	readonly id: string;
	readonly kind: JobKind;
	readonly state: JobState;
	readonly done: number;
	readonly total: number;
	readonly refusal: string | null;
	readonly fileName: string | null;
}

/** A person waits for no more than this at once. */
const MOST_OPEN = 5;
/** Files are kept so long, ms. */
const KEPT_MS = 2 * 86_400_000;
/** What nobody has taken up after this has lost its place in the queue, ms. */
const LOST_MS = 120_000;
/** What is said to be worked on after this has died with every try, ms. */
const DEAD_MS = 900_000;

const seen = {
	id: tables.job.id,
	kind: tables.job.kind,
	state: tables.job.state,
	done: tables.job.done,
	total: tables.job.total,
	refusal: tables.job.refusal,
	fileName: tables.job.fileName
};

const OPEN = ['waiting', 'working'] as const;

/** Asks for something in a person's name. The same again changes nothing; another's id is no one's to take. */
export async function putJob(
	db: Database,
	scope: Scope,
	asked: { readonly id: string; readonly kind: JobKind; readonly asked: Readonly<Record<string, string>> }
): Promise<JobSeen> {
	const { job } = tables;
	const mine = eq(job.personId, scope.personId);
	return write(db, scope, 'own', async (tx) => {
		// Asked for several at once, each must see those before it.
		await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`jobs ${scope.personId}`}))`);
		const [there] = await tx
			.select(seen)
			.from(job)
			.where(and(eq(job.id, asked.id), mine));
		if (there) return there;
		const open = await tx.$count(job, and(mine, inArray(job.state, OPEN)));
		if (open >= MOST_OPEN) throw new CoreError('too-many-jobs', { most: MOST_OPEN });
		const [made] = await tx
			.insert(job)
			.values({ ...asked, personId: scope.personId })
			.onConflictDoNothing()
			.returning(seen);
		// Under this id there is somebody else's.
		if (!made) throw new CoreError('not-found');
		return made;
	});
}

export async function findJob(db: Database, scope: Scope, id: string): Promise<JobSeen> {
	const { job } = tables;
	const [found] = await db
		.select(seen)
		.from(job)
		.where(and(eq(job.id, id), eq(job.personId, scope.personId)));
	if (!found) throw new CoreError('not-found');
	return found;
}

/** Calls off what is not done yet; a second time changes nothing. */
export async function cancelJob(db: Database, scope: Scope, id: string): Promise<JobSeen> {
	const { job } = tables;
	await write(db, scope, 'own', (tx) =>
		tx
			.update(job)
			.set({ state: 'cancelled', endedAt: new Date() })
			.where(and(eq(job.id, id), eq(job.personId, scope.personId), inArray(job.state, OPEN)))
	);
	return findJob(db, scope, id);
}

/** The file that was made. Throws `not-found` before it is there. */
export async function findJobFile(db: Database, scope: Scope, id: string): Promise<MadeFile> {
	const { job } = tables;
	const [found] = await db
		.select({ name: job.fileName, mediaType: job.mediaType, bytes: job.bytes })
		.from(job)
		.where(and(eq(job.id, id), eq(job.personId, scope.personId), eq(job.state, 'done')));
	if (!found?.bytes || !found.name || !found.mediaType) throw new CoreError('not-found');
	return { name: found.name, mediaType: found.mediaType, bytes: found.bytes };
}

/** Takes a job up; undefined where it was cancelled or is done. */
export async function beginJob(
	db: Database,
	id: string
): Promise<
	{ readonly personId: string; readonly kind: JobKind; readonly asked: Readonly<Record<string, string>> } | undefined
> {
	const { job } = tables;
	return writeAsServer(db, async (tx) => {
		const [taken] = await tx
			.update(job)
			.set({ state: 'working', done: 0 })
			.where(and(eq(job.id, id), inArray(job.state, OPEN)))
			.returning({ personId: job.personId, kind: job.kind, asked: job.asked });
		return taken;
	});
}

/** Says how far it is. Throws `job-cancelled` where nobody wants it any more. */
export async function tellProgress(db: Database, id: string, done: number, total: number): Promise<void> {
	const { job } = tables;
	const [there] = await writeAsServer(db, (tx) =>
		tx
			.update(job)
			.set({ done, total })
			.where(and(eq(job.id, id), eq(job.state, 'working')))
			.returning({ id: job.id })
	);
	if (!there) throw new CoreError('job-cancelled');
}

export async function endJob(db: Database, id: string, { name, mediaType, bytes }: MadeFile): Promise<void> {
	const { job } = tables;
	await writeAsServer(db, (tx) =>
		tx
			.update(job)
			.set({
				state: 'done',
				done: sql`${job.total}`,
				fileName: name,
				mediaType,
				bytes: Buffer.from(bytes),
				endedAt: new Date()
			})
			.where(and(eq(job.id, id), eq(job.state, 'working')))
	);
}

export async function failJob(db: Database, id: string, refusal: string): Promise<void> {
	const { job } = tables;
	await writeAsServer(db, (tx) =>
		tx
			.update(job)
			.set({ state: 'failed', refusal, endedAt: new Date() })
			.where(and(eq(job.id, id), inArray(job.state, OPEN)))
	);
}

/** Clears away files nobody needs to keep, and says of what died with every try that it failed. */
export async function sweepJobs(db: Database): Promise<void> {
	const { job } = tables;
	const before = (ms: number): Date => new Date(Date.now() - ms);
	await writeAsServer(db, async (tx) => {
		await tx.delete(job).where(lt(job.askedAt, before(KEPT_MS)));
		await tx
			.update(job)
			.set({ state: 'failed', refusal: 'job-failed', endedAt: new Date() })
			.where(and(inArray(job.state, OPEN), lt(job.askedAt, before(DEAD_MS))));
	});
}

/** Jobs that were written down and never reached the queue. */
export async function stuckJobs(db: Database): Promise<string[]> {
	const { job } = tables;
	return asSystem(async () => {
		const rows = await db
			.select({ id: job.id })
			.from(job)
			.where(and(eq(job.state, 'waiting'), lt(job.askedAt, new Date(Date.now() - LOST_MS))));
		return rows.map((r) => r.id);
	});
}
