import type { DraftVisit } from './draft.js';

export type SendResult = { readonly status: 'saved' } | { readonly status: 'refused'; readonly message: string };

const UNREACHED = 'No connection. The visit is kept on this device; send it again when there is one.';

async function call(url: string, method: string, body?: BodyInit, type?: string): Promise<SendResult> {
	try {
		const response = await fetch(url, {
			method,
			...(body ? { body } : {}),
			...(type ? { headers: { 'content-type': type } } : {})
		});
		if (response.ok) return { status: 'saved' };
		const answer = (await response.json().catch(() => ({}))) as { message?: string };
		return {
			status: 'refused',
			message: answer.message ?? 'The server could not take it. It is kept on this device; try again.'
		};
	} catch {
		return { status: 'refused', message: UNREACHED };
	}
}

function bodyOf(horseId: string, draft: DraftVisit): string {
	const tracings = draft.tracings.map((t) => ({ ...t, operator: '', quality: null }));
	return JSON.stringify({ id: draft.id, horseId, visitedOn: draft.visitedOn, note: draft.note, tracings });
}

/** Sends a visit as it now is; sending the same one again changes nothing. */
export const sendVisit = (horseId: string, draft: DraftVisit): Promise<SendResult> =>
	call(`/api/visits/${draft.id}`, 'PUT', bodyOf(horseId, draft), 'application/json');

/** Adds tracings to a visit that may be there already; sending them again changes nothing. */
export const sendTracings = (horseId: string, draft: DraftVisit): Promise<SendResult> =>
	call(`/api/visits/${draft.id}/tracings`, 'POST', bodyOf(horseId, draft), 'application/json');

/** Takes a visit back, or puts it in again. */
export const undoVisit = (id: string): Promise<SendResult> => call(`/api/visits/${id}`, 'DELETE');
export const redoVisit = (id: string): Promise<SendResult> => call(`/api/visits/${id}`, 'POST');

/** Keeps a picture of a sheet with its visit. */
export const sendPhoto = (id: string, visitId: string, bytes: ArrayBuffer, mediaType: string): Promise<SendResult> =>
	call(`/api/photos/${id}?visit=${visitId}&kind=sheet`, 'PUT', bytes, mediaType);
