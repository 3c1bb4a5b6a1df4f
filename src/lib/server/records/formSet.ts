import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { FORM_BEARS_MM, FORM_SET, formMeasures, type FittingForm } from '../../../core/seat/index.js';
import { tables, type Database } from '../db/index.js';
import { mustMayInYard, type Scope } from './scope.js';

const nameOf = ({ angleDeg, rockMm, twistDeg }: FittingForm): string =>
	`Form ${angleDeg}°, rock ${rockMm}, twist ${twistDeg}°`;

/** Adds the made-up set of fitting forms to a yard; those that are there by their name stay as they are. Returns how many were added. */
export async function addFormSet(db: Database, scope: Scope, yardId: string): Promise<number> {
	mustMayInYard(scope, yardId, 'saddle');
	const { saddle, yard } = tables;
	return db.transaction(async (tx) => {
		// Pressed twice at once, the second finds what the first has added.
		await tx.select({ id: yard.id }).from(yard).where(eq(yard.id, yardId)).for('update');
		const there = await tx
			.select({ name: saddle.name })
			.from(saddle)
			.where(and(eq(saddle.yardId, yardId), eq(saddle.kind, 'form')));
		const missing = FORM_SET.filter((form) => !there.some((t) => t.name === nameOf(form)));
		if (missing.length > 0)
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
		return missing.length;
	});
}
