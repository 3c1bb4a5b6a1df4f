import { LIMITS } from '$core/change/index.js';
import { answerPage, chooseYard, parseFields, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { BOARD_PAGE, mayWrite, readBoard } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, cookies }) =>
	answerPage(async () => {
		const asked = parseFields(url.searchParams, schemas.board);
		const yard = chooseYard(locals.scope, asked.yard, cookies);
		const board = await readBoard(app().db, locals.scope, {
			yardId: yard.yardId,
			search: asked.q,
			page: asked.page,
			today: locals.today,
			archived: asked.archived
		});
		return {
			yard: { id: yard.yardId, name: yard.yardName },
			board,
			limits: LIMITS,
			search: asked.q,
			page: asked.page,
			pages: Math.max(1, Math.ceil(board.total / BOARD_PAGE)),
			today: locals.today,
			archived: asked.archived,
			mayWrite: mayWrite(locals.scope, yard.yardId)
		};
	});
