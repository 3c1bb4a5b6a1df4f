import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { makePerson } from '../support/people.js';
import { and, eq } from 'drizzle-orm';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, serverUrl, signedIn } from '../support/client.js';
import { shapeBody } from '../support/roleTable.js';
import { database, demoHorse } from '../support/database.js';
import { batchBody, noteBody, rideBody, visitBody } from '../support/visits.js';

/** Every route file and what it answers to: pages by load and actions, endpoints by their methods. */
function routesOnDisk(): string[] {
	const found: string[] = [];
	const walk = (folder: string): void => {
		for (const e of readdirSync(folder, { withFileTypes: true })) {
			const full = path.join(folder, e.name);
			if (e.isDirectory()) walk(full);
			const route = `/${path.relative('src/routes', folder)}`;
			if (!['+server.ts', '+page.server.ts'].includes(e.name)) continue;
			const text = readFileSync(full, 'utf8');
			for (const m of text.matchAll(/export const (GET|PUT|POST|DELETE|PATCH|load)\b/g))
				found.push(`${m[1] === 'load' ? 'GET' : m[1]} ${route}`);
			const actions = /export const actions[^{]*\{([\s\S]*)\n\};/.exec(text)?.[1] ?? '';
			for (const m of actions.matchAll(/^\t(\w+): /gm))
				found.push(`POST ${route}${m[1] === 'default' ? '' : `?/${m[1]}`}`);
		}
	};
	walk('src/routes');
	return found.sort();
}

interface Knock {
	readonly path: string;
	readonly form?: Record<string, string>;
	readonly json?: unknown;
}

describe('every door', () => {
	let knocks: Record<string, Knock>;

	before(async () => {
		// A horse of the bodyworker's own round, where the patrol's owner has no business.
		const foreign = await demoHorse('Avocet');
		const own = await demoHorse('Samphire');
		const { db } = database();
		const [mark] = await db.select().from(tables.fitMark).where(eq(tables.fitMark.horseId, foreign.id));
		const photoId = uuidv7();
		await db.insert(tables.photo).values({
			id: photoId,
			yardId: foreign.yardId,
			visitId: foreign.visitIds[0] as string,
			kind: 'sheet',
			mediaType: 'image/png',
			bytes: Buffer.from('x'),
			sha256: '0'.repeat(64)
		});
		const rideId = uuidv7();
		const { id: _own, ...ride } = rideBody(foreign.id);
		await db
			.insert(tables.ride)
			.values({ ...ride, id: rideId, yardId: foreign.yardId } as typeof tables.ride.$inferInsert);
		const visitId = foreign.visitIds[0] as string;
		const [foreignJob, foreignTask] = [uuidv7(), uuidv7()];
		const somebody = (await makePerson('Job Quay')).id;
		const asked = { horseId: foreign.id, pairingId: foreign.pairingId, whom: 'vet', paper: 'a4', today: '2026-11-01' };
		await db
			.insert(tables.job)
			.values({ id: foreignJob, personId: somebody, kind: 'report', asked, state: 'cancelled' });
		await db
			.insert(tables.task)
			.values({ id: foreignTask, yardId: foreign.yardId, horseId: foreign.id, askedOf: 'vet', what: 'look at Avocet' });
		const horse = `/horses/${foreign.id}`;
		const foreignYard = `/yards/${foreign.yardId}`;
		const [person] = await db.select().from(tables.person).where(eq(tables.person.email, 'owner@saltings.example'));
		const ownerId = person?.id as string;
		const edit = { id: foreign.id, yardId: foreign.yardId, name: 'Stolen', about: '', bornYear: '' };
		knocks = {
			'GET /': { path: `/?yard=${foreign.yardId}` },
			'GET /saddles': { path: `/saddles?yard=${foreign.yardId}` },
			'POST /saddles?/add': {
				path: '/saddles?/add',
				form: { id: uuidv7(), yardId: foreign.yardId, name: 'Stolen', kind: 'general', about: '' }
			},
			'POST /saddles?/pair': {
				path: '/saddles?/pair',
				form: { id: uuidv7(), horseId: own.id, saddleId: foreign.saddleId, school: 'close' }
			},
			'POST /saddles?/use': {
				path: '/saddles?/use',
				form: { horseId: foreign.id, pairingId: foreign.pairingId, inUse: 'no' }
			},
			'POST /saddles?/retire': { path: '/saddles?/retire', form: { id: foreign.saddleId, out: 'yes' } },
			'GET /import': { path: `/import?yard=${foreign.yardId}` },
			'GET /horses/new': { path: `/horses/new?yard=${foreign.yardId}` },
			'POST /horses/new': { path: '/horses/new', form: { ...edit, id: uuidv7() } },
			'GET /horses/[horse]': { path: horse },
			'GET /saddles/[saddle]': { path: `/saddles/${foreign.saddleId}` },
			'POST /saddles/[saddle]?/facts': {
				path: `/saddles/${foreign.saddleId}?/facts`,
				form: { version: '1', filling: 'wool', rigging: '', widths: '' }
			},
			'POST /saddles/[saddle]?/service': {
				path: `/saddles/${foreign.saddleId}?/service`,
				form: { id: uuidv7(), doneOn: '2026-05-01', what: 'flocked', doneBy: '' }
			},
			'POST /saddles/[saddle]?/unservice': {
				path: `/saddles/${foreign.saddleId}?/unservice`,
				form: { id: uuidv7(), out: 'yes' }
			},
			'POST /saddles/[saddle]?/unphoto': {
				path: `/saddles/${foreign.saddleId}?/unphoto`,
				form: { id: uuidv7(), out: 'yes' }
			},
			'PUT /api/saddles/[saddle]/shape': { path: `/api/saddles/${foreign.saddleId}/shape`, json: shapeBody(1) },
			'GET /api/horses/[horse]/measured': {
				path: `/api/horses/${foreign.id}/measured?saddle=${foreign.saddleId}`
			},
			'PUT /api/jobs/[job]': {
				path: `/api/jobs/${uuidv7()}?horse=${foreign.id}&pairing=${foreign.pairingId}&whom=vet`
			},
			'GET /api/jobs/[job]': { path: `/api/jobs/${foreignJob}` },
			'DELETE /api/jobs/[job]': { path: `/api/jobs/${foreignJob}` },
			'GET /api/jobs/[job]/file': { path: `/api/jobs/${foreignJob}/file` },
			'POST /horses/[horse]?/due': {
				path: `${horse}?/due`,
				form: { id: uuidv7(), dueOn: '2026-12-01', answer: 'skipped', reason: 'stolen' }
			},
			'POST /horses/[horse]?/undue': { path: `${horse}?/undue`, form: { id: uuidv7() } },
			'POST /horses/[horse]?/task': {
				path: `${horse}?/task`,
				form: { id: uuidv7(), askedOf: 'vet', what: 'steal it', byOn: '' }
			},
			'POST /horses/[horse]?/taskDone': { path: `${horse}?/taskDone`, form: { id: foreignTask, done: 'yes' } },
			'POST /horses/[horse]?/taskUndo': { path: `${horse}?/taskUndo`, form: { id: foreignTask } },
			'POST /round?/move': {
				path: '/round?/move',
				form: { id: uuidv7(), horse: foreign.id, dueOn: '2026-12-01', answer: 'skipped', reason: 'stolen' }
			},
			'POST /round?/taskDone': { path: '/round?/taskDone', form: { id: foreignTask, done: 'yes' } },
			'GET /compare': { path: `/compare?a=${own.id}&b=${foreign.id}` },
			'GET /horses/[horse]/saddle': { path: `${horse}/saddle` },
			'POST /horses/[horse]?/removeEntry': {
				path: `${horse}?/removeEntry`,
				form: { visit: visitId, entry: uuidv7() }
			},
			'POST /horses/[horse]?/answered': {
				path: `${horse}?/answered`,
				form: { visit: visitId, what: 'rest', done: 'yes' }
			},
			'POST /horses/[horse]/saddle?/lead': {
				path: `${horse}/saddle?/lead`,
				form: { pairingId: foreign.pairingId, lead: 'own' }
			},
			'POST /horses/[horse]/saddle?/fit': {
				path: `${horse}/saddle?/fit`,
				form: { id: uuidv7(), pairingId: foreign.pairingId, visitId, fittedBy: 'Somebody', confirmed: 'yes' }
			},
			'POST /horses/[horse]/saddle?/report': {
				path: `${horse}/saddle?/report`,
				form: { id: uuidv7(), pairingId: uuidv7(), days: '14' }
			},
			'POST /horses/[horse]/saddle?/endReport': { path: `${horse}/saddle?/endReport`, form: { id: uuidv7() } },
			'POST /horses/[horse]/saddle?/putAside': { path: `${horse}/saddle?/putAside`, form: { id: uuidv7() } },
			'POST /horses/[horse]/saddle?/takeAnswer': { path: `${horse}/saddle?/takeAnswer`, form: { id: uuidv7() } },
			'POST /horses/[horse]/saddle?/unfit': {
				path: `${horse}/saddle?/unfit`,
				form: { id: mark?.id ?? '', out: 'yes' }
			},
			'GET /horses/[horse]/edit': { path: `${horse}/edit` },
			'POST /horses/[horse]/edit?/save': { path: `${horse}/edit?/save`, form: edit },
			'POST /horses/[horse]/edit?/out': { path: `${horse}/edit?/out`, form: { out: 'yes' } },
			'GET /horses/[horse]/share': { path: `${horse}/share` },
			'POST /horses/[horse]/share?/invite': {
				path: `${horse}/share?/invite`,
				form: { id: uuidv7(), role: 'guest-add' }
			},
			'POST /horses/[horse]/share?/revoke': { path: `${horse}/share?/revoke`, form: { id: uuidv7() } },
			'POST /horses/[horse]/share?/end': { path: `${horse}/share?/end`, form: { person: uuidv7() } },
			'GET /yards/[yard]': { path: foreignYard },
			'POST /yards/[yard]?/rename': { path: `${foreignYard}?/rename`, form: { name: 'Stolen' } },
			'POST /yards/[yard]?/role': { path: `${foreignYard}?/role`, form: { person: ownerId, role: 'owner' } },
			'POST /yards/[yard]?/remove': { path: `${foreignYard}?/remove`, form: { person: ownerId } },
			'POST /yards/[yard]?/invite': { path: `${foreignYard}?/invite`, form: { id: uuidv7(), role: 'owner' } },
			'POST /yards/[yard]?/leave': { path: `${foreignYard}?/leave`, form: { typed: 'Foreign' } },
			'POST /yards/[yard]?/keep': { path: `${foreignYard}?/keep`, form: {} },
			'GET /api/yards/[yard]/records.zip': { path: `/api${foreignYard}/records.zip` },
			'POST /yards/[yard]?/revoke': { path: `${foreignYard}?/revoke`, form: { id: uuidv7() } },
			'GET /horses/[horse]/record': { path: `${horse}/record` },
			'GET /horses/[horse]/visits/new': { path: `${horse}/visits/new` },
			'PUT /api/visits/[visit]': {
				path: `/api/visits/${visitId}`,
				json: { ...visitBody(foreign.id, '2026-01-01'), id: visitId }
			},
			'DELETE /api/visits/[visit]': { path: `/api/visits/${visitId}` },
			'POST /api/visits/[visit]': { path: `/api/visits/${visitId}` },
			'PUT /api/visits/[visit]/horse': { path: `/api/visits/${visitId}/horse`, json: { horseId: own.id } },
			'GET /api/visits/[visit]/tracings': { path: `/api/visits/${visitId}/tracings` },
			'GET /api/visits/[visit]/earlier': { path: `/api/visits/${visitId}/earlier` },
			'POST /api/visits/[visit]/earlier': { path: `/api/visits/${visitId}/earlier`, json: { version: 1, from: 2 } },
			'GET /horses/[horse]/walk': { path: `${horse}/walk` },
			'GET /horses/[horse]/signs': { path: `${horse}/signs` },
			'GET /horses/[horse]/shape': { path: `${horse}/shape` },
			'GET /horses/[horse]/log': { path: `${horse}/log` },
			'POST /api/visits/[visit]/tracings': {
				path: `/api/visits/${visitId}/tracings`,
				json: { ...visitBody(foreign.id, '2026-10-01'), id: visitId }
			},
			'POST /api/visits/[visit]/entries': {
				path: `/api/visits/${visitId}/entries`,
				json: batchBody(foreign.id, [noteBody('rest/feel', true)])
			},
			'GET /api/visits/[visit]/entries': { path: `/api/visits/${visitId}/entries` },
			'PUT /api/rides/[ride]': { path: `/api/rides/${rideId}`, json: { ...rideBody(foreign.id), id: rideId } },
			'DELETE /api/rides/[ride]': { path: `/api/rides/${rideId}` },
			'POST /api/rides/[ride]': { path: `/api/rides/${rideId}` },
			'PUT /api/photos/[photo]': { path: `/api/photos/${photoId}?visit=${visitId}&kind=side`, json: 'x' },
			'GET /api/photos/[photo]': { path: `/api/photos/${photoId}` },
			'GET /api/horses/[horse]/points.csv': { path: `/api${horse}/points.csv` },
			'GET /api/horses/[horse]/record.zip': { path: `/api${horse}/record.zip` },
			'POST /api/yards/[yard]/record': { path: `/api/yards/${foreign.yardId}/record`, json: 'x' },
			'GET /api/saddles/[saddle]/template.pdf': { path: `/api/saddles/${foreign.saddleId}/template.pdf` },
			'POST /saddles?/forms': { path: '/saddles?/forms', form: { yardId: foreign.yardId } },
			'GET /api/horses/[horse]/derive': { path: `/api${horse}/derive?pairing=${uuidv7()}&on=2026-01-01` },
			'GET /api/horses/[horse]/seat': { path: `/api${horse}/seat?pairing=${uuidv7()}&on=2026-01-01` },
			'GET /api/horses/[horse]/limits': { path: `/api${horse}/limits?pairing=${uuidv7()}&on=2026-01-01` },
			'GET /api/horses/[horse]/backs': { path: `/api${horse}/backs` },
			'GET /api/horses/[horse]/archive.json': { path: `/api${horse}/archive.json` },
			'GET /api/horses/[horse]/tracings.dxf': { path: `/api${horse}/tracings.dxf?on=2026-01-01` },
			'GET /api/horses/[horse]/back.stl': { path: `/api${horse}/back.stl?on=2026-01-01` },
			'GET /api/horses/[horse]/template.pdf': { path: `/api${horse}/template.pdf?on=2026-01-01` },
			'GET /api/horses/[horse]/sheets.pdf': { path: `/api${horse}/sheets.pdf` },
			'GET /api/horses/[horse]/tracings.svg': { path: `/api${horse}/tracings.svg?on=2026-01-01` }
		};
	});

	const OPEN = [
		...['/sign-in', '/sign-up', '/confirm', '/forgot', '/reset', '/invite/[token]', '/report/[token]'].flatMap((p) => [
			`GET ${p}`,
			`POST ${p}`
		]),
		'POST /sign-out',
		'GET /sign-in/passkey',
		'POST /sign-in/passkey',
		'GET /feed/[token]',
		'GET /report/[token]/photo/[photo]',
		'GET /health',
		'GET /ready',
		'GET /mailbox'
	];
	/** A person's own hand: no yard's record, and no id to ask for another's. */
	const OWN = [
		'GET /hands',
		'POST /hands',
		'GET /engine',
		'GET /api/find',
		'GET /api/calendar.ics',
		'GET /round',
		'GET /keeper',
		'POST /keeper?/judge',
		'POST /keeper?/stop',
		'GET /account/passkey',
		'POST /account/passkey',
		'POST /account?/forgetKey',
		'POST /account?/measures',
		'POST /account?/reminders',
		'POST /account?/feed',
		'POST /account?/endFeed',
		'GET /account',
		...['name', 'address', 'password', 'end', 'leave', 'keep'].map((a) => `POST /account?/${a}`),
		'GET /yards/new',
		'POST /yards/new'
	];

	it('is in this test: the list is held against the files', () =>
		expect([...Object.keys(knocks), ...OPEN, ...OWN].sort()).to.deep.equal(routesOnDisk()));

	async function knock(cookie: 'owner' | 'nobody', name: string): Promise<Response> {
		const client = cookie === 'owner' ? await signedIn('owner') : clientAt(serverUrl(), '');
		const k = knocks[name] as Knock;
		const method = name.split(' ')[0] as string;
		if (k.form) return client.post(k.path, k.form);
		return method === 'GET' ? client.get(k.path) : client.send(method, k.path, k.json);
	}

	it('is shut to a person of another yard, and tells them nothing', async () => {
		for (const name of Object.keys(knocks)) {
			const response = await knock('owner', name);
			const text = await response.text();
			const refused =
				[403, 404].includes(response.status) || (name === 'PUT /api/photos/[photo]' && response.status === 400);
			expect(refused, `${name} answered ${response.status}`).to.be.true;
			expect(text, name).not.to.match(/Avocet|Client saddle/);
		}
	});

	it('is shut to a person who is signed out', async () => {
		knocks['GET /hands'] = { path: '/hands' };
		knocks['GET /engine'] = { path: '/engine' };
		knocks['GET /account'] = { path: '/account' };
		knocks['GET /yards/new'] = { path: '/yards/new' };
		knocks['POST /yards/new'] = { path: '/yards/new', form: { id: uuidv7(), name: 'Nobody’s' } };
		for (const action of [
			'name',
			'address',
			'password',
			'end',
			'leave',
			'keep',
			'feed',
			'endFeed',
			'forgetKey',
			'measures',
			'reminders'
		])
			knocks[`POST /account?/${action}`] = { path: `/account?/${action}`, form: { name: 'x' } };
		knocks['GET /round'] = { path: '/round' };
		knocks['GET /keeper'] = { path: '/keeper' };
		for (const action of ['judge', 'stop'])
			knocks[`POST /keeper?/${action}`] = { path: `/keeper?/${action}`, form: {} };
		knocks['GET /account/passkey'] = { path: '/account/passkey' };
		knocks['POST /account/passkey'] = { path: '/account/passkey', form: { name: 'x', answer: '{}' } };
		knocks['GET /api/find'] = { path: '/api/find' };
		knocks['GET /api/calendar.ics'] = { path: '/api/calendar.ics' };
		knocks['POST /hands'] = { path: '/hands', form: { twoMm: '36', threeMm: '54', fourMm: '72', breadthMm: '85' } };
		for (const name of Object.keys(knocks)) {
			const response = await knock('nobody', name);
			const sentAway = response.status === 303 && response.headers.get('location')?.startsWith('/sign-in');
			expect(response.status === 401 || sentAway, `${name} answered ${response.status}`).to.be.true;
		}
	});

	it('a person finds by name only what stands in their own yards', async () => {
		const found = await (await (await signedIn('owner')).get('/api/find')).text();
		expect(found)
			.to.contain('Samphire')
			.and.not.match(/Avocet|Client saddle/);
	});

	it('nothing of the foreign yard was changed by all that', async () => {
		const { db } = database();
		const foreign = await demoHorse('Avocet');
		const [horse] = await db.select().from(tables.horse).where(eq(tables.horse.id, foreign.id));
		expect([horse?.name, horse?.version]).to.deep.equal(['Avocet', 1]);
		const undone = await db.select().from(tables.visit).where(eq(tables.visit.horseId, foreign.id));
		expect(undone.every((v) => v.undoneAt === null && v.version === 1)).to.be.true;
		expect(await db.select().from(tables.saddle).where(eq(tables.saddle.name, 'Stolen'))).to.deep.equal([]);
		expect(await db.select().from(tables.fitMark).where(eq(tables.fitMark.horseId, foreign.id))).to.have.length(1);
		const rides = await db.select().from(tables.ride).where(eq(tables.ride.horseId, foreign.id));
		expect(rides.map((r) => r.undoneAt)).to.deep.equal([null]);
		const notes = await db
			.select()
			.from(tables.visitEntry)
			.where(eq(tables.visitEntry.visitId, foreign.visitIds[0] as string));
		expect(notes).to.deep.equal([]);
	});

	it('a foreign session forged by hand opens nothing', async () => {
		const response = await clientAt(serverUrl(), 'zt.session_token=made-up.by-hand').get('/');
		expect(response.status).to.equal(303);
	});

	it('lets a viewer look but not write', async () => {
		const { db } = database();
		const foreign = await demoHorse('Avocet');
		const [fitter] = await db.select().from(tables.person).where(eq(tables.person.email, 'fitter@saltings.example'));
		const membership = { yardId: foreign.yardId, personId: fitter?.id as string, role: 'viewer' as const };
		await db.insert(tables.membership).values(membership);
		try {
			const viewer = await signedIn('fitter');
			expect((await viewer.get(`/horses/${foreign.id}`)).status).to.equal(200);
			const v = visitBody(foreign.id, '2026-01-01');
			const writes = [
				await viewer.send('PUT', `/api/visits/${v.id}`, v),
				await viewer.send('POST', `/api/visits/${v.id}/tracings`, v),
				await viewer.send('DELETE', `/api/visits/${foreign.visitIds[0]}`),
				await viewer.post(`/horses/${foreign.id}/saddle?/fit`, {
					id: uuidv7(),
					pairingId: foreign.pairingId,
					visitId: foreign.visitIds[0] as string,
					fittedBy: 'Somebody'
				}),
				await viewer.get(`/horses/${foreign.id}/visits/new`),
				await viewer.get(`/horses/${foreign.id}/walk`),
				await viewer.get(`/horses/${foreign.id}/log`),
				await viewer.send('POST', `/api/visits/${v.id}/entries`, batchBody(foreign.id, [noteBody('way', 'full')])),
				await viewer.send('PUT', `/api/rides/${v.id}`, { ...rideBody(foreign.id), id: v.id })
			];
			expect(writes.map((r) => r.status)).to.deep.equal(Array(9).fill(403));
		} finally {
			await db
				.delete(tables.membership)
				.where(
					and(eq(tables.membership.yardId, membership.yardId), eq(tables.membership.personId, membership.personId))
				);
		}
	});
});
