import { fail, type ActionFailure } from '@sveltejs/kit';
import { errorSentence } from '../../../words/index.js';
import { refusalOf, statusOf } from './answer.js';

/** Runs a form's work; a refusal comes back to the form as its message, with what was typed. */
export async function answerForm<T>(
	form: FormData,
	work: () => Promise<T>
): Promise<T | ActionFailure<{ message: string; typed: Record<string, string> }>> {
	try {
		return await work();
	} catch (e) {
		const refusal = refusalOf(e);
		if (!refusal) throw e;
		const typed = Object.fromEntries(
			[...form].flatMap(([k, v]) => (typeof v === 'string' ? [[k, v.slice(0, 500)]] : []))
		);
		return fail(statusOf(refusal.code), { message: errorSentence(refusal), typed });
	}
}
