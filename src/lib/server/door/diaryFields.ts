import Joi from 'joi';
import {
	DUE_ANSWERS,
	REMINDERS,
	TASK_FOR,
	type DueAnswer,
	type Reminders,
	type TaskFor
} from '../../../core/diary/index.js';
import { REPORT_PAPERS } from '../print/reportBlocks.js';
import { REPORT_FOR } from '../report/compose.js';
import { anyDay, id, line, newId, text } from './values.js';

interface AnsweredDue {
	id: string;
	dueOn: string;
	answer: DueAnswer;
	until: string | null;
	reason: string;
}
const answered = {
	id: newId,
	dueOn: anyDay.required(),
	answer: Joi.string()
		.valid(...DUE_ANSWERS)
		.required(),
	until: anyDay.empty('').default(null),
	reason: text(300)
};

/** What comes in about dates, tasks, reports and how a person wants things told. */
export const diarySchemas = {
	report: Joi.object<{ horse: string; pairing: string; whom: string; paper: string }>({
		horse: id.required(),
		pairing: id.required(),
		whom: Joi.string()
			.valid(...REPORT_FOR)
			.required(),
		paper: Joi.string()
			.valid(...Object.keys(REPORT_PAPERS))
			.default('a4')
	}),
	dueAnswer: Joi.object<AnsweredDue>(answered),
	move: Joi.object<AnsweredDue & { horse: string }>({ ...answered, horse: id.required() }),
	compare: Joi.object<{ a?: string; b?: string }>({ a: id.empty(''), b: id.empty('') }).unknown(true),
	one: Joi.object<{ id: string }>({ id: id.required() }),
	task: Joi.object<{ id: string; askedOf: TaskFor; what: string; byOn: string | null }>({
		id: newId,
		askedOf: Joi.string()
			.valid(...TASK_FOR)
			.required(),
		what: line(300).min(1).required(),
		byOn: anyDay.empty('').default(null)
	}),
	taskDone: Joi.object<{ id: string; done: boolean; doneWith: string }>({
		id: id.required(),
		done: Joi.boolean().truthy('yes').falsy('no').required(),
		doneWith: text(300)
	}),
	reminders: Joi.object<{ reminders: Reminders }>({
		reminders: Joi.string()
			.valid(...REMINDERS)
			.required()
	})
} as const;
