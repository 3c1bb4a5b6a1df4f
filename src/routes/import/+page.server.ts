import { answerPage, chooseYard, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listHorseNames, yardMay } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, cookies }) =>
	answerPage(async () => {
		const yard = chooseYard(locals.scope, parseFields(url.searchParams, schemas.board).yard, cookies);
		return {
			yard: { id: yard.yardId, name: yard.yardName },
			horses: await listHorseNames(app().db, locals.scope, yard.yardId),
			mayWrite: yardMay(locals.scope, yard.yardId, 'record'),
			mayTakeIn: yardMay(locals.scope, yard.yardId, 'horse')
		};
	});
