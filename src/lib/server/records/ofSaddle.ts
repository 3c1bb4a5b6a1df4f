import { and, eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { DeedCode } from '../../../core/people/index.js';
import { tables, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { findSaddle } from './saddles.js';
import { type Scope } from './scope.js';
import { write } from './write.js';

/** Things that hang on a saddle and can be taken back, with the deeds of both ways. */
const OF_SADDLE = {
	service: { table: tables.saddleService, back: 'service-undone', again: 'service-noted' },
	photo: { table: tables.photo, back: 'saddle-photo-undone', again: 'saddle-photo' }
} as const satisfies Readonly<Record<string, { table: unknown; back: DeedCode; again: DeedCode }>>;

/** Takes something of a saddle back, or puts it in again; nothing is deleted. */
export async function setOfSaddleUndone(
	db: Database,
	scope: Scope,
	kind: keyof typeof OF_SADDLE,
	saddleId: string,
	{ id, out }: { readonly id: string; readonly out: boolean }
): Promise<void> {
	const saddle = await findSaddle(db, scope, saddleId);
	await write(db, scope, { yardId: saddle.yardId, right: 'saddle' }, async (tx) => {
		const { table: t, back, again } = OF_SADDLE[kind];
		const [changed] = await tx
			.update(t)
			.set({ undoneAt: out ? new Date() : null })
			.where(and(eq(t.id, id), eq(t.saddleId, saddle.id)))
			.returning({ id: t.id });
		if (!changed) throw new CoreError('not-found');
		await noteDeed(tx, scope, { yardId: saddle.yardId, what: out ? back : again, about: { saddle: saddle.name } });
	});
}
