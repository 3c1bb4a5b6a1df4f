import { createHash } from 'node:crypto';
import { and, asc, eq, inArray, or } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database, type Writer } from '../db/index.js';
import { SADDLE_PHOTO_KINDS, VISIT_PHOTO_KINDS, type PhotoKind } from '../db/schema/index.js';
import { noteDeed } from './deeds.js';
import { findSaddle } from './saddles.js';
import { seenBy, yardIds, type Scope } from './scope.js';
import { findVisit } from './visits.js';
import { write } from './write.js';
import { changeRight } from './scope.js';

export { SADDLE_PHOTO_KINDS, VISIT_PHOTO_KINDS };

export interface PhotoInput {
	readonly id: string;
	/** What it shows: a visit's horse, or a saddle. */
	readonly of: { readonly visitId: string } | { readonly saddleId: string };
	readonly kind: PhotoKind;
	readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
	readonly bytes: Buffer;
	/** Hash of the picture as it was sent. */
	readonly originalSha256: string;
}

/** Keeps a picture with its visit or saddle. The same picture under the same id again changes nothing. */
export async function putPhoto(db: Database, scope: Scope, { of, ...input }: PhotoInput): Promise<void> {
	const sha256 = createHash('sha256').update(input.bytes).digest('hex');
	const keep = async (tx: Writer, where: { yardId: string; visitId?: string; saddleId?: string }): Promise<boolean> => {
		const [made] = await tx
			.insert(tables.photo)
			.values({ ...input, ...where, sha256, madeBy: scope.personId })
			.onConflictDoNothing()
			.returning({ id: tables.photo.id });
		if (made) return true;
		const old = await findPhoto(tx, scope, input.id);
		const same = old.sha256 === sha256 || old.originalSha256 === input.originalSha256;
		if (!same || (where.saddleId ?? null) !== old.saddleId) throw new CoreError('changed-meanwhile');
		return false;
	};
	if ('visitId' in of) {
		const visit = await findVisit(db, scope, of.visitId);
		const { yardId, horseId } = visit;
		await write(db, scope, { yardId, horseId, right: changeRight(scope, visit) }, async (tx) => {
			if (await keep(tx, { yardId, visitId: visit.id }))
				await noteDeed(tx, scope, { yardId, horseId, what: 'photo-added', about: { on: visit.visitedOn } });
		});
		return;
	}
	const { id: saddleId, yardId, name: saddle } = await findSaddle(db, scope, of.saddleId);
	await write(db, scope, { yardId, right: 'saddle' }, async (tx) => {
		if (await keep(tx, { yardId, saddleId }))
			await noteDeed(tx, scope, { yardId, what: 'saddle-photo', about: { saddle } });
	});
}

export async function findPhoto(db: Asker, scope: Scope, id: string): Promise<typeof tables.photo.$inferSelect> {
	const { photo, visit, saddle } = tables;
	const [found] = await db
		.select({ photo })
		.from(photo)
		.leftJoin(visit, eq(visit.id, photo.visitId))
		.leftJoin(saddle, eq(saddle.id, photo.saddleId))
		.where(and(eq(photo.id, id), or(seenBy(scope, visit), inArray(saddle.yardId, yardIds(scope)))));
	if (!found) throw new CoreError('not-found');
	return found.photo;
}

export interface SaddlePhoto {
	readonly id: string;
	readonly kind: PhotoKind;
	readonly takenAt: string;
	readonly undone: boolean;
}

/** A saddle's pictures, oldest first, with what was taken back. The caller has bounded the saddle. */
export async function listSaddlePhotos(db: Asker, saddleId: string): Promise<SaddlePhoto[]> {
	const { photo: t } = tables;
	const rows = await db
		.select({ id: t.id, kind: t.kind, createdAt: t.createdAt, undoneAt: t.undoneAt })
		.from(t)
		.where(eq(t.saddleId, saddleId))
		.orderBy(asc(t.createdAt), asc(t.id))
		.limit(200);
	return rows.map(({ id, kind, createdAt, undoneAt }) => ({
		id,
		kind,
		takenAt: createdAt.toISOString(),
		undone: undoneAt !== null
	}));
}
