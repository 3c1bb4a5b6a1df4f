import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { database } from './database.js';
import type { Ask, Place } from './rolePlace.js';

const get =
	(where: (p: Place) => string): Ask =>
	(c, p) =>
		c.get(where(p));

/** An answer to a date that does not stand: who may give one is told that it moved. */
const skipped = () => ({ id: uuidv7(), dueOn: '2020-01-01', answer: 'skipped', reason: 'a holiday' });
const told = async (asked: Promise<Response>): Promise<Response> => {
	const answer = await asked;
	return answer.status === 409 ? new Response(null, { status: 200 }) : answer;
};
async function putOff({ yardId, horseId }: Place): Promise<string> {
	const id = uuidv7();
	await database().db.insert(tables.dueAnswer).values({
		id,
		yardId,
		horseId,
		dueOn: '2020-01-01',
		answer: 'skipped',
		reason: '',
		undoneAt: new Date()
	});
	return id;
}
/** Something that another person asked of the owner. */
async function asked({ yardId, horseId, extra }: Place): Promise<string> {
	const id = uuidv7();
	await database()
		.db.insert(tables.task)
		.values({ id, yardId, horseId, askedOf: 'owner', what: 'rest it', madeBy: extra.id });
	return id;
}

/** Dates, tasks, what is made behind, keys: who is let in, as in `ROLE_TABLE`. */
export const DIARY_ROLES: Readonly<Record<string, readonly [letters: string, ask: Ask]>> = {
	'/account ?measures': [
		'OBFVWAGS',
		(c) => c.post('/account?/measures', { length: 'mm', weight: 'kg', days: 'day-month' })
	],
	'/account ?reminders': ['OBFVWAGS', (c) => c.post('/account?/reminders', { reminders: 'off' })],
	'/account ?forgetKey': [
		'OBFVWAGS',
		async (c) => {
			// Nobody has such a key: each is let in and told.
			const answer = await c.post('/account?/forgetKey', { id: uuidv7() });
			return answer.status === 404 ? new Response(null, { status: 200 }) : answer;
		}
	],
	'/account/passkey GET': ['OBFVWAGS', get(() => '/account/passkey')],
	'/account/passkey POST': [
		'OBFVWAGS',
		async (c) => {
			const answer = await c.post('/account/passkey', { name: 'phone', answer: '{}' });
			return answer.status === 400 ? new Response(null, { status: 200 }) : answer;
		}
	],
	// The place's keeper alone: jobs and people.test.
	'/keeper': ['', get(() => '/keeper')],
	'/keeper ?judge': ['', (c) => c.post('/keeper?/judge', {})],
	'/keeper ?stop': ['', (c) => c.post('/keeper?/stop', {})],
	'/compare': ['OBFVWAG', get((p) => `/compare?a=${p.horseId}`)],
	'/round': ['OBFVWAGS', get(() => '/round')],
	'/round ?move': ['OBFA', (c, p) => told(c.post('/round?/move', { ...skipped(), horse: p.horseId }))],
	'/round ?taskDone': ['OBFVA', async (c, p) => c.post('/round?/taskDone', { id: await asked(p), done: 'yes' })],
	'/horses/[horse] ?removeEntry': [
		'OB',
		async (c, { horseId, visitId, extra }) => {
			const entry = uuidv7();
			await database()
				.db.insert(tables.visitEntry)
				.values({
					id: entry,
					visitId,
					field: 'decide/nextOn',
					value: { v: '2026-13-45' },
					replaces: [],
					device: extra.id,
					madeAt: new Date('2026-03-14T09:00Z')
				});
			return c.post(`/horses/${horseId}?/removeEntry`, { visit: visitId, entry });
		}
	],
	'/horses/[horse] ?due': ['OBFA', (c, p) => told(c.post(`/horses/${p.horseId}?/due`, skipped()))],
	'/horses/[horse] ?undue': ['OBFA', async (c, p) => c.post(`/horses/${p.horseId}?/undue`, { id: await putOff(p) })],
	'/horses/[horse] ?task': [
		'OBFVA',
		(c, p) => c.post(`/horses/${p.horseId}?/task`, { id: uuidv7(), askedOf: 'owner', what: 'rest it', byOn: '' })
	],
	'/horses/[horse] ?taskDone': [
		'OBFVA',
		async (c, p) => c.post(`/horses/${p.horseId}?/taskDone`, { id: await asked(p), done: 'yes' })
	],
	'/horses/[horse] ?taskUndo': ['OB', async (c, p) => c.post(`/horses/${p.horseId}?/taskUndo`, { id: await asked(p) })],
	'/api/jobs/[job] PUT': [
		'OBFVWAG',
		async (c, p) => {
			const answer = await c.send('PUT', `/api/jobs/${uuidv7()}?horse=${p.horseId}&pairing=${p.pairingId}&whom=owner`);
			// A person has no more than so many made at once: let in, and told.
			return answer.status === 400 ? new Response(null, { status: 200 }) : answer;
		}
	],
	// One's own, whoever one is; another's is in jobs.test.
	'/api/jobs/[job] GET': ['', get(() => `/api/jobs/${uuidv7()}`)],
	'/api/jobs/[job] DELETE': ['', (c) => c.send('DELETE', `/api/jobs/${uuidv7()}`)],
	'/api/jobs/[job]/file GET': ['', get(() => `/api/jobs/${uuidv7()}/file`)]
};
