import { answerForm, parseFields, parseId, schemas } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { removeEntry, tickAsked } from '$lib/server/records/index.js';
import { diaryActions } from './diaryActions.server.js';
import { overview } from './overview.server.js';
import type { Actions } from './$types.js';

export const load = overview;

export const actions: Actions = {
	due: diaryActions.due,
	undue: diaryActions.undue,
	task: diaryActions.task,
	taskUndo: diaryActions.taskUndo,
	taskDone: diaryActions.taskDone,
	/** Deletes a stored entry that cannot be read; it stays on record, replaced by nothing. */
	removeEntry: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { visit, entry } = parseFields(form, schemas.removedEntry);
			await removeEntry(app().db, locals.scope, parseId(params.horse), { visitId: visit, entryId: entry });
			return { done: 'removeEntry' as const };
		}),
	/** Ticks off what was asked of the owner, or opens it again. */
	answered: ({ request, locals, params }) =>
		answerForm(request, async (form) => {
			const { visit, what, done } = parseFields(form, schemas.answered);
			await tickAsked(app().db, locals.scope, parseId(params.horse), {
				visitId: visit,
				what,
				on: done ? locals.today : null
			});
			return { done: 'answered' as const };
		})
};
