import { error, json } from '@sveltejs/kit';
import { CoreError } from '../../../core/errors/index.js';
import { errorSentence } from '../../../words/index.js';

const STATUS: Readonly<Record<string, number>> = {
	'not-found': 404,
	'read-only': 403,
	'not-signed-in': 401,
	'changed-meanwhile': 409,
	'too-large': 413
};

/** HTTP status of a code; anything a person can mend is 400. */
export const statusOf = (code: string): number => STATUS[code] ?? 400;

interface DatabaseRefusal {
	readonly code: string;
}

/** Constraint and data refusals by SQLSTATE class (22 data, 23 integrity): the input's fault, not the server's. */
function isDatabaseRefusal(e: unknown): e is DatabaseRefusal {
	const cause = e instanceof Error && e.cause !== undefined ? e.cause : e;
	return typeof cause === 'object' && cause !== null && 'code' in cause && /^(22|23)/.test(String(cause.code));
}

/** The CoreError an unexpected-looking error stands for, if it is one that a person can mend. */
export function refusalOf(e: unknown): CoreError | undefined {
	if (e instanceof CoreError) return e;
	if (isDatabaseRefusal(e))
		return new CoreError('bad-input', { detail: 'Some of this cannot be stored together. Check it and try again.' });
	return undefined;
}

/** Runs an endpoint's work: its value as JSON, refusals as `{code, message}` with their status. */
export async function answerJson(work: () => Promise<unknown>): Promise<Response> {
	try {
		return json((await work()) ?? { ok: true });
	} catch (e) {
		const refusal = refusalOf(e);
		if (!refusal) throw e;
		return json({ code: refusal.code, message: errorSentence(refusal) }, { status: statusOf(refusal.code) });
	}
}

/** Runs a page's work: refusals become the error page with their status. */
export async function answerPage<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (e) {
		const refusal = refusalOf(e);
		if (!refusal) throw e;
		error(statusOf(refusal.code), { message: errorSentence(refusal), code: refusal.code });
	}
}
