import type { KeptByStore, KeptEntry, KeptPhoto, KeptRide, KeptTracings, KeptVisit } from './kept.js';
import type { Store } from './store.js';
import { PERSON_HEADER } from '../../personHeader.js';

/** `other-person`: another tab of this browser has signed somebody else in; what is kept waits for its own person. */
export type SendState = 'sent' | 'offline' | 'signed-out' | 'other-person' | 'later';

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
		/** Ids that the server has stored: nothing else takes anything from the device. */
		readonly stored?: readonly string[];
		readonly refused?: readonly { readonly id: string; readonly message: string }[];
		readonly clockOffMs?: number;
		readonly code?: string;
		readonly message?: string;
	};
}

const CHUNK = 200;
const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);

async function ask(sender: Sender, url: string, method: string, body: BodyInit, type: string): Promise<Answer> {
	const response = await sender.fetch(url, {
		method,
		body,
		headers: { 'content-type': type, [PERSON_HEADER]: sender.personId }
	});
	return { status: response.status, body: (await response.json().catch(() => ({}))) as Answer['body'] };
}

/**
 * What an answer means for the rest of the queue; undefined when this one thing was stored or refused for good. An
 * answer that is not ours (the sign-in page of a network, a proxy) says nothing: it is as if there were no connection.
 */
function stopFor({ status, body }: Answer): SendState | undefined {
	if (status === 401) return 'signed-out';
	if (body.code === 'other-person') return 'other-person';
	if (status === 429 || status >= 500) return 'later';
	const ours = status === 200 ? Array.isArray(body.stored) : typeof body.code === 'string';
	return ours ? undefined : 'offline';
}

const REFUSED = 'The server did not accept it.';

async function markEntries(store: Store, entries: readonly KeptEntry[], { status, body }: Answer): Promise<void> {
	const refused = new Map(body.refused?.map((r) => [r.id, r.message]));
	const stored = new Set(body.stored);
	for (const e of entries) {
		const why = status === 200 ? refused.get(e.id) : (body.message ?? REFUSED);
		if (why !== undefined) await store.put('entries', { ...e, mark: 'refused', why });
		else if (stored.has(e.id)) await store.put('entries', { ...e, mark: 'sent' });
	}
}

/** Sends a person's taps of a visit; `refused` where the server would not take the visit as a whole. */
async function sendTaps(sender: Sender, visit: KeptVisit, clock: { offMs: number }): Promise<SendState | 'refused'> {
	const { store } = sender;
	const waiting = store
		.all('entries')
		.filter((e) => e.visitId === visit.id && e.personId === sender.personId && e.mark === 'waiting')
		.sort(byId);
	for (let i = 0; i < waiting.length; i += CHUNK) {
		const chunk = waiting.slice(i, i + CHUNK);
		const body = JSON.stringify({
			horseId: visit.horseId,
			visitedOn: visit.visitedOn,
			device: sender.device,
			sentAt: sender.now().toISOString(),
			entries: chunk.map(({ id, field, value, replaces, answers, madeAt }) => ({
				id,
				field,
				value,
				replaces,
				...(answers ? { answers } : {}),
				madeAt
			}))
		});
		const answer = await ask(sender, `/api/visits/${visit.id}/entries`, 'POST', body, 'application/json');
		const stop = stopFor(answer);
		if (stop) return stop;
		clock.offMs = answer.body.clockOffMs ?? clock.offMs;
		await markEntries(store, chunk, answer);
		if (answer.status !== 200) {
			await store.put('visits', { ...visit, why: answer.body.message ?? REFUSED });
			return 'refused';
		}
	}
	if (visit.why !== undefined) {
		const { why: _, ...rest } = visit;
		await store.put('visits', rest);
	}
	return 'sent';
}

type Single = 'photos' | 'rides' | 'tracings';

/** One thing that is sent whole: it leaves the device when the server says that it has stored it. */
async function sendOne<N extends Single>(
	sender: Sender,
	name: N,
	item: KeptByStore[N],
	request: { url: string; method: string; body: BodyInit; type: string }
): Promise<SendState> {
	const answer = await ask(sender, request.url, request.method, request.body, request.type);
	const stop = stopFor(answer);
	if (stop) return stop;
	if (answer.status !== 200)
		await sender.store.put(name, { ...item, mark: 'refused', why: answer.body.message ?? REFUSED });
	else if (answer.body.stored?.includes(item.id)) await sender.store.drop(name, item.id);
	else return 'offline';
	return 'sent';
}

const JSON_TYPE = 'application/json';

const sendPhoto = (sender: Sender, photo: KeptPhoto): Promise<SendState> =>
	sendOne(sender, 'photos', photo, {
		url: `/api/photos/${photo.id}?visit=${photo.visitId}&kind=${photo.kind}`,
		method: 'PUT',
		body: photo.bytes,
		type: photo.mediaType
	});

