import { addDays } from '$core/units/index.js';
import { LIMITS } from '$core/change/index.js';
import { answerPage, choosePlace, parseFields, schemas, SHARED } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { BOARD_PAGE, readBoard, yardMay } from '$lib/server/records/index.js';
import type { PageServerLoad } from './$types.js';

export const load: PageServerLoad = ({ locals, url, cookies }) =>
	answerPage(async () => {
		const asked = parseFields(url.searchParams, schemas.board);
		const place = choosePlace(locals.scope, asked.yard, cookies);
		const board = await readBoard(app().db, locals.scope, {
			yardId: place.yardId,
			search: asked.q,
			page: asked.page,
			today: locals.today,
			archived: asked.archived,
			call: asked.call,
			due: asked.due,
			waits: asked.waits,
			changed: asked.changed
		});
		return {
			yard: { id: place.yardId ?? SHARED, name: place.name },
			shared: locals.scope.guestOf.length,
			board,
			changedFrom: addDays(locals.today, -14),
			limits: LIMITS,
			search: asked.q,
			page: asked.page,
			pages: Math.max(1, Math.ceil(board.total / BOARD_PAGE)),
			today: locals.today,
			archived: asked.archived,
			filters: {
				call: asked.call ?? '',
				due: asked.due ?? '',
				waits: asked.waits ?? '',
				changed: asked.changed ? 'yes' : ''
			},
			mayAdd: place.yardId !== null && yardMay(locals.scope, place.yardId, 'horse'),
			mayRecord:
				place.yardId === null
					? locals.scope.guestOf.some((g) => g.role === 'guest-add')
					: yardMay(locals.scope, place.yardId, 'record')
		};
	});
