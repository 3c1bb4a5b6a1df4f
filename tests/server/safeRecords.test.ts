import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { serverUrl, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, makePerson, type Person } from '../support/people.js';
import { putPhoto } from '../support/photos.js';
import { batchBody, noteBody, rideBody, visitBody } from '../support/visits.js';

type Asking = Client & { readonly cookie: string };
const SORE = 'sign/skin/pocket/near';
const today = () => new Date().toISOString().slice(0, 10);
const ago = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);

/** A yard of its own with an owner, a viewer and a horse. */
async function yardWith(name: string) {
	const [owner, viewer] = [await makePerson(`${name} owner`), await makePerson(`${name} viewer`)];
	const as = { owner: await clientOf(owner), viewer: await clientOf(viewer) };
	const [yardId, horseId] = [uuidv7(), uuidv7()];
	await as.owner.post('/yards/new', { id: yardId, name });
	await database().db.insert(tables.membership).values({ yardId, personId: viewer.id, role: 'viewer' });
	await as.owner.post('/horses/new', { id: horseId, yardId, name: `${name} horse`, about: '', bornYear: '' });
	return { owner, viewer, as, yardId, horseId };
}
type Yard = Awaited<ReturnType<typeof yardWith>>;

const send = async (c: Client, visitId: string, body: unknown) => {
	const answer = await c.send('POST', `/api/visits/${visitId}/entries`, body);
	return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
};
const verdictOf = async (horseId: string) => {
	const [row] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
	return row?.verdict ?? null;
};
const visitRow = async (id: string) =>
	(await database().db.select().from(tables.visit).where(eq(tables.visit.id, id)))[0];
const deedsOf = async (horseId: string) =>
	(await database().db.select().from(tables.deed).where(eq(tables.deed.horseId, horseId))).map((d) => d.what);

