import { tasksInOrder } from '$core/diary/index.js';
import { addDays } from '$core/units/index.js';
import { answerForm, answerPage, diarySchemas, parseFields } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { listDue, listOpenTasks, putDueAnswer, setTaskDone, yardMay } from '$lib/server/records/index.js';
import type { Actions, PageServerLoad } from './$types.js';

/** So many days have a list of their own; what is due later is counted. */
const DAYS = 7;

export const load: PageServerLoad = ({ locals }) =>
	answerPage(async () => {
		const { db } = app();
		const { scope, today } = locals;
		const all = await listDue(db, scope);
		const last = addDays(today, DAYS - 1);
		const due = all.filter((d) => d.on <= last);
		const roleIn = new Map(scope.memberships.map((m) => [m.yardId, m.role] as const));
		const roles = new Set(roleIn.values());
		return {
			today,
			days: Array.from({ length: DAYS }, (_, i) => addDays(today, i)),
			due: due.map((d) => ({
				...d,
				mayMove: yardMay(scope, d.yardId, 'record') && d.verdict !== 'stop'
			})),
			/** Whoever is to be called, and for which horses: that waits for no day. */
			calls: (['call-vet', 'call-fitter'] as const).flatMap((step) => {
				const horses = all.filter((d) => d.step === step).map(({ horseId, horse }) => ({ horseId, horse }));
				return horses.length > 0 ? [{ step, horses }] : [];
			}),
			later: all.length - due.length,
			tasks: tasksInOrder(await listOpenTasks(db, scope), roles.size === 1 ? [...roles][0] : undefined)
		};
	});

export const actions: Actions = {
	/** A horse of the round is put on another day, or skipped. */
	move: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const { horse, ...answer } = parseFields(form, diarySchemas.move);
			await putDueAnswer(app().db, locals.scope, horse, answer, locals.today);
			return { done: 'moved' as const };
		}),
	taskDone: ({ request, locals }) =>
		answerForm(request, async (form) => {
			const { id, ...how } = parseFields(form, diarySchemas.taskDone);
			await setTaskDone(app().db, locals.scope, id, how);
			return { done: 'task-done' as const };
		})
};
