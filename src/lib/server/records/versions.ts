import { CoreError } from '../../../core/errors/index.js';
import { tables, type Writer } from '../db/index.js';

/** Keeps the row as it was before an edit; `body` is all of it, children included. */
export async function keepEarlier(
	db: Writer,
	kind: 'horse' | 'saddle' | 'visit',
	row: { readonly id: string; readonly yardId: string; readonly version: number },
	body: unknown,
	personId: string
): Promise<void> {
	await db.insert(tables.earlierVersion).values({
		kind,
		rowId: row.id,
		yardId: row.yardId,
		version: row.version,
		body,
		replacedBy: personId
	});
}

/** Throws `changed-meanwhile` when an edit started from another version than the present one. */
export function mustMatchVersion(present: number, startedFrom: number | undefined): void {
	if (startedFrom !== undefined && startedFrom !== present) throw new CoreError('changed-meanwhile');
}
