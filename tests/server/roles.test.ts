import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { GuestRole, Role } from '../../src/core/people/index.js';
import { clientAt, serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson, type Person } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { batchBody, noteBody, rideBody, visitBody } from '../support/visits.js';

/** One letter for each who asks: what they are in the yard, guests of its one horse, a stranger with an account, nobody. */
const WHO = {
	O: 'owner',
	B: 'bodyworker',
	F: 'fitter',
	V: 'vet',
	W: 'viewer',
	A: 'guest-add',
	G: 'guest-view',
	S: 'stranger',
	N: 'nobody'
} as const;
type Letter = keyof typeof WHO;
const LETTERS = Object.keys(WHO) as Letter[];

interface Place {
	readonly yardId: string;
	readonly horseId: string;
	readonly otherHorseId: string;
	readonly saddleId: string;
	readonly pairingId: string;
	/** A visit that the owner made, its tracing of this day, its photo, a ride of the owner's. */
	readonly visitId: string;
	readonly day: string;
	readonly photoId: string;
	readonly rideId: string;
	readonly extra: Person;
}
type Ask = (c: Client, p: Place) => Promise<Response>;

const get =
	(where: (p: Place) => string): Ask =>
	(c, p) =>
		c.get(where(p));
const horsePage = (rest: string): Ask => get((p) => `/horses/${p.horseId}${rest}`);
let visits = 0;
const ownVisit = async (c: Client, p: Place): Promise<{ id: string; answer: Response }> => {
	// The same lines on one day would be the same sheets read twice.
	const body = visitBody(p.horseId, `2026-04-${String(++visits).padStart(2, '0')}`);
	return { id: body.id, answer: await c.send('PUT', `/api/visits/${body.id}`, body) };
};

