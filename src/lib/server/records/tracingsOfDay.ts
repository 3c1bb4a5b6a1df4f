import { CoreError } from '../../../core/errors/index.js';
import type { Asker } from '../db/index.js';
import { findHorse, type Horse } from './horses.js';
import type { Scope } from './scope.js';
import { listTracings, type VisitTracing } from './tracings.js';

/** A horse with its tracings of one day. Throws `not-found` for a foreign horse or a day without any. */
export async function tracingsOfDay(
	db: Asker,
	scope: Scope,
	horseId: string,
	day: string
): Promise<{ readonly horse: Horse; readonly tracings: VisitTracing[] }> {
	const horse = await findHorse(db, scope, horseId);
	const tracings = await listTracings(db, horse.id, [day]);
	if (tracings.length === 0) throw new CoreError('not-found');
	return { horse, tracings };
}
