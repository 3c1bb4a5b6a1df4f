import { error, json } from '@sveltejs/kit';
import { CoreError } from '../../../core/errors/index.js';
import { errorSentence } from '../../../words/index.js';
import { failureOf } from '../db/index.js';

const STATUS: Readonly<Record<string, number>> = {
	'not-found': 404,
	'read-only': 403,
	'foreign-origin': 403,
	'not-signed-in': 401,
	'changed-meanwhile': 409,
	'visit-deleted': 409,
	'visit-moved': 409,
	'clock-off': 409,
	'other-person': 409,
	'fit-mark-there': 409,
	'last-owner': 409,
	'invitation-taken': 409,
	'invitation-over': 410,
	'report-over': 410,
	'report-unknown': 404,
	'invitation-unknown': 404,
	'invitation-other-address': 403,
	'fit-mark-unconfirmed': 409,
	'too-many-tries': 429,
	'registration-closed': 403,
	'registration-invited': 403,
	'no-yard': 404,
	'too-large': 413,
	'too-many-parts': 413,
	busy: 503,
	'judging-too-slow': 503,
	'database-away': 503
};
const RETRY_SECONDS = '5';

/** HTTP status of a code; anything a person can mend is 400. */
export const statusOf = (code: string): number => STATUS[code] ?? 400;

/** The CoreError an unexpected-looking error stands for, if it is one that a person can mend or wait for. */
export function refusalOf(e: unknown): CoreError | undefined {
	if (e instanceof CoreError) return e;
	const failure = failureOf(e);
	if (failure === 'away') return new CoreError('database-away');
	if (failure === 'busy') return new CoreError('busy');
	if (failure === 'refused')
		return new CoreError('bad-input', { detail: 'Some of this cannot be stored together. Check it and try again.' });
	return undefined;
}

/** A refusal as JSON, with when to try again where waiting helps. */
export function refusalJson(refusal: CoreError): Response {
	const status = statusOf(refusal.code);
	return json(
		{ code: refusal.code, message: errorSentence(refusal) },
		{ status, ...(status === 503 ? { headers: { 'retry-after': RETRY_SECONDS } } : {}) }
	);
}

/** A refusal as a plain page, for when no page of ours can be made. */
export const refusalPage = (refusal: CoreError): Response =>
	new Response(
		`<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Zone Tally</title><body style="font:18px/1.5 Georgia,serif;max-width:34rem;margin:4rem auto;padding:0 1rem"><h1>Not now</h1><p>${errorSentence(refusal)}</p><p><a href="">Try again</a></p>`,
		{
			status: statusOf(refusal.code),
			headers: { 'content-type': 'text/html; charset=utf-8', 'retry-after': RETRY_SECONDS, 'cache-control': 'no-store' }
		}
	);

/** Runs an endpoint's work: its value as JSON, refusals as `{code, message}` with their status. */
export async function answerJson(work: () => Promise<unknown>): Promise<Response> {
	try {
		return json((await work()) ?? { ok: true });
	} catch (e) {
		const refusal = refusalOf(e);
		if (!refusal) throw e;
		return refusalJson(refusal);
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
