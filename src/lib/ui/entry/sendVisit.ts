import { v7 as uuidv7 } from 'uuid';
import { shrinkPhoto } from '../offline/shrinkPhoto.js';
import { PERSON_HEADER } from '../../personHeader.js';
import type { Safety } from '../offline/store.js';
import { sync } from '../offline/sync.svelte.js';
import type { DraftVisit } from './draft.js';

export type SendResult =
	| {
			readonly status: 'saved';
			/** `known`: the horse has all of it already and nothing was written. */
			readonly outcome?: 'made' | 'changed' | 'unchanged' | 'known';
			/** Tracings that were left out because the horse has the very same ones. */
			readonly known?: number;
	  }
	| { readonly status: 'refused'; readonly message: string; readonly code?: string }
	/** No answer of ours came: without a connection, or from a network that wants a sign-in first. */
	| { readonly status: 'unreached'; readonly message: string };

const UNREACHED = 'No connection. It is kept on this device and is sent when there is one.';

async function call(url: string, method: string, body?: unknown): Promise<SendResult> {
	try {
		const response = await fetch(url, {
			method,
			headers: {
				[PERSON_HEADER]: sync.personId,
				...(body === undefined ? {} : { 'content-type': 'application/json' })
			},
			...(body === undefined ? {} : { body: JSON.stringify(body) })
		});
		const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
		if (response.ok)
			return answer['ok'] === true || Array.isArray(answer['stored'])
				? { ...answer, status: 'saved' }
				: { status: 'unreached', message: UNREACHED };
		return {
			status: 'refused',
			message: String(answer['message'] ?? 'The server could not take it. It is kept on this device; try again.'),
			...(typeof answer['code'] === 'string' ? { code: answer['code'] } : {})
		};
	} catch {
		return { status: 'unreached', message: UNREACHED };
	}
}

/** Sends a visit as it now is; sending the same one again changes nothing. */
export const sendVisit = (horseId: string, draft: DraftVisit): Promise<SendResult> =>
	call(`/api/visits/${draft.id}`, 'PUT', { horseId, ...draft });

/** Adds tracings to a visit that may be there already; sending them again changes nothing. */
export const sendTracings = (horseId: string, { version: _, ...draft }: DraftVisit): Promise<SendResult> =>
	call(`/api/visits/${draft.id}/tracings`, 'POST', { horseId, ...draft });

/** Takes a visit back, or puts it in again. */
export const undoVisit = (id: string): Promise<SendResult> => call(`/api/visits/${id}`, 'DELETE');
export const redoVisit = (id: string): Promise<SendResult> => call(`/api/visits/${id}`, 'POST');
export interface EarlierVisit {
	readonly version: number;
	readonly visitedOn: string;
	readonly note: string;
	readonly tracings: Readonly<Record<string, number>>;
	readonly replacedBy: string | null;
	readonly replacedAt: string;
}

/** Earlier versions of a visit, newest first; throws where there is no connection. */
export async function listEarlier(id: string): Promise<readonly EarlierVisit[]> {
	const answer = await fetch(`/api/visits/${id}/earlier`);
	if (!answer.ok) throw new Error(`answered ${answer.status}`);
	return (await answer.json()) as readonly EarlierVisit[];
}

/** Puts an earlier version in the place of the one that stands. */
export const restoreVisit = (id: string, version: number, from: number): Promise<SendResult> =>
	call(`/api/visits/${id}/earlier`, 'POST', { version, from });

export const moveVisit = (id: string, horseId: string): Promise<SendResult> =>
	call(`/api/visits/${id}/horse`, 'PUT', { horseId });
export const redoRide = (id: string): Promise<SendResult> => call(`/api/rides/${id}`, 'POST');

/** Puts a visit's tracings into the device's outbox, from where they go on by themselves; says whether they are safe there. */
export async function queueTracings(horseId: string, horseName: string, draft: DraftVisit): Promise<Safety> {
	const store = await sync.store();
	const safety = await store.put('tracings', {
		id: draft.id,
		horseId,
		horseName,
		draft,
		personId: sync.personId,
		mark: 'waiting'
	});
	await sync.count();
	return safety;
}

/** What waited of a visit was saved another way. */
export async function forgetQueued(visitId: string): Promise<void> {
	await (await sync.store()).drop('tracings', visitId);
	await sync.count();
}

/** Sheets are kept as large as they were taken, within reason. */
const ORIGINAL_PX = 4600;

/** Puts pictures of sheets into the device's outbox, from where they go on until the server has them; names those that cannot be opened. */
export async function queueSheets(visitId: string, files: readonly File[]): Promise<string[]> {
	const store = await sync.store();
	const refused: string[] = [];
	for (const file of files) {
		// Upright and without what the camera wrote into it, the place above all.
		const photo = await shrinkPhoto(file, ORIGINAL_PX);
		if (photo.status === 'refused') refused.push(photo.message);
		else
			await store.put('photos', {
				id: uuidv7(),
				visitId,
				kind: 'sheet',
				mediaType: photo.mediaType,
				bytes: photo.bytes,
				personId: sync.personId,
				mark: 'waiting'
			});
	}
	await sync.count();
	void sync.send();
	return refused;
}
