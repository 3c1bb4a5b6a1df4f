import type { Right } from '../../../core/people/index.js';
import { asSystem, openForWriting, type Database, type Writer } from '../db/index.js';
import { mustMay, mustMayInYard, type Scope } from './scope.js';

/** What a write changes, and the right that it takes there. */
export type WriteOf =
	| { readonly yardId: string; readonly horseId?: string; readonly right: Right }
	/** Rows of the person's own: fingers, calendar address, preferences. */
	| 'own';

/**
 * The one gate for writes in a person's name, from routes, imports, jobs and the command line: asks for the right, then
 * opens the transaction. Nothing else hands out a `Writer`. Row-level security asks for the same right once more.
 * Throws `not-found` or `read-only`.
 */
export async function write<T>(db: Database, scope: Scope, of: WriteOf, work: (tx: Writer) => Promise<T>): Promise<T> {
	mustMayWrite(scope, of);
	return openForWriting(db, work);
}

/** Throws where the person may not write there. */
export function mustMayWrite(scope: Scope, of: WriteOf): void {
	if (of === 'own') return;
	if (of.horseId === undefined) mustMayInYard(scope, of.yardId, of.right);
	else mustMay(scope, { yardId: of.yardId, horseId: of.horseId }, of.right);
}

/**
 * Writes of the server itself, which are in nobody's name: judging, jobs, and what holds a link or token. It asks for no
 * right, so what comes from outside must have been proved by its token first.
 */
export const writeAsServer = <T>(db: Database, work: (tx: Writer) => Promise<T>): Promise<T> =>
	asSystem(() => openForWriting(db, work));
