import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { findHorse, listFitMarks, listPairings, listTracings } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const { db } = app();
		const horse = await findHorse(db, locals.scope, parseId(params.horse));
		const pairings = await listPairings(db, horse.id);
		const marks = await listFitMarks(
			db,
			pairings.map((p) => p.id)
		);
		const fitMarks = marks.flatMap((m) => {
			const pairing = pairings.find((p) => p.id === m.pairingId);
			return pairing
				? [{ saddle: pairing.saddleName, school: pairing.school, fittedOn: m.fittedOn, fittedBy: m.fittedBy }]
				: [];
		});
		const about = {
			name: horse.name,
			...(horse.bornYear ? { bornYear: horse.bornYear } : {}),
			...(horse.about ? { notes: horse.about } : {})
		};
		const tracings = await listTracings(db, horse.id);
		const text = await makeExport('archive', { horse: about, tracings, fitMarks });
		return download(text, 'application/json', `${horse.name}-tracings-and-fit-marks.json`);
	});
