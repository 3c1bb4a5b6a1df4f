import { CoreError } from '$core/errors/index.js';
import { numberAt } from '$core/reading/index.js';
import { backToSeat, seatableDays, USUAL_BEARS_MM, type ShimSet } from '$core/seat/index.js';
import { answerJson, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { seatOfShape } from '$lib/server/judge/index.js';
import { findBeneath, findHorse, findSaddle, listTracings, listVisitFields } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

/** Days that may be chosen. */
const MOST_DAYS = 60;

/**
 * A saddle's own shape on this horse as it was last traced, or up to a day (`on`): `?saddle=ID`, with a pad and shims in
 * mm, or as it was set up that day (`asSetUp=true`), and muscle at the withers put on or taken off; no shim plan with
 * `planned=false`.
 */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answerJson(async () => {
		const { db } = app();
		const {
			saddle: saddleId,
			padMm,
			front,
			middle,
			rear,
			muscleMm,
			asSetUp,
			planned,
			on: until
		} = parseFields(url.searchParams, schemas.measuredSeat);
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const saddle = await findSaddle(db, locals.scope, saddleId);
		if (!saddle.measures) throw new CoreError('saddle-unmeasured', { saddle: saddle.name });
		const tracings = await listTracings(db, horse.id);
		const days = seatableDays(tracings);
		const on = days.find((d) => until === undefined || d <= until);
		if (on === undefined) throw new CoreError('too-few-cuts', { cuts: 0 });
		const shims: ShimSet = {
			front_near: front,
			front_off: front,
			middle_near: middle,
			middle_off: middle,
			rear_near: rear,
			rear_off: rear
		};
		const visits = await listVisitFields(db, horse.id);
		const beneath = await findBeneath(db, horse.id, saddle.id, visits, on);
		const taped = visits.flatMap(({ visitedOn, states }) => {
			const mm = numberAt(states, 'tape/bladeToRibMm');
			return visitedOn <= on && mm !== undefined ? [mm] : [];
		});
		const seat = await seatOfShape({
			tracings: backToSeat(tracings, on),
			saddle: saddle.measures,
			bearsMm: saddle.bearingMm ?? USUAL_BEARS_MM,
			lastRibMm: taped.at(-1),
			muscleMm,
			planned,
			...(asSetUp && beneath.setup ? beneath.setup : { padMm, shims })
		});
		return { on, muscleMm, days: days.slice(0, MOST_DAYS), ...beneath, seat };
	});
