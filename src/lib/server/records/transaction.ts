import { CoreError } from '../../../core/errors/index.js';
import { type Database, type Writer } from '../db/index.js';
import { bringUpToDate, changing } from './calls.js';
import { findHorse, lockHorse, type Horse } from './horses.js';
import type { Right } from '../../../core/people/index.js';
import type { Scope } from './scope.js';
import { mustMayWrite, type WriteOf } from './write.js';

/** As many may wait for one horse; more are told to try again. */
const MOST_WAITING = 20;
const LONGEST_WAIT_MS = 5000;

interface Line {
	last: Promise<unknown>;
	waiting: number;
}
const lines = new Map<string, Line>();

function patience<T>(turn: Promise<T>): Promise<T> {
	let timer: NodeJS.Timeout | undefined;
	const late = new Promise<never>((_, reject) => {
		timer = setTimeout(() => reject(new CoreError('busy')), LONGEST_WAIT_MS);
	});
	return Promise.race([turn, late]).finally(() => clearTimeout(timer));
}

/**
 * One writer a horse holds a connection of the pool; the others wait here, without one, so that a horse
 * that many write to cannot hold up other yards. Throws `busy` when the line is too long or too slow.
 */
export async function inTurn<T>(horseId: string, work: () => Promise<T>): Promise<T> {
	const line = lines.get(horseId) ?? { last: Promise.resolve(), waiting: 0 };
	if (line.waiting >= MOST_WAITING) throw new CoreError('busy');
	lines.set(horseId, line);
	line.waiting++;
	const before = line.last;
	let leave: () => void = () => undefined;
	line.last = new Promise<void>((resolve) => (leave = resolve));
	const mine = line.last;
	try {
		await patience(before);
		return await work();
	} finally {
		// Whoever gave up waiting must not let the next one in before its turn.
		void before.then(leave, leave);
		line.waiting--;
		if (line.last === mine && line.waiting === 0) lines.delete(horseId);
	}
}

/** A transaction; the horses whose shape it has changed are judged before it is answered, outside of it. */
export const andJudge = <T>(db: Database, scope: Scope, of: WriteOf, work: (tx: Writer) => Promise<T>): Promise<T> =>
	judged(db, changing(db, scope, of, work));

/** What a write answers, once the horses that it has changed are judged. */
async function judged<T>(db: Database, write: ReturnType<typeof changing<T>>): Promise<T> {
	const { result, changed } = await write;
	await Promise.all(changed.map((id) => bringUpToDate(db, id)));
	return result;
}

/** A write to one horse: in turn, in a transaction, with the horse held against other servers, and judged afterwards. */
export async function writeHorse<T>(
	db: Database,
	scope: Scope,
	horseId: string,
	right: Right,
	work: (tx: Writer, horse: Horse) => Promise<T>
): Promise<T> {
	const horse = await findHorse(db, scope, horseId);
	const of = { yardId: horse.yardId, horseId, right };
	mustMayWrite(scope, of);
	// Judging waits outside of the line: the next writer goes in meanwhile.
	return judged(
		db,
		inTurn(horseId, () => changing(db, scope, of, async (tx) => work(tx, await lockHorse(tx, scope, horseId, right))))
	);
}
