import { and, asc, eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { Service } from '../../../core/setup/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { findSaddle } from './saddles.js';
import { type Scope } from './scope.js';
import { write } from './write.js';

export interface ServiceInput {
	readonly id: string;
	readonly doneOn: string;
	readonly what: Service;
	readonly doneBy: string;
	readonly note: string;
}

export interface SaddleServiced extends ServiceInput {
	readonly undone: boolean;
}

/** What was done to a saddle, oldest first, with what was taken back. The caller has bounded the saddle. */
export async function listServices(db: Asker, saddleId: string): Promise<SaddleServiced[]> {
	const { saddleService: t } = tables;
	const rows = await db
		.select()
		.from(t)
		.where(eq(t.saddleId, saddleId))
		.orderBy(asc(t.doneOn), asc(t.createdAt))
		.limit(1000);
	return rows.map(({ id, doneOn, what, doneBy, note, undoneAt }) => ({
		id,
		doneOn,
		what,
		doneBy,
		note,
		undone: undoneAt !== null
	}));
}

/** Notes what was done. The same write twice changes nothing; another under the same id is refused. */
export async function putService(db: Database, scope: Scope, saddleId: string, input: ServiceInput): Promise<void> {
	const saddle = await findSaddle(db, scope, saddleId);
	await write(db, scope, { yardId: saddle.yardId, right: 'saddle' }, async (tx) => {
		const { saddleService: t } = tables;
		const [made] = await tx
			.insert(t)
			.values({ ...input, saddleId: saddle.id, yardId: saddle.yardId, madeBy: scope.personId || null })
			.onConflictDoNothing()
			.returning({ id: t.id });
		if (made) {
			const about = { saddle: saddle.name };
			await noteDeed(tx, scope, { yardId: saddle.yardId, what: 'service-noted', about });
			return;
		}
		const [old] = await tx
			.select()
			.from(t)
			.where(and(eq(t.id, input.id), eq(t.saddleId, saddle.id)));
		const same =
			old?.doneOn === input.doneOn && old.what === input.what && old.doneBy === input.doneBy && old.note === input.note;
		if (!same) throw new CoreError('changed-meanwhile');
	});
}