describe('an import has no more rights than the front door', () => {
	let theirs: Yard;
	let mine: Yard;
	let visitId: string;
	let zip: Uint8Array;
	const photoId = uuidv7();

	before(async function () {
		this.timeout(60_000);
		theirs = await yardWith('Slack Water');
		mine = await yardWith('Spring Tide');
		const visit = visitBody(theirs.horseId, ago(3), 3);
		visitId = visit.id;
		await theirs.as.owner.send('PUT', `/api/visits/${visitId}`, visit);
		await send(theirs.as.owner, visitId, batchBody(theirs.horseId, [noteBody(SORE, { grade: 4 })], ago(3)));
		expect((await putPhoto(theirs.as.owner, `/api/photos/${photoId}?visit=${visitId}&kind=side`)).status).to.equal(200);
		const answer = await theirs.as.owner.get(`/api/horses/${theirs.horseId}/record.zip`);
		zip = new Uint8Array(await answer.arrayBuffer());
	});

	// Rows of another program, broken on purpose.
	// eslint-disable-next-line @typescript-eslint/no-explicit-any
	const changed = (change: (record: Record<string, any>, files: Record<string, Uint8Array>) => void): Uint8Array => {
		const files = unzipSync(zip);
		const record = JSON.parse(strFromU8(files['record.json']!));
		change(record, files);
		return zipSync({ ...files, 'record.json': strToU8(JSON.stringify(record)) } as Zippable);
	};
	const put = async (c: Asking, yardId: string, bytes: Uint8Array, more = '') => {
		const answer = await fetch(`${serverUrl()}/api/yards/${yardId}/record?as=same${more}`, {
			method: 'POST',
			headers: { cookie: c.cookie, origin: serverUrl(), 'content-type': 'application/zip' },
			body: Buffer.from(bytes)
		});
		return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
	};
	/** How much of a visit there is. */
	const size = async (id: string) => {
		const { db } = database();
		const of = <T extends typeof tables.tracing | typeof tables.visitEntry | typeof tables.photo>(t: T) =>
			db.$count(t, eq(t.visitId, id));
		return [await of(tables.tracing), await of(tables.visitEntry), await of(tables.photo)];
	};
	const tap = (field: string, value: unknown) => ({
		id: uuidv7(),
		visitId,
		field,
		value: { v: value },
		replaces: [],
		answers: null,
		device: uuidv7(),
		madeAt: new Date().toISOString(),
		madeBy: null,
		receivedAt: new Date().toISOString()
	});

	it('a viewer’s own yard is no way into another: the foreign visit stays as it is, and the file becomes a copy', async () => {
		const viewer = theirs.as.viewer;
		const ownYard = uuidv7();
		await viewer.post('/yards/new', { id: ownYard, name: 'A yard of my own' });
		const before = await size(visitId);
		const known = unzipSync(zip);
		const entry = (JSON.parse(strFromU8(known['record.json']!)) as { entries: { id: string }[] }).entries[0]!;
		const forged = changed((r) => r['entries'].push({ ...tap(SORE, { grade: 0 }), replaces: [entry.id] }));
		const answer = await put(viewer, ownYard, forged);
		expect(answer.status, JSON.stringify(answer.body)).to.equal(200);
		expect(await size(visitId)).to.deep.equal(before);
		expect(await verdictOf(theirs.horseId)).to.equal('stop');
		const copy = String(answer.body['horseId']);
		expect(copy).not.to.equal(theirs.horseId);
		const { db } = database();
		const [row] = await db.select().from(tables.horse).where(eq(tables.horse.id, copy));
		expect(row?.yardId).to.equal(ownYard);
		expect(await deedsOf(copy)).to.include('record-brought');
		// Any single id of the file that stands elsewhere is enough: another horse with the foreign visit's id.
		const onlyVisit = changed((r) => {
			const other = uuidv7();
			r['horse'].id = other;
			for (const part of ['visits', 'pairings', 'rides', 'fitMarks', 'tasks'])
				for (const x of r[part]) x.horseId = other;
			r['earlier'] = [];
			r['entries'].push(tap('rest/hair', true));
		});
		expect((await put(viewer, ownYard, onlyVisit)).status).to.equal(200);
		expect(await size(visitId)).to.deep.equal(before);
	});

	it('into the yard itself a viewer may not import at all', async () =>
		expect((await put(theirs.as.viewer, theirs.yardId, zip)).status).to.equal(403));

	it('nobody’s past is forged: an earlier version of what is not in the file is refused, of what is here nothing is written', async () => {
		const earlier = (rowId: string) => ({
			id: `visit ${rowId} 1`,
			kind: 'visit',
			rowId,
			version: 1,
			body: { note: 'forged' },
			replacedBy: null,
			replacedAt: new Date().toISOString()
		});
		const planted = changed((r) => r['earlier'].push(earlier(uuidv7())));
		const refused = await put(mine.as.owner, mine.yardId, planted);
		expect([refused.status, refused.body['code']]).to.deep.equal([400, 'archive-broken']);
		const here = changed((r) => r['earlier'].push(earlier(visitId)));
		expect((await put(theirs.as.owner, theirs.yardId, here)).status).to.equal(200);
		const { db } = database();
		expect(await db.$count(tables.earlierVersion, eq(tables.earlierVersion.rowId, visitId))).to.equal(0);
		const edit = { ...visitBody(theirs.horseId, ago(3), 2), id: visitId, version: 1 };
		expect((await theirs.as.owner.send('PUT', `/api/visits/${visitId}`, edit)).status).to.equal(200);
	});

	it('an older file puts nothing back: the difference is shown, and a person chooses', async () => {
		// The edit above removed one of three tracings.
		expect((await size(visitId))[0]).to.equal(2);
		const kept = await put(theirs.as.owner, theirs.yardId, zip);
		expect(kept.status).to.equal(200);
		expect((await size(visitId))[0]).to.equal(2);
		const [one] = kept.body['differing'] as {
			visitId: string;
			here: { tracings: number };
			archive: { tracings: number };
		}[];
		expect([one?.visitId, one?.here.tracings, one?.archive.tracings]).to.deep.equal([visitId, 2, 3]);
		const before = (await visitRow(visitId))?.version as number;
		const taken = await put(theirs.as.owner, theirs.yardId, zip, '&differ=take');
		expect(taken.body['taken']).to.equal(true);
		expect((await size(visitId))[0]).to.equal(3);
		expect((await visitRow(visitId))?.version).to.equal(before + 1);
		const { db } = database();
		const versions = await db.select().from(tables.earlierVersion).where(eq(tables.earlierVersion.rowId, visitId));
		expect(versions.map((v) => v.version)).to.include(before);
		expect(await deedsOf(theirs.horseId)).to.include('visit-changed');
	});

	const spoilt: readonly (readonly [string, Parameters<typeof changed>[0], string])[] = [
		['a day that is none', (r) => (r['visits'][0].visitedOn = '2026-13-45'), 'archive-broken'],
		['a day to come', (r) => (r['visits'][0].visitedOn = '2031-01-01'), 'archive-broken'],
		['an unreal day in a tap', (r) => r['entries'].push(tap('decide/nextOn', '2026-02-30')), 'archive-field'],
		['an unknown field', (r) => r['entries'].push(tap('sign/warp/pocket/near', { grade: 1 })), 'archive-field'],
		['a value out of range', (r) => r['entries'].push(tap(SORE, { grade: 9 })), 'archive-field'],
		['a value of another type', (r) => r['entries'].push(tap('tape/girthCm', '180')), 'archive-field'],
		[
			'an unknown code in a ride',
			(r) =>
				r['rides'].push({
					...rideBody(theirs.horseId),
					seen: ['sings'],
					movedMm: null,
					shifted: null,
					madeBy: null,
					undoneAt: null,
					createdAt: new Date().toISOString()
				}),
			'archive-broken'
		],
		['the same id twice', (r) => r['entries'].push({ ...r['entries'][0] }), 'archive-broken'],
		['a missing id', (r) => delete r['visits'][0].id, 'archive-broken'],
		['a station that is none', (r) => (r['tracings'][0].station = 'C7'), 'archive-broken'],
		['a newer version', (r) => (r['version'] = 99), 'archive-newer'],
		['a nested file', (_, files) => (files['deep/record.json'] = strToU8('{}')), 'archive-broken']
	];
	for (const [what, change, code] of spoilt)
		it(`${what} is refused by name, and nothing is changed`, async () => {
			const before = await size(visitId);
			const answer = await put(theirs.as.owner, theirs.yardId, changed(change));
			expect([answer.status, answer.body['code']], JSON.stringify(answer.body)).to.deep.equal([400, code]);
			expect(await size(visitId)).to.deep.equal(before);
		});

	it('a picture that is none is refused as at the door', async () => {
		const { createHash } = await import('node:crypto');
		const bytes = strToU8('not a picture');
		const bad = changed((r, files) => {
			const photo = r['photos'][0];
			photo.sha256 = createHash('sha256').update(bytes).digest('hex');
			const name = Object.keys(files).find((f) => f.startsWith(`photos/${photo.id}`)) as string;
			files[name] = bytes;
		});
		const answer = await put(mine.as.owner, mine.yardId, bad);
		expect([answer.status, answer.body['code']]).to.deep.equal([400, 'not-an-image']);
	});
});

