import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { GuestRole, Role } from '../../src/core/people/index.js';
import { clientAt, serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson, type Person } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { ownVisit, ROLE_TABLE, type Place } from '../support/roleTable.js';
import { rideBody, visitBody } from '../support/visits.js';

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

/** Tried in tests of their own, as what they do depends on the account, not on a role. */
const ELSEWHERE = new Set([
	'/account ?address',
	'/account ?password',
	'/account ?end',
	'/sign-in ?default',
	'/sign-in/passkey GET',
	'/sign-in/passkey POST',
	'/sign-up ?default',
	'/forgot ?default',
	'/confirm ?default',
	'/reset ?default',
	'/sign-out POST',
	'/invite/[token]',
	'/invite/[token] ?default',
	'/feed/[token] GET',
	'/report/[token]',
	'/report/[token] ?default',
	'/report/[token]/photo/[photo] GET'
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
		const known = new Set([...Object.keys(ROLE_TABLE), ...ELSEWHERE]);
		const there = routesThere();
		expect(there.length).to.be.greaterThan(60);
		expect(there.filter((r) => !known.has(r))).to.deep.equal([]);
		expect([...known].filter((k) => !there.includes(k))).to.deep.equal([]);
	});

	/** Writes that are nobody's record but one's own settings, or that change nothing here when they are let in, as the archive that is none. */
	const UNAUDITED = /^\/(account|hands|keeper|yards\/new)|\?(move|due|keep|leave)$|jobs\/|\/record POST$/;
	const isWrite = (route: string): boolean => / (\?|PUT|POST|DELETE)/.test(route) && !UNAUDITED.test(route);
	const events = () => database().db.$count(tables.deed);

	for (const [route, [allowed, ask]] of Object.entries(ROLE_TABLE))
		it(`${route}: ${allowed}`, async function () {
			this.timeout(60_000);
			const found: Record<string, string> = {};
			const before = await events();
			for (const letter of LETTERS) {
				// What one person's request took away is there again for the next.
				if (route === '/yards/[yard] ?remove' || route === '/yards/[yard] ?role')
					await database()
						.db.insert(tables.membership)
						.values({ yardId: place.yardId, personId: place.extra.id, role: 'vet' })
						.onConflictDoUpdate({
							target: [tables.membership.yardId, tables.membership.personId],
							set: { role: 'vet' }
						});
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
			if (isWrite(route)) expect(await events(), 'every write is in the audit log').to.be.above(before);
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
