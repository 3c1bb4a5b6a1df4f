import { answerForm, diarySchemas, parseFields, parseId } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { putDueAnswer, putTask, setTaskDone, undoDueAnswer, undoTask } from '$lib/server/records/index.js';
import type { RequestEvent } from '@sveltejs/kit';

const horseOf = ({ params }: RequestEvent): string => parseId(params['horse'] ?? '');

/** What is said on a horse's page to a date that is due, and what people ask of each other. */
export const diaryActions = {
	due: (event: RequestEvent) =>
		answerForm(event.request, async (form) => {
			const answer = parseFields(form, diarySchemas.dueAnswer);
			await putDueAnswer(app().db, event.locals.scope, horseOf(event), answer, event.locals.today);
			return { done: 'due' as const };
		}),
	undue: (event: RequestEvent) =>
		answerForm(event.request, async (form) => {
			await undoDueAnswer(app().db, event.locals.scope, horseOf(event), parseFields(form, diarySchemas.one).id);
			return { done: 'undue' as const };
		}),
	task: (event: RequestEvent) =>
		answerForm(event.request, async (form) => {
			await putTask(app().db, event.locals.scope, horseOf(event), parseFields(form, diarySchemas.task));
			return { done: 'task' as const };
		}),
	taskUndo: (event: RequestEvent) =>
		answerForm(event.request, async (form) => {
			await undoTask(app().db, event.locals.scope, parseFields(form, diarySchemas.one).id);
			return { done: 'task-undone' as const };
		}),
	taskDone: (event: RequestEvent) =>
		answerForm(event.request, async (form) => {
			const { id, ...how } = parseFields(form, diarySchemas.taskDone);
			await setTaskDone(app().db, event.locals.scope, id, how);
			return { done: 'task-done' as const };
		})
};
