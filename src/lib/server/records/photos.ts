import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import type { PhotoKind } from '../db/schema/index.js';

export { PHOTO_KINDS } from '../db/schema/index.js';
import { mustChange, seenBy, type Scope } from './scope.js';
import { findVisit } from './visits.js';

export interface PhotoInput {
	readonly id: string;
	readonly visitId: string;
	readonly kind: PhotoKind;
	readonly mediaType: 'image/jpeg' | 'image/png' | 'image/webp';
	readonly bytes: Buffer;
	/** Hash of the picture as it was sent. */
	readonly originalSha256: string;
}

/** Keeps a picture with its visit. The same picture under the same id again changes nothing. */
export async function putPhoto(db: Database, scope: Scope, input: PhotoInput): Promise<void> {
	const visit = await findVisit(db, scope, input.visitId);
	mustChange(scope, visit);
	const sha256 = createHash('sha256').update(input.bytes).digest('hex');
	const [made] = await db
		.insert(tables.photo)
		.values({ ...input, yardId: visit.yardId, sha256, madeBy: scope.personId })
		.onConflictDoNothing()
		.returning({ id: tables.photo.id });
	if (made) return;
	const old = await findPhoto(db, scope, input.id);
	if (old.sha256 !== sha256 && old.originalSha256 !== input.originalSha256) throw new CoreError('changed-meanwhile');
}

export async function findPhoto(db: Asker, scope: Scope, id: string): Promise<typeof tables.photo.$inferSelect> {
	const [found] = await db
		.select({ photo: tables.photo })
		.from(tables.photo)
		.innerJoin(tables.visit, eq(tables.visit.id, tables.photo.visitId))
		.where(and(eq(tables.photo.id, id), seenBy(scope, tables.visit)));
	if (!found) throw new CoreError('not-found');
	return found.photo;
}
