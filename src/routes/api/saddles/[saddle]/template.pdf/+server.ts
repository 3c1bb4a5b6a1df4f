import { makeCurve } from '$core/curve/index.js';
import { CoreError } from '$core/errors/index.js';
import { SADDLE_PLACES } from '$core/seat/index.js';
import { answerPage, download, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { makeExport } from '$lib/server/print/index.js';
import { findSaddle } from '$lib/server/records/index.js';
import type { RequestHandler } from './$types.js';

const NOTE = 'near (left) end on this side, held on the back from above. 1:1.';

/** Card templates of a saddle's or form's underside at 1:1. Throws `not-found` for one whose shape nobody knows. */
export const GET: RequestHandler = ({ params, locals }) =>
	answerPage(async () => {
		const saddle = await findSaddle(app().db, locals.scope, parseId(params.saddle));
		const { measures } = saddle;
		if (!measures) throw new CoreError('not-found');
		const cuts = SADDLE_PLACES.map((place) => {
			const { xMm, yMm } = measures.sections[place];
			return { station: place, curve: makeCurve(xMm.map((x, i) => [x, yMm[i] as number] as const)) };
		});
		return download(await makeExport('cards', saddle.name, NOTE, cuts), 'application/pdf', `${saddle.name}.pdf`);
	});