describe('a sign for the vet is never hidden', () => {
	let yard: Yard;
	let horses = 0;
	before(async () => (yard = await yardWith('Ebb')));
	const newHorse = async () => {
		const horseId = uuidv7();
		await yard.as.owner.post('/horses/new', {
			id: horseId,
			yardId: yard.yardId,
			name: `Ebb ${++horses}`,
			about: '',
			bornYear: ''
		});
		return horseId;
	};
	const at = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();

	it('a clean visit begun six hours before and sent late leaves stop standing, and the page says why', async () => {
		const horseId = await newHorse();
		await send(yard.as.owner, uuidv7(), batchBody(horseId, [noteBody(SORE, { grade: 4 })], today()));
		expect(await verdictOf(horseId)).to.equal('stop');
		const clean = { ...noteBody('rest/hair', true), madeAt: at(6) };
		await send(yard.as.owner, uuidv7(), batchBody(horseId, [clean], today()));
		expect(await verdictOf(horseId)).to.equal('stop');
		const page = await (await yard.as.owner.get(`/horses/${horseId}`)).text();
		expect(page).to.contain('has not been checked again');
	});

	it('a look that knew of it closes it', async () => {
		const horseId = await newHorse();
		const sore = noteBody(SORE, { grade: 4 });
		await send(yard.as.owner, uuidv7(), batchBody(horseId, [sore], ago(5)));
		const unaware = { ...noteBody('rest/hair', true), answers: [] };
		await send(yard.as.owner, uuidv7(), batchBody(horseId, [unaware], ago(2)));
		expect(await verdictOf(horseId)).to.equal('stop');
		const aware = { ...noteBody('rest/hair', true), answers: [sore.id] };
		await send(yard.as.owner, uuidv7(), batchBody(horseId, [aware], ago(1)));
		expect(await verdictOf(horseId)).not.to.equal('stop');
	});

	it('of two devices on one visit the more serious value judges until somebody has settled it', async () => {
		const horseId = await newHorse();
		const visitId = uuidv7();
		const [sore, none] = [noteBody(SORE, { grade: 4 }), noteBody(SORE, { grade: 0 })];
		await send(yard.as.owner, visitId, batchBody(horseId, [sore], today()));
		await send(yard.as.owner, visitId, batchBody(horseId, [none], today()));
		expect(await verdictOf(horseId)).to.equal('stop');
		const settled = noteBody(SORE, { grade: 0 }, [sore.id, none.id]);
		await send(yard.as.owner, visitId, batchBody(horseId, [settled], today()));
		expect(await verdictOf(horseId)).not.to.equal('stop');
	});

	it('a deleted visit takes no more taps and says so; one for the vet restores it in sight of everybody', async () => {
		const horseId = await newHorse();
		const visitId = uuidv7();
		await send(yard.as.owner, visitId, batchBody(horseId, [noteBody('note', 'windy')], today()));
		await yard.as.owner.send('DELETE', `/api/visits/${visitId}`);
		const quiet = await send(yard.as.owner, visitId, batchBody(horseId, [noteBody('rest/feel', true)], today()));
		expect([quiet.status, quiet.body['code']]).to.deep.equal([409, 'visit-deleted']);
		expect(String(quiet.body['message'])).to.contain('kept on this device');
		const sore = await send(yard.as.owner, visitId, batchBody(horseId, [noteBody(SORE, { grade: 4 })], today()));
		expect([sore.status, sore.body['reopened']]).to.deep.equal([200, true]);
		expect((await visitRow(visitId))?.undoneAt).to.equal(null);
		expect(await verdictOf(horseId)).to.equal('stop');
		expect(await deedsOf(horseId)).to.include('visit-restored');
	});

	it('a stale edit cannot revive a deleted visit, nor change the day back that a tap has changed', async () => {
		const horseId = await newHorse();
		const visit = visitBody(horseId, ago(4), 2);
		await yard.as.owner.send('PUT', `/api/visits/${visit.id}`, visit);
		await send(yard.as.owner, visit.id, batchBody(horseId, [noteBody('day', ago(2))], ago(4)));
		expect((await visitRow(visit.id))?.visitedOn).to.equal(ago(2));
		const stale = { ...visit, note: 'from the desk', version: 1 };
		expect((await yard.as.owner.send('PUT', `/api/visits/${visit.id}`, stale)).status).to.equal(409);
		expect((await visitRow(visit.id))?.visitedOn).to.equal(ago(2));
		await yard.as.owner.send('DELETE', `/api/visits/${visit.id}`);
		const version = ((await visitRow(visit.id))?.version as number) - 1;
		for (const v of [{ ...stale, version }, visit])
			expect((await yard.as.owner.send('PUT', `/api/visits/${visit.id}`, v)).status).to.equal(409);
		expect((await visitRow(visit.id))?.undoneAt).to.be.instanceOf(Date);
	});

	it('a visit to come is refused at every door', async () => {
		const horseId = await newHorse();
		const next = new Date(Date.now() + 4 * 86_400_000).toISOString().slice(0, 10);
		expect((await send(yard.as.owner, uuidv7(), batchBody(horseId, [noteBody('way', 'full')], next))).status).to.equal(
			400
		);
		const visit = visitBody(horseId, next);
		expect((await yard.as.owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(400);
		expect((await yard.as.owner.send('POST', `/api/visits/${visit.id}/tracings`, visit)).status).to.equal(400);
		const moved = await send(yard.as.owner, uuidv7(), batchBody(horseId, [noteBody('day', next)], today()));
		expect((moved.body['refused'] as unknown[]).length).to.equal(1);
		const ride = { ...rideBody(horseId), riddenOn: next };
		expect((await yard.as.owner.send('PUT', `/api/rides/${ride.id}`, ride)).status).to.equal(400);
	});

	it('a tap for a visit that was moved says where it went', async () => {
		const [from, to] = [await newHorse(), await newHorse()];
		const visitId = uuidv7();
		await send(yard.as.owner, visitId, batchBody(from, [noteBody('note', 'x')], today()));
		await yard.as.owner.send('PUT', `/api/visits/${visitId}/horse`, { horseId: to });
		const late = await send(yard.as.owner, visitId, batchBody(from, [noteBody('rest/feel', true)], today()));
		expect([late.status, late.body['code']]).to.deep.equal([409, 'visit-moved']);
	});
});

describe('what is stored and cannot be read', () => {
	it('takes no page down: it is named with a way to delete it, and all else is shown', async () => {
		const yard = await yardWith('Neap');
		const { horseId } = yard;
		const visitId = uuidv7();
		await send(yard.as.owner, visitId, batchBody(horseId, [noteBody('decide/action', 'fitter')], today()));
		const entry = { id: uuidv7(), visitId, device: uuidv7(), replaces: [], madeAt: new Date() };
		await database()
			.db.insert(tables.visitEntry)
			.values({ ...entry, field: 'decide/nextOn', value: { v: '2026-13-45' } });
		await database()
			.db.insert(tables.visitEntry)
			.values({ ...entry, id: uuidv7(), field: 'sign/warp/pocket/near', value: { v: { grade: 1 } } });
		for (const path of ['', '/signs', '/record', '/walk', '/log', '/shape', '/saddle'])
			expect((await yard.as.owner.get(`/horses/${horseId}${path}`)).status, path).to.equal(200);
		for (const path of ['/', '/round', '/api/calendar.ics'])
			expect((await yard.as.owner.get(path)).status, path).to.equal(200);
		const page = await (await yard.as.owner.get(`/horses/${horseId}`)).text();
		expect(page).to.contain('2 entries').and.contain('2026-13-45');
		const answer = await yard.as.owner.post(`/horses/${horseId}?/removeEntry`, { visit: visitId, entry: entry.id });
		expect(answer.status).to.equal(200);
		expect(await (await yard.as.owner.get(`/horses/${horseId}`)).text()).not.to.contain('2026-13-45');
		expect(await deedsOf(horseId)).to.include('entry-removed');
	});
});

describe('devices that several people share', () => {
	let yard: Yard;
	let other: Person;
	before(async () => {
		yard = await yardWith('Flood');
		other = await makePerson('Flood other');
	});
	const ask = (method: string, path: string, person: string, body?: unknown) =>
		fetch(serverUrl() + path, {
			method,
			headers: {
				cookie: yard.as.owner.cookie,
				origin: serverUrl(),
				'content-type': 'application/json',
				'x-zt-person': person
			},
			...(body === undefined ? {} : { body: JSON.stringify(body) })
		});

	it('what is sent in another person’s name is refused and nothing is stored', async () => {
		const [visitId, ride, visit] = [uuidv7(), rideBody(yard.horseId), visitBody(yard.horseId, today())];
		const taps = batchBody(yard.horseId, [noteBody('rest/feel', true)], today());
		for (const [method, path, body] of [
			['POST', `/api/visits/${visitId}/entries`, taps],
			['PUT', `/api/rides/${ride.id}`, ride],
			['PUT', `/api/visits/${visit.id}`, visit],
			['POST', `/api/visits/${visit.id}/tracings`, visit]
		] as const) {
			const answer = await ask(method, path, other.id, body);
			expect([answer.status, ((await answer.json()) as { code: string }).code], path).to.deep.equal([
				409,
				'other-person'
			]);
		}
		expect(await visitRow(visitId)).to.equal(undefined);
		const own = await ask('POST', `/api/visits/${visitId}/entries`, yard.owner.id, taps);
		expect(own.status).to.equal(200);
	});

	it('every answer to what a device keeps names the ids that were stored', async () => {
		const [ride, visit, photoId] = [rideBody(yard.horseId), visitBody(yard.horseId, ago(1)), uuidv7()];
		const stored = async (answer: Response) => ((await answer.json()) as { stored: string[] }).stored;
		expect(await stored(await ask('PUT', `/api/rides/${ride.id}`, yard.owner.id, ride))).to.deep.equal([ride.id]);
		expect(await stored(await ask('POST', `/api/visits/${visit.id}/tracings`, yard.owner.id, visit))).to.deep.equal([
			visit.id
		]);
		const photo = await putPhoto(yard.as.owner, `/api/photos/${photoId}?visit=${visit.id}&kind=side`);
		expect(await stored(photo)).to.deep.equal([photoId]);
	});

	it('pages are in no cache, photos are asked for again each time', async () => {
		expect((await yard.as.owner.get(`/horses/${yard.horseId}`)).headers.get('cache-control')).to.equal('no-store');
		const [visit, photoId] = [visitBody(yard.horseId, ago(2)), uuidv7()];
		await yard.as.owner.send('PUT', `/api/visits/${visit.id}`, visit);
		await putPhoto(yard.as.owner, `/api/photos/${photoId}?visit=${visit.id}&kind=side`);
		const photo = await yard.as.owner.get(`/api/photos/${photoId}`);
		expect(photo.headers.get('cache-control')).to.equal('private, no-cache');
		const again = await fetch(`${serverUrl()}/api/photos/${photoId}`, {
			headers: { cookie: yard.as.owner.cookie, 'if-none-match': photo.headers.get('etag') as string }
		});
		expect(again.status).to.equal(304);
		const out = await yard.as.viewer.post('/sign-out', {});
		expect(out.headers.get('clear-site-data')).to.equal('"cache"');
	});
});