const sendRide = (sender: Sender, ride: KeptRide): Promise<SendState> =>
	sendOne(sender, 'rides', ride, {
		url: `/api/rides/${ride.id}`,
		method: 'PUT',
		body: JSON.stringify(ride.body),
		type: JSON_TYPE
	});

/** A visit that stands on the server is written whole from the version it started from; to any other tracings are added. */
function sendTracings(sender: Sender, { horseId, draft, ...item }: KeptTracings): Promise<SendState> {
	const { version, ...fresh } = draft;
	const whole = version !== undefined;
	return sendOne(
		sender,
		'tracings',
		{ horseId, draft, ...item },
		{
			url: `/api/visits/${draft.id}${whole ? '' : '/tracings'}`,
			method: whole ? 'PUT' : 'POST',
			body: JSON.stringify({ horseId, ...(whole ? draft : fresh) }),
			type: JSON_TYPE
		}
	);
}

/**
 * Sends a person's own things, in order: each visit's taps, its tracings and its photos, then what belongs to other
 * visits, then rides. Everything carries its own id, so that sending twice changes nothing. Stops at the first thing
 * that cannot be sent now; what is refused for good is marked with the reason and kept.
 */
export async function sendWaiting(sender: Sender): Promise<SendOutcome> {
	const { store, personId } = sender;
	const clock = { offMs: 0 };
	const done = (state: SendState): SendOutcome => ({ state, clockOffMs: clock.offMs });
	const waiting = <N extends Single>(name: N): KeptByStore[N][] =>
		(store.all(name) as KeptByStore[N][]).filter((x) => x.personId === personId && x.mark === 'waiting').sort(byId);
	const visits = [...store.all('visits')].sort(byId);
	const walked = new Set(visits.map((v) => v.id));
	const partsOf = async (belongs: (visitId: string) => boolean): Promise<SendState> => {
		for (const t of waiting('tracings').filter((x) => belongs(x.draft.id))) {
			const state = await sendTracings(sender, t);
			if (state !== 'sent') return state;
		}
		for (const p of waiting('photos').filter((x) => belongs(x.visitId))) {
			const state = await sendPhoto(sender, p);
			if (state !== 'sent') return state;
		}
		return 'sent';
	};
	try {
		for (const visit of visits) {
			const taps = await sendTaps(sender, visit, clock);
			// Without its visit nothing of it can be stored: it waits until the visit was put right.
			if (taps === 'refused') continue;
			const state = taps === 'sent' ? await partsOf((id) => id === visit.id) : taps;
			if (state !== 'sent') return done(state);
		}
		// Sheets and tracings of visits that are not walked on this device.
		const others = await partsOf((id) => !walked.has(id));
		if (others !== 'sent') return done(others);
		for (const ride of waiting('rides')) {
			const state = await sendRide(sender, ride);
			if (state !== 'sent') return done(state);
		}
		return done('sent');
	} catch {
		return done('offline');
	}
}

export interface Waiting {
	readonly taps: number;
	readonly tracings: number;
	readonly photos: number;
	readonly rides: number;
	readonly refused: readonly string[];
	/** Things of another person on this device, who must sign in to send them. */
	readonly foreign: number;
}

const tracingsIn = (t: KeptTracings): number => Math.max(1, t.draft.tracings.length);

/** What is not on the server yet. */
export function countWaiting(store: Store, personId: string): Waiting {
	const kept = [...store.all('entries'), ...store.all('photos'), ...store.all('rides'), ...store.all('tracings')];
	const all = kept.filter((x) => x.mark !== 'sent');
	const mine = all.filter((x) => x.personId === personId);
	const mineOf = <N extends 'entries' | Single>(name: N): KeptByStore[N][] =>
		(store.all(name) as KeptByStore[N][]).filter((x) => x.personId === personId && x.mark === 'waiting');
	return {
		taps: mineOf('entries').length,
		tracings: mineOf('tracings').reduce((n, t) => n + tracingsIn(t), 0),
		photos: mineOf('photos').length,
		rides: mineOf('rides').length,
		refused: [...new Set(mine.flatMap((x) => (x.mark === 'refused' ? [x.why ?? ''] : [])))],
		foreign: all.length - mine.length
	};
}

export const unsentCount = (w: Waiting): number => w.taps + w.tracings + w.photos + w.rides;

/** Removes what a person's device keeps of things that the server has; what is not sent yet stays for them. */
export async function forgetSent(store: Store, belongs: (personId: string) => boolean): Promise<void> {
	for (const e of store.all('entries')) if (belongs(e.personId) && e.mark === 'sent') await store.drop('entries', e.id);
	const needed = new Set([
		...store.all('entries').map((e) => e.visitId),
		...store.all('photos').map((p) => p.visitId),
		...store.all('tracings').map((t) => t.draft.id)
	]);
	for (const v of store.all('visits')) if (belongs(v.personId) && !needed.has(v.id)) await store.drop('visits', v.id);
}
