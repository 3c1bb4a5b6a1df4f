import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { Client } from './client.js';
import { database } from './database.js';
import { putPhoto } from './photos.js';
import type { Ask, Place } from './rolePlace.js';
import { DIARY_ROLES } from './roleTableDiary.js';
import { batchBody, noteBody, rideBody, visitBody } from './visits.js';

export type { Place } from './rolePlace.js';

const get =
	(where: (p: Place) => string): Ask =>
	(c, p) =>
		c.get(where(p));
const horsePage = (rest: string): Ask => get((p) => `/horses/${p.horseId}${rest}`);
let [visits, writes] = [0, 0];
export const ownVisit = async (c: Client, p: Place): Promise<{ id: string; answer: Response }> => {
	// The same lines on one day would be the same sheets read twice.
	const body = visitBody(p.horseId, `2026-04-${String(++visits).padStart(2, '0')}`);
	return { id: body.id, answer: await c.send('PUT', `/api/visits/${body.id}`, body) };
};

/** A report link that somebody outside has answered. */
async function answered({ yardId, horseId, pairingId }: Place): Promise<string> {
	const id = uuidv7();
	await database()
		.db.insert(tables.reportLink)
		.values({
			id,
			yardId,
			horseId,
			pairingId,
			tokenHash: id,
			expiresAt: new Date(Date.now() + 86_400_000),
			answer: 'fits',
			answeredBy: 'Isolde Quay',
			answeredAt: new Date()
		});
	return id;
}

/** A visit of the owner's that belongs to the other horse. */
async function misfiled({ yardId, horseId }: Place): Promise<string> {
	const id = uuidv7();
	await database().db.insert(tables.visit).values({ id, yardId, horseId, visitedOn: '2026-02-01', contentHash: id });
	return id;
}

/** Something asked of the owner at the place's visit. */
async function askedRest({ visitId, extra }: Place): Promise<void> {
	await database()
		.db.insert(tables.visitEntry)
		.values({
			id: uuidv7(),
			visitId,
			field: 'treat/asked',
			value: { v: ['rest'] },
			replaces: [],
			device: extra.id,
			madeAt: new Date('2026-03-14T09:00Z')
		});
}

/** An arch in three places: a shape that gives bars. */
export function shapeBody(version: number) {
	const xMm = Array.from({ length: 29 }, (_, i) => 10 * i - 140);
	const section = { xMm, yMm: xMm.map((x) => (-x * x) / 160), channelMm: 65 };
	return { version, measures: { rockMm: 12, sections: { front: section, middle: section, rear: section } } };
}
async function shaped({ saddleId }: Place): Promise<void> {
	await database()
		.db.update(tables.saddle)
		.set({ measures: shapeBody(1).measures })
		.where(eq(tables.saddle.id, saddleId));
}

