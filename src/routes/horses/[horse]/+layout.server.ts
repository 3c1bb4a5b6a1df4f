import { answerPage, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { findHorsePage } from '$lib/server/records/index.js';
import type { LayoutServerLoad } from './$types.js';

/** The horse, its saddles and fit marks, read once for all of its pages. */
export const load: LayoutServerLoad = ({ locals, params }) =>
	answerPage(() => findHorsePage(app().db, locals.scope, parseId(params.horse)));
