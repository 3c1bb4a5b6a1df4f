import type { KeptEntry, KeptPhoto, KeptRide, KeptVisit } from './kept.js';
import type { Store } from './store.js';

export type SendState = 'sent' | 'offline' | 'signed-out' | 'later';

export interface SendOutcome {
	readonly state: SendState;
	/** How far this device's clock is behind the server's, ms; 0 when it agrees. */
	readonly clockOffMs: number;
}

export interface Sender {
	readonly store: Store;
	readonly personId: string;
	readonly device: string;
	readonly fetch: typeof fetch;
	readonly now: () => Date;
}

interface Answer {
	readonly status: number;
	readonly body: {
		readonly stored?: readonly string[];
		readonly refused?: readonly { readonly id: string; readonly message: string }[];
		readonly clockOffMs?: number;
		readonly message?: string;
	};
}

const CHUNK = 200;
const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);

async function ask(sender: Sender, url: string, method: string, body: BodyInit, type: string): Promise<Answer> {
	const response = await sender.fetch(url, { method, body, headers: { 'content-type': type } });
	return { status: response.status, body: (await response.json().catch(() => ({}))) as Answer['body'] };
}

/** What an answer means for the rest of the queue; undefined when this one thing was taken or refused for good. */
function stopFor({ status }: Answer): SendState | undefined {
	if (status === 401) return 'signed-out';
	return status === 429 || status >= 500 ? 'later' : undefined;
}

async function markEntries(store: Store, entries: readonly KeptEntry[], { status, body }: Answer): Promise<void> {
	const refused = new Map(body.refused?.map((r) => [r.id, r.message]));
	const stored = new Set(body.stored);
	for (const e of entries) {
		const why = status === 200 ? refused.get(e.id) : (body.message ?? 'The server would not take it.');
		if (why !== undefined) await store.put('entries', { ...e, mark: 'refused', why });
		else if (stored.has(e.id)) await store.put('entries', { ...e, mark: 'sent' });
	}
}

async function sendVisit(sender: Sender, visit: KeptVisit, clock: { offMs: number }): Promise<SendState> {
	const { store } = sender;
	const waiting = store
		.all('entries')
		.filter((e) => e.visitId === visit.id && e.mark === 'waiting')
		.sort(byId);
	for (let i = 0; i < waiting.length; i += CHUNK) {
		const chunk = waiting.slice(i, i + CHUNK);
		const body = JSON.stringify({
			horseId: visit.horseId,
			visitedOn: visit.visitedOn,
			device: sender.device,
			sentAt: sender.now().toISOString(),
			entries: chunk.map(({ id, field, value, replaces, madeAt }) => ({ id, field, value, replaces, madeAt }))
		});
		const answer = await ask(sender, `/api/visits/${visit.id}/entries`, 'POST', body, 'application/json');
		const stop = stopFor(answer);
		if (stop) return stop;
		clock.offMs = answer.body.clockOffMs ?? clock.offMs;
		await markEntries(store, chunk, answer);
		if (answer.status !== 200) await store.put('visits', { ...visit, why: answer.body.message ?? '' });
	}
	return 'sent';
}

async function sendPhoto(sender: Sender, photo: KeptPhoto): Promise<SendState> {
	const url = `/api/photos/${photo.id}?visit=${photo.visitId}&kind=${photo.kind}`;
	const answer = await ask(sender, url, 'PUT', photo.bytes, photo.mediaType);
	const stop = stopFor(answer);
	if (stop) return stop;
	if (answer.status === 200) await sender.store.drop('photos', photo.id);
	else await sender.store.put('photos', { ...photo, mark: 'refused', why: answer.body.message ?? '' });
	return 'sent';
}

async function sendRide(sender: Sender, ride: KeptRide): Promise<SendState> {
	const url = `/api/rides/${ride.id}`;
	const answer = await ask(sender, url, 'PUT', JSON.stringify(ride.body), 'application/json');
	const stop = stopFor(answer);
	if (stop) return stop;
	if (answer.status === 200) await sender.store.drop('rides', ride.id);
	else await sender.store.put('rides', { ...ride, mark: 'refused', why: answer.body.message ?? '' });
	return 'sent';
}

/**
 * Sends what waits, in order: each visit's taps, then its photos, then rides. Everything carries its
 * own id, so that sending twice changes nothing. Stops at the first thing that cannot be sent now;
 * what is refused for good is marked with the reason and kept.
 */
export async function sendWaiting(sender: Sender): Promise<SendOutcome> {
	const { store, personId } = sender;
	const mine = <T extends { personId: string }>(list: readonly T[]) => list.filter((x) => x.personId === personId);
	const clock = { offMs: 0 };
	const done = (state: SendState): SendOutcome => ({ state, clockOffMs: clock.offMs });
	const jobs: (() => Promise<SendState>)[] = [];
	for (const visit of mine(store.all('visits')).sort(byId)) {
		jobs.push(() => sendVisit(sender, visit, clock));
		for (const photo of mine(store.all('photos')).sort(byId))
			if (photo.visitId === visit.id && photo.mark === 'waiting') jobs.push(() => sendPhoto(sender, photo));
	}
	// Sheets belong to visits that were written whole and are not walked on this device.
	const walked = new Set(store.all('visits').map((v) => v.id));
	for (const photo of mine(store.all('photos')).sort(byId))
		if (!walked.has(photo.visitId) && photo.mark === 'waiting') jobs.push(() => sendPhoto(sender, photo));
	for (const ride of mine(store.all('rides')).sort(byId))
		if (ride.mark === 'waiting') jobs.push(() => sendRide(sender, ride));
	try {
		for (const job of jobs) {
			const state = await job();
			if (state !== 'sent') return done(state);
		}
		return done('sent');
	} catch {
		return done('offline');
	}
}

export interface Waiting {
	readonly taps: number;
	readonly photos: number;
	readonly rides: number;
	readonly refused: readonly string[];
	/** Kept here for somebody else, who must sign in to send it. */
	readonly foreign: number;
}

/** What is not on the server yet. */
export function countWaiting(store: Store, personId: string): Waiting {
	const all = [...store.all('entries'), ...store.all('photos'), ...store.all('rides')].filter((x) => x.mark !== 'sent');
	const mine = all.filter((x) => x.personId === personId);
	const count = (name: 'entries' | 'photos' | 'rides') =>
		store.all(name).filter((x) => x.personId === personId && x.mark === 'waiting').length;
	return {
		taps: count('entries'),
		photos: count('photos'),
		rides: count('rides'),
		refused: [...new Set(mine.flatMap((x) => (x.mark === 'refused' ? [x.why ?? ''] : [])))],
		foreign: all.length - mine.length
	};
}
