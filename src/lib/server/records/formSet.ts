import { and, eq, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { FORM_BEARS_MM, FORM_SET, formMeasures, type FittingForm } from '../../../core/seat/index.js';
import { tables, type Database } from '../db/index.js';
import { noteDeed } from './deeds.js';
import type { Scope } from './scope.js';
import { write } from './write.js';

const nameOf = ({ angleDeg, rockMm, twistDeg }: FittingForm): string =>
	`Form ${angleDeg}°, rock ${rockMm}, twist ${twistDeg}°`;

/** Adds the made-up set of fitting forms to a yard; those that are there by their name stay as they are. Returns how many were added. */
export async function addFormSet(db: Database, scope: Scope, yardId: string): Promise<number> {
	const { saddle } = tables;
	return write(db, scope, { yardId, right: 'saddle' }, async (tx) => {
		// Pressed twice at once, the second finds what the first has added.
		await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`forms of ${yardId}`}))`);
		const there = await tx
			.select({ name: saddle.name })
			.from(saddle)
			.where(and(eq(saddle.yardId, yardId), eq(saddle.kind, 'form')));
		const missing = FORM_SET.filter((form) => !there.some((t) => t.name === nameOf(form)));
		if (missing.length > 0) {
			await tx.insert(saddle).values(
				missing.map((form) => ({
					id: uuidv7(),
					yardId,
					name: nameOf(form),
					kind: 'form' as const,
					about: 'of the made-up set',
					bearingMm: FORM_BEARS_MM,
					measures: formMeasures(form)
				}))
			);
			await noteDeed(tx, scope, { yardId, what: 'forms-added', about: { count: String(missing.length) } });
		}
		return missing.length;
	});
}