/** Who is let in, by route and method: `GET` of a page stands without a method of its own. */
const TABLE: Readonly<Record<string, readonly [allowed: string, ask: Ask]>> = {
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
			c.post(`/horses/${p.horseId}/edit?/save`, { yardId: p.yardId, name: 'Rolehorse', about: '', bornYear: '' })
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
	'/horses/[horse] ?fit': [
		'OBF',
		async (c, p) => {
			const mark = {
				id: uuidv7(),
				pairingId: p.pairingId,
				visitId: p.visitId,
				fittedBy: 'Isolde Quay',
				confirmed: 'yes'
			};
			return c.post(`/horses/${p.horseId}?/fit`, mark);
		}
	],
	'/horses/[horse] ?unfit': [
		'OBF',
		async (c, p) => {
			const id = uuidv7();
			const { pairingId, horseId, visitId } = p;
			await database().db.delete(tables.fitMark).where(eq(tables.fitMark.pairingId, pairingId));
			await database().db.insert(tables.fitMark).values({ id, pairingId, horseId, visitId, fittedBy: 'Isolde Quay' });
			return c.post(`/horses/${p.horseId}?/unfit`, { id, out: 'yes' });
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
		(c, p) => c.send('PUT', `/api/visits/${p.visitId}/horse`, { horseId: p.horseId })
	],
	'/api/visits/[visit]/earlier GET': ['OBFVWAG', get((p) => `/api/visits/${p.visitId}/earlier`)],
	'/api/visits/[visit]/earlier POST': [
		'OB',
		async (c, p) => {
			const { db } = database();
			const [now] = await db.select().from(tables.visit).where(eq(tables.visit.id, p.visitId));
			const from = now?.version as number;
			return c.send('POST', `/api/visits/${p.visitId}/earlier`, { version: 1, from });
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

/** Tried in tests of their own, as what they do depends on the account, not on a role. */
const ELSEWHERE = new Set([
	'/account ?address',
	'/account ?password',
	'/account ?end',
	'/sign-in ?default',
	'/sign-up ?default',
	'/forgot ?default',
	'/confirm ?default',
	'/reset ?default',
	'/sign-out POST',
	'/invite/[token]',
	'/invite/[token] ?default'
]);

/** Every route with its methods, read from the routes themselves. */
function routesThere(): string[] {
	const root = path.resolve(import.meta.dirname, '../../src/routes');
	const files = readdirSync(root, { recursive: true, encoding: 'utf8' });
	return files.flatMap((file) => {
		const route = `/${path.dirname(file)}`.replace(/^\/\.$/, '/');
		const source = () => readFileSync(path.join(root, file), 'utf8');
		if (file.endsWith('+page.svelte')) return [route];
		if (file.endsWith('+server.ts') && !file.endsWith('+page.server.ts'))
			return [...source().matchAll(/^export const (GET|POST|PUT|PATCH|DELETE)\b/gm)].map((m) => `${route} ${m[1]}`);
		if (!file.endsWith('+page.server.ts')) return [];
		const actions = /^export const actions[^=]*= \{\n([\s\S]*?)^\};/m.exec(source())?.[1] ?? '';
		return [...actions.matchAll(/^\t(\w+): /gm)].map((m) => `${route} ?${m[1]}`);
	});
}

const isOut = (r: Response): boolean =>
	r.status === 401 || (r.status === 303 && (r.headers.get('location') ?? '').startsWith('/sign-in'));

describe('who may do what', () => {
	const clients = new Map<Letter, Client>();
	let place: Place;

	before(async function () {
		this.timeout(60_000);
		const { db } = database();
		const people = new Map<Letter, Person>();
		for (const letter of LETTERS) if (letter !== 'N') people.set(letter, await makePerson(WHO[letter]));
		const extra = await makePerson('extra');
		for (const [letter, person] of people) clients.set(letter, await clientOf(person));
		clients.set('N', clientAt(serverUrl(), ''));
		const yardId = uuidv7();
		const owner = clients.get('O') as Client;
		await owner.post('/yards/new', { id: yardId, name: 'Role yard' });
		for (const letter of ['B', 'F', 'V', 'W'] as const) {
			const personId = (people.get(letter) as Person).id;
			await db.insert(tables.membership).values({ yardId, personId, role: WHO[letter] as Role });
		}
		await db.insert(tables.membership).values({ yardId, personId: extra.id, role: 'viewer' });
		const [horseId, otherHorseId, saddleId, pairingId, photoId] = Array.from({ length: 5 }, () => uuidv7()) as [
			string,
			string,
			string,
			string,
			string
		];
		for (const [id, name] of [
			[horseId, 'Rolehorse'],
			[otherHorseId, 'Neighbour']
		] as const)
			await owner.post('/horses/new', { id, yardId, name, about: '', bornYear: '' });
		for (const letter of ['A', 'G'] as const) {
			const personId = (people.get(letter) as Person).id;
			await db.insert(tables.horseGuest).values({ horseId, personId, role: WHO[letter] as GuestRole });
		}
		await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Role saddle', kind: 'general', about: '' });
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId, school: 'close' });
		const visit = visitBody(horseId, '2026-03-01', 2, ['T8', 'T13', 'T18']);
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
		const ride = rideBody(horseId);
		await owner.send('PUT', `/api/rides/${ride.id}`, ride);
		expect((await putPhoto(owner, `/api/photos/${photoId}?visit=${visit.id}&kind=side`)).status).to.equal(200);
		place = {
			yardId,
			horseId,
			otherHorseId,
			saddleId,
			pairingId,
			visitId: visit.id,
			day: visit.visitedOn,
			photoId,
			rideId: ride.id,
			extra
		};
	});

	it('every route and method is in the table', () => {
		const known = new Set([...Object.keys(TABLE), ...ELSEWHERE]);
		const there = routesThere();
		expect(there.length).to.be.greaterThan(60);
		expect(there.filter((r) => !known.has(r))).to.deep.equal([]);
		expect([...known].filter((k) => !there.includes(k))).to.deep.equal([]);
	});

	for (const [route, [allowed, ask]] of Object.entries(TABLE))
		it(`${route}: ${allowed}`, async function () {
			this.timeout(60_000);
			const found: Record<string, string> = {};
			for (const letter of LETTERS) {
				// What one person's request took away is there again for the next.
				if (route === '/yards/[yard] ?remove' || route === '/yards/[yard] ?role')
					await database()
						.db.insert(tables.membership)
						.values({ yardId: place.yardId, personId: place.extra.id, role: 'vet' })
						.onConflictDoNothing();
				const response = await ask(clients.get(letter) as Client, place);
				await response.arrayBuffer();
				found[letter] = isOut(response)
					? 'out'
					: response.status < 400
						? 'in'
						: [403, 404].includes(response.status)
							? 'no'
							: String(response.status);
			}
			const wanted = Object.fromEntries(LETTERS.map((l) => [l, allowed.includes(l) ? 'in' : l === 'N' ? 'out' : 'no']));
			expect(found).to.deep.equal(wanted);
		});

	it('a guest sees the one horse and no other of its yard', async () => {
		for (const letter of ['A', 'G'] as const) {
			const guest = clients.get(letter) as Client;
			expect((await guest.get(`/horses/${place.otherHorseId}`)).status).to.equal(404);
			const board = await (await guest.get('/?yard=shared')).text();
			expect(board).to.contain('Rolehorse').and.not.to.contain('Neighbour');
			const found = await (await guest.get('/api/find')).text();
			expect(found).to.contain('Rolehorse').and.not.to.contain('Neighbour');
			const backs = (await (await guest.get(`/api/horses/${place.horseId}/backs`)).json()) as { others?: unknown[] };
			expect(JSON.stringify(backs)).not.to.contain('Neighbour');
		}
	});

	it('a fitter and a guest change their own visit, and nobody else’s', async () => {
		for (const letter of ['F', 'A'] as const) {
			const mine = await ownVisit(clients.get(letter) as Client, place);
			expect((await (clients.get(letter) as Client).send('DELETE', `/api/visits/${mine.id}`)).status).to.equal(200);
			const other = await ownVisit(clients.get('B') as Client, place);
			expect((await (clients.get(letter) as Client).send('DELETE', `/api/visits/${other.id}`)).status).to.equal(403);
			expect((await (clients.get('B') as Client).send('DELETE', `/api/visits/${other.id}`)).status).to.equal(200);
		}
	});
});
