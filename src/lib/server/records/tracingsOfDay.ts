import { consensusCurve, cutsOf, type Curve } from '../../../core/curve/index.js';
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

/** A horse with the mean of the repeats at each station of one day. Throws what `tracingsOfDay` throws. */
export async function cutsOfDay(
	db: Asker,
	scope: Scope,
	horseId: string,
	day: string
): Promise<{ readonly horse: Horse; readonly cuts: { readonly station: string; readonly curve: Curve }[] }> {
	const found = await tracingsOfDay(db, scope, horseId, day);
	const [horse, tracings] = [found.horse, cutsOf(found.tracings)];
	const cuts = [...new Set(tracings.map((t) => t.station))].flatMap((station) => {
		const curve = consensusCurve(tracings.filter((t) => t.station === station).map((t) => t.curve));
		return curve ? [{ station, curve }] : [];
	});
	return { horse, cuts };
}