/** Who is let in, by route and method: `GET` of a page stands without a method of its own. */
export const ROLE_TABLE: Readonly<Record<string, readonly [allowed: string, ask: Ask]>> = {
	'/': ['OBFVW', get((p) => `/?yard=${p.yardId}`)],
	'/saddles': ['OBFVW', get((p) => `/saddles?yard=${p.yardId}`)],
	'/import': ['OBFVW', get((p) => `/import?yard=${p.yardId}`)],
	'/engine': ['OBFVWAGS', get(() => '/engine')],
	'/hands': ['OBFVWAGS', get(() => '/hands')],
	'/hands ?default': [
		'OBFVWAGS',
		(c) => c.post('/hands', { twoMm: '36', threeMm: '54', fourMm: '72', breadthMm: '85' })
	],
	'/account': ['OBFVWAGS', get(() => '/account')],
	'/account ?feed': ['OBFVWAGS', (c) => c.post('/account?/feed', {})],
	'/account ?endFeed': ['OBFVWAGS', (c) => c.post('/account?/endFeed', {})],
	...DIARY_ROLES,
	'/api/calendar.ics GET': ['OBFVWAGS', get(() => '/api/calendar.ics')],
	'/account ?name': ['OBFVWAGS', (c) => c.post('/account?/name', { name: 'Marram Quay' })],
	'/yards/new': ['OBFVWAGS', get(() => '/yards/new')],
	'/yards/new ?default': ['OBFVWAGS', (c) => c.post('/yards/new', { id: uuidv7(), name: 'Another yard' })],
	'/yards/[yard]': ['OBFVW', get((p) => `/yards/${p.yardId}`)],
	'/yards/[yard] ?rename': ['O', (c, p) => c.post(`/yards/${p.yardId}?/rename`, { name: 'Role yard' })],
	'/yards/[yard] ?role': ['O', (c, p) => c.post(`/yards/${p.yardId}?/role`, { person: p.extra.id, role: 'viewer' })],
	'/yards/[yard] ?remove': ['O', (c, p) => c.post(`/yards/${p.yardId}?/remove`, { person: p.extra.id })],
	'/yards/[yard] ?leave': ['O', (c, p) => c.post(`/yards/${p.yardId}?/leave`, { typed: 'Role yard' })],
	'/yards/[yard] ?keep': ['O', (c, p) => c.post(`/yards/${p.yardId}?/keep`, {})],
	'/account ?leave': [
		'OBFVWAGS',
		async (c) => {
			// Not what is to be typed: each is let in and told.
			const answer = await c.post('/account?/leave', { typed: 'not my address' });
			return answer.status === 400 ? new Response(null, { status: 200 }) : answer;
		}
	],
	'/account ?keep': ['OBFVWAGS', (c) => c.post('/account?/keep', {})],
	'/api/yards/[yard]/records.zip GET': ['O', get((p) => `/api/yards/${p.yardId}/records.zip`)],
	'/yards/[yard] ?invite': ['O', (c, p) => c.post(`/yards/${p.yardId}?/invite`, { id: uuidv7(), role: 'vet' })],
	'/yards/[yard] ?revoke': [
		'O',
		async (c, p) => {
			const id = uuidv7();
			const values = { id, yardId: p.yardId, role: 'vet' as const, tokenHash: id, expiresAt: new Date('2027-01-01') };
			await database().db.insert(tables.invitation).values(values);
			return c.post(`/yards/${p.yardId}?/revoke`, { id });
		}
	],
	'/horses/new': ['OBFVW', get((p) => `/horses/new?yard=${p.yardId}`)],
	'/horses/new ?default': [
		'OB',
		(c, p) => c.post('/horses/new', { id: uuidv7(), yardId: p.yardId, name: 'Glass Eel', about: '', bornYear: '' })
	],
	'/horses/[horse]': ['OBFVWAG', horsePage('')],
	'/horses/[horse]/shape': ['OBFVWAG', horsePage('/shape')],
	'/horses/[horse]/signs': ['OBFVWAG', horsePage('/signs')],
	'/horses/[horse]/record': ['OBFVWAG', horsePage('/record')],
	'/horses/[horse]/log': ['OBFVA', horsePage('/log')],
	'/horses/[horse]/walk': ['OBFA', horsePage('/walk')],
	'/horses/[horse]/visits/new': ['OBFA', horsePage('/visits/new')],
	'/horses/[horse]/edit': ['OB', horsePage('/edit')],
	'/horses/[horse]/edit ?save': [
		'OB',
		(c, p) =>
			c.post(`/horses/${p.horseId}/edit?/save`, {
				yardId: p.yardId,
				name: 'Rolehorse',
				about: `looked at ${++writes} times`,
				bornYear: ''
			})
	],
	'/horses/[horse]/edit ?out': ['OB', (c, p) => c.post(`/horses/${p.horseId}/edit?/out`, { out: 'no' })],
	'/horses/[horse]/share': ['O', horsePage('/share')],
	'/horses/[horse]/share ?invite': [
		'O',
		(c, p) => c.post(`/horses/${p.horseId}/share?/invite`, { id: uuidv7(), role: 'guest-view' })
	],
	'/horses/[horse]/share ?revoke': [
		'O',
		async (c, p) => {
			const { yardId, horseId } = p;
			const id = uuidv7();
			const values = {
				id,
				yardId,
				horseId,
				role: 'guest-view' as const,
				tokenHash: id,
				expiresAt: new Date('2027-01-01')
			};
			await database().db.insert(tables.invitation).values(values);
			return c.post(`/horses/${p.horseId}/share?/revoke`, { id });
		}
	],
	'/horses/[horse]/share ?end': [
		'O',
		async (c, p) => {
			const guest = { horseId: p.horseId, personId: p.extra.id, role: 'guest-view' as const };
			await database().db.insert(tables.horseGuest).values(guest).onConflictDoNothing();
			return c.post(`/horses/${p.horseId}/share?/end`, { person: p.extra.id });
		}
	],
	'/saddles/[saddle]': ['OBFVW', get((p) => `/saddles/${p.saddleId}`)],
	'/api/saddles/[saddle]/template.pdf GET': [
		'OBFVW',
		async (c, p) => {
			await shaped(p);
			return c.get(`/api/saddles/${p.saddleId}/template.pdf`);
		}
	],
	'/api/saddles/[saddle]/shape PUT': [
		'OBF',
		async (c, p) => {
			const [saddle] = await database().db.select().from(tables.saddle).where(eq(tables.saddle.id, p.saddleId));
			// Another rock each time, as the same shape twice changes nothing.
			const { version, measures } = shapeBody(saddle?.version ?? 1);
			const other = { ...measures, rockMm: 5 + (++writes % 20) / 2 };
			return c.send('PUT', `/api/saddles/${p.saddleId}/shape`, { version, measures: other });
		}
	],
	'/api/horses/[horse]/measured GET': [
		'OBFVW',
		async (c, p) => {
			await shaped(p);
			const answer = await c.get(`/api/horses/${p.horseId}/measured?saddle=${p.saddleId}&planned=false`);
			// One station was traced: whoever is let in is told so.
			return answer.status === 400 || answer.status === 422 ? new Response(null, { status: 200 }) : answer;
		}
	],
	'/horses/[horse]/saddle': ['OBFVWAG', horsePage('/saddle')],
	'/horses/[horse] ?answered': [
		'OB',
		async (c, p) => {
			await askedRest(p);
			return c.post(`/horses/${p.horseId}?/answered`, { visit: p.visitId, what: 'rest', done: 'yes' });
		}
	],
	'/horses/[horse]/saddle ?report': [
		'OB',
		(c, p) => c.post(`/horses/${p.horseId}/saddle?/report`, { id: uuidv7(), pairingId: p.pairingId, days: '14' })
	],
	'/horses/[horse]/saddle ?endReport': [
		'OB',
		async (c, p) => c.post(`/horses/${p.horseId}/saddle?/endReport`, { id: await answered(p) })
	],
	'/horses/[horse]/saddle ?putAside': [
		'OB',
		async (c, p) => c.post(`/horses/${p.horseId}/saddle?/putAside`, { id: await answered(p) })
	],
	'/horses/[horse]/saddle ?takeAnswer': [
		'OB',
		async (c, p) => {
			await database().db.delete(tables.fitMark).where(eq(tables.fitMark.pairingId, p.pairingId));
			return c.post(`/horses/${p.horseId}/saddle?/takeAnswer`, { id: await answered(p) });
		}
	],
	'/horses/[horse]/saddle ?fit': [
		'OBF',
		async (c, p) => {
			const mark = {
				id: uuidv7(),
				pairingId: p.pairingId,
				visitId: p.visitId,
				fittedBy: 'Isolde Quay',
				confirmed: 'yes'
			};
			return c.post(`/horses/${p.horseId}/saddle?/fit`, mark);
		}
	],
	'/horses/[horse]/saddle ?unfit': [
		'OBF',
		async (c, p) => {
			const id = uuidv7();
			const { pairingId, horseId, visitId } = p;
			await database().db.delete(tables.fitMark).where(eq(tables.fitMark.pairingId, pairingId));
			await database().db.insert(tables.fitMark).values({ id, pairingId, horseId, visitId, fittedBy: 'Isolde Quay' });
			return c.post(`/horses/${p.horseId}/saddle?/unfit`, { id, out: 'yes' });
		}
	],
	'/horses/[horse]/saddle ?lead': [
		'OBF',
		(c, p) => c.post(`/horses/${p.horseId}/saddle?/lead`, { pairingId: p.pairingId, lead: 'own' })
	],
	'/saddles/[saddle] ?facts': [
		'OBF',
		async (c, p) => {
			const [saddle] = await database().db.select().from(tables.saddle).where(eq(tables.saddle.id, p.saddleId));
			const facts = { filling: 'wool', rigging: '', widths: '' };
			return c.post(`/saddles/${p.saddleId}?/facts`, { ...facts, version: String(saddle?.version ?? 1) });
		}
	],
	'/saddles/[saddle] ?service': [
		'OBF',
		(c, p) =>
			c.post(`/saddles/${p.saddleId}?/service`, { id: uuidv7(), doneOn: '2026-05-01', what: 'flocked', doneBy: '' })
	],
	'/saddles/[saddle] ?unservice': [
		'OBF',
		async (c, p) => {
			const id = uuidv7();
			const { saddleId, yardId } = p;
			await database()
				.db.insert(tables.saddleService)
				.values({ id, saddleId, yardId, doneOn: '2026-05-01', what: 'air' });
			return c.post(`/saddles/${p.saddleId}?/unservice`, { id, out: 'yes' });
		}
	],
	'/saddles/[saddle] ?unphoto': [
		'OBF',
		async (c, p) => {
			const [id, sha256] = [uuidv7(), '0'.repeat(64)];
			const { saddleId, yardId } = p;
			await database()
				.db.insert(tables.photo)
				.values({
					id,
					saddleId,
					yardId,
					kind: 'saddle-front',
					mediaType: 'image/png',
					bytes: Buffer.from('x'),
					sha256
				});
			return c.post(`/saddles/${p.saddleId}?/unphoto`, { id, out: 'yes' });
		}
	],
	'/saddles ?add': [
		'OBF',
		(c, p) => c.post('/saddles?/add', { id: uuidv7(), yardId: p.yardId, name: 'Spare', kind: 'general', about: '' })
	],
	'/saddles ?pair': [
		'OBF',
		(c, p) => c.post('/saddles?/pair', { id: uuidv7(), horseId: p.horseId, saddleId: p.saddleId, school: 'close' })
	],
	'/saddles ?use': [
		'OBF',
		(c, p) => c.post('/saddles?/use', { horseId: p.horseId, pairingId: p.pairingId, inUse: 'yes' })
	],
	'/saddles ?forms': ['OBF', (c, p) => c.post('/saddles?/forms', { yardId: p.yardId })],
	'/saddles ?retire': ['OBF', (c, p) => c.post('/saddles?/retire', { id: p.saddleId, out: 'no' })],
	'/api/find GET': ['OBFVWAGS', get(() => '/api/find')],
	'/api/horses/[horse]/sheets.pdf GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/sheets.pdf`)],
	'/api/horses/[horse]/points.csv GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/points.csv`)],
	'/api/horses/[horse]/back.stl GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/back.stl?on=${p.day}`)],
	'/api/horses/[horse]/tracings.dxf GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/tracings.dxf?on=${p.day}`)],
	'/api/horses/[horse]/tracings.svg GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/tracings.svg?on=${p.day}`)],
	'/api/horses/[horse]/template.pdf GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/template.pdf?on=${p.day}`)],
	'/api/horses/[horse]/record.zip GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/record.zip`)],
	// No archive at all: whoever may write a horse here is told so.
	'/api/yards/[yard]/record POST': [
		'OB',
		async (c, p) => {
			const answer = await c.send('POST', `/api/yards/${p.yardId}/record?as=same`, 'no zip');
			return answer.status === 400 ? new Response(null, { status: 200 }) : answer;
		}
	],
	'/api/horses/[horse]/seat GET': [
		'OBFVWAG',
		async (c, p) => {
			// Nothing was traced after the fitted day: whoever may look is told so.
			const answer = await c.get(`/api/horses/${p.horseId}/seat?pairing=${p.pairingId}&on=${p.day}`);
			return answer.status === 400 ? new Response(null, { status: 200 }) : answer;
		}
	],
	'/api/horses/[horse]/limits GET': [
		'OBFVWAG',
		get((p) => `/api/horses/${p.horseId}/limits?pairing=${p.pairingId}&on=${p.day}`)
	],
	'/api/horses/[horse]/derive GET': [
		'OBFVWAG',
		get((p) => `/api/horses/${p.horseId}/derive?pairing=${p.pairingId}&on=${p.day}`)
	],
	'/api/horses/[horse]/backs GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/backs`)],
	'/api/horses/[horse]/archive.json GET': ['OBFVWAG', get((p) => `/api/horses/${p.horseId}/archive.json`)],
	'/api/visits/[visit] PUT': ['OBFA', async (c, p) => (await ownVisit(c, p)).answer],
	// Taking back and correcting: the owner's visit.
	'/api/visits/[visit] DELETE': ['OB', (c, p) => c.send('DELETE', `/api/visits/${p.visitId}`)],
	'/api/visits/[visit] POST': ['OB', (c, p) => c.send('POST', `/api/visits/${p.visitId}`)],
	'/api/visits/[visit]/tracings GET': ['OBFVWAG', get((p) => `/api/visits/${p.visitId}/tracings`)],
	'/api/visits/[visit]/tracings POST': [
		'OB',
		(c, p) => {
			const body = { ...visitBody(p.horseId, p.day, 1, ['T13']), id: p.visitId };
			return c.send('POST', `/api/visits/${p.visitId}/tracings`, body);
		}
	],
	'/api/visits/[visit]/entries GET': ['OBFVWAG', get((p) => `/api/visits/${p.visitId}/entries`)],
	'/api/visits/[visit]/entries POST': [
		'OB',
		(c, p) =>
			c.send('POST', `/api/visits/${p.visitId}/entries`, batchBody(p.horseId, [noteBody('note', 'seen')], p.day))
	],
	'/api/visits/[visit]/horse PUT': [
		'OB',
		async (c, p) => c.send('PUT', `/api/visits/${await misfiled(p)}/horse`, { horseId: p.otherHorseId })
	],
	'/api/visits/[visit]/earlier GET': ['OBFVWAG', get((p) => `/api/visits/${p.visitId}/earlier`)],
	'/api/visits/[visit]/earlier POST': [
		'OB',
		async (c, p) => {
			const { db } = database();
			// A deleted visit takes no edit.
			await db.update(tables.visit).set({ undoneAt: null }).where(eq(tables.visit.id, p.visitId));
			const [now] = await db.select().from(tables.visit).where(eq(tables.visit.id, p.visitId));
			const from = now?.version as number;
			const [kept] = await db.select().from(tables.earlierVersion).where(eq(tables.earlierVersion.rowId, p.visitId));
			const version = kept?.version as number;
			return c.send('POST', `/api/visits/${p.visitId}/earlier`, { version, from });
		}
	],
	'/api/photos/[photo] GET': ['OBFVWAG', get((p) => `/api/photos/${p.photoId}`)],
	'/api/photos/[photo] PUT': ['OB', (c, p) => putPhoto(c, `/api/photos/${uuidv7()}?visit=${p.visitId}&kind=side`)],
	'/api/rides/[ride] PUT': [
		'OBFVA',
		(c, p) => {
			const body = rideBody(p.horseId);
			return c.send('PUT', `/api/rides/${body.id}`, body);
		}
	],
	'/api/rides/[ride] DELETE': ['OB', (c, p) => c.send('DELETE', `/api/rides/${p.rideId}`)],
	'/api/rides/[ride] POST': ['OB', (c, p) => c.send('POST', `/api/rides/${p.rideId}`)],
	'/health GET': ['OBFVWAGSN', get(() => '/health')],
	'/ready GET': ['OBFVWAGSN', get(() => '/ready')],
	'/help': ['OBFVWAGSN', get(() => '/help')],
	'/help/[topic]': ['OBFVWAGSN', get(() => '/help/tracing')],
	'/mailbox': ['OBFVWAGSN', get(() => '/mailbox')],
	'/sign-in': ['OBFVWAGSN', get(() => '/sign-in')],
	'/sign-up': ['OBFVWAGSN', get(() => '/sign-up')],
	'/forgot': ['OBFVWAGSN', get(() => '/forgot')],
	'/confirm': ['OBFVWAGSN', get(() => '/confirm?token=abc')],
	'/reset': ['OBFVWAGSN', get(() => '/reset?token=abc')]
};
