import { fail, type ActionFailure } from '@sveltejs/kit';
import { errorSentence } from '../../../words/index.js';
import { refusalOf, statusOf } from './answer.js';
import { readForm } from './body.js';

export type FormRefusal = ActionFailure<{ code: string; message: string; typed: Record<string, string> }>;

/** Runs a form's work on its bounded fields; a refusal comes back to the form as its message, with what was typed. */
export async function answerForm<T>(
	request: Request,
	work: (form: URLSearchParams) => Promise<T>
): Promise<T | FormRefusal> {
	let form = new URLSearchParams();
	try {
		form = await readForm(request);
		return await work(form);
	} catch (e) {
		const refusal = refusalOf(e);
		if (!refusal) throw e;
		const typed = Object.fromEntries([...form].map(([k, v]) => [k, v.slice(0, 500)]));
		return fail(statusOf(refusal.code), { code: refusal.code, message: errorSentence(refusal), typed });
	}
}
