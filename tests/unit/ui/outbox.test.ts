import { expect } from 'chai';
import 'fake-indexeddb/auto';
import { cachePath, endsSession, isPage, isStale, markSaved } from '../../../src/lib/ui/offline/cacheRules.js';
import type { KeptEntry, KeptPhoto, KeptTracings, KeptVisit } from '../../../src/lib/ui/offline/kept.js';
import { countWaiting, forgetSent, sendWaiting, type SendOutcome } from '../../../src/lib/ui/offline/sendWaiting.js';
import { openStore, type Store } from '../../../src/lib/ui/offline/store.js';
import { tap } from '../../support/notes.js';

const ME = 'person-1';
const visit: KeptVisit = { id: 'v1', personId: ME, horseId: 'h1', horseName: 'Marram', visitedOn: '2026-06-01' };
const entry = (field: string, more: Partial<KeptEntry> = {}): KeptEntry => ({
	...tap(field, true),
	visitId: 'v1',
	personId: ME,
	mark: 'waiting',
	...more
});
const photo = (id: string): KeptPhoto => ({
	id,
	visitId: 'v1',
	personId: ME,
	kind: 'side',
	mediaType: 'image/jpeg',
	bytes: new Uint8Array([1, 2, 3]).buffer,
	mark: 'waiting'
});

const tracings = (id: string, count: number): KeptTracings => ({
	id,
	personId: ME,
	horseId: 'h1',
	horseName: 'Marram',
	mark: 'waiting',
	draft: {
		id,
		visitedOn: '2026-06-01',
		note: '',
		tracings: Array.from({ length: count }, (_, i) => ({
			id: `${id}-${i}`,
			station: 'T8',
			repeat: i + 1,
			xMm: [],
			yMm: [],
			source: 'points',
			operator: '',
			quality: null
		}))
	}
});

interface Asked {
	readonly url: string;
	readonly method: string;
	readonly ids: string[];
}

/** A server that takes everything, or what `answer` says. */
function server(answer?: (asked: Asked) => Response | undefined) {
	const asked: Asked[] = [];
	const fake = (async (url: string, init: RequestInit) => {
		const body = typeof init.body === 'string' ? (JSON.parse(init.body) as { entries?: { id: string }[] }) : {};
		const one = { url, method: String(init.method), ids: (body.entries ?? []).map((e) => e.id) };
		asked.push(one);
		const named = one.ids.length > 0 ? one.ids : [one.url.split('/')[3]?.split('?')[0] ?? ''];
		return answer?.(one) ?? Response.json({ stored: named, refused: [], clockOffMs: 0 });
	}) as typeof fetch;
	return { asked, fake };
}

let n = 0;
async function storeWith(...entries: KeptEntry[]): Promise<{ store: Store; name: string }> {
	const name = `test-${++n}`;
	const store = await openStore(name);
	await store.put('visits', visit);
	for (const e of entries) await store.put('entries', e);
	return { store, name };
}
const send = (store: Store, fake: typeof fetch): Promise<SendOutcome> =>
	sendWaiting({ store, personId: ME, device: 'd1', fetch: fake, now: () => new Date('2026-06-01T10:00Z') });

describe('the device’s store', () => {
	it('gives back everything after the page is gone', async () => {
		const { store, name } = await storeWith(entry('way'), entry('rest/feel'));
		await store.put('photos', photo('p1'));
		const again = await openStore(name);
		expect(again.all('entries').map((e) => e.field)).to.have.members(['way', 'rest/feel']);
		expect(new Uint8Array(again.all('photos')[0]?.bytes as ArrayBuffer)).to.deep.equal(new Uint8Array([1, 2, 3]));
	});

	it('goes on in memory, and says so, when the device has no room', async () => {
		const { store } = await storeWith();
		const impossible = { ...entry('note'), value: (() => 1) as never };
		expect(await store.put('entries', impossible)).to.equal('memory');
		expect(store.safety()).to.equal('memory');
		expect(store.all('entries')).to.have.length(1);
	});

	it('works without any store at all', async () => {
		const real = globalThis.indexedDB;
		Object.defineProperty(globalThis, 'indexedDB', { value: undefined, configurable: true, writable: true });
		try {
			const store = await openStore('none');
			expect(await store.put('visits', visit)).to.equal('memory');
			expect(store.all('visits')).to.have.length(1);
		} finally {
			Object.defineProperty(globalThis, 'indexedDB', { value: real, configurable: true, writable: true });
		}
	});
});

describe('sending', () => {
	it('sends taps in the order they were made, then photos, and each once', async () => {
		const taps = [entry('a'), entry('b'), entry('c')];
		const { store } = await storeWith(...[...taps].reverse());
		await store.put('photos', photo('p1'));
		const { asked, fake } = server();
		expect((await send(store, fake)).state).to.equal('sent');
		expect(asked[0]?.ids).to.deep.equal(taps.map((t) => t.id));
		expect(asked.map((a) => a.method)).to.deep.equal(['POST', 'PUT']);
		await send(store, fake);
		expect(asked).to.have.length(2);
		expect(store.all('photos')).to.be.empty;
	});

	it('keeps everything when the connection is cut half-way, and sends the rest later', async () => {
		const taps = Array.from({ length: 250 }, (_, i) => entry(`f${i}`));
		const { store, name } = await storeWith(...taps);
		let calls = 0;
		const cut = server(() => {
			if (++calls > 1) throw new TypeError('network');
			return undefined;
		});
		expect((await send(store, cut.fake)).state).to.equal('offline');
		const after = await openStore(name);
		expect(countWaiting(after, ME).taps).to.equal(50);
		const whole = server();
		expect((await send(after, whole.fake)).state).to.equal('sent');
		expect([...(cut.asked[0]?.ids ?? []), ...(whole.asked[0]?.ids ?? [])]).to.deep.equal(taps.map((t) => t.id));
	});

	it('waits when signed out, and when the server is busy or ill', async () => {
		for (const [status, state] of [
			[401, 'signed-out'],
			[429, 'later'],
			[500, 'later']
		] as const) {
			const { store } = await storeWith(entry('a'));
			const { fake } = server(() => new Response('{}', { status }));
			expect((await send(store, fake)).state).to.equal(state);
			expect(countWaiting(store, ME).taps).to.equal(1);
		}
	});

	it('marks what is refused with its reason, keeps it, and sends the others', async () => {
		const [good, bad] = [entry('a'), entry('b')];
		const { store } = await storeWith(good, bad);
		const { fake } = server(() =>
			Response.json({ stored: [good.id], refused: [{ id: bad.id, message: 'Off the scale.' }] })
		);
		expect((await send(store, fake)).state).to.equal('sent');
		expect(countWaiting(store, ME)).to.deep.include({ taps: 0, refused: ['Off the scale.'] });
		expect(store.all('entries').find((e) => e.id === bad.id)?.value).to.equal(true);
	});

	it('a visit refused as a whole keeps its taps with the reason', async () => {
		const { store } = await storeWith(entry('a'));
		const { fake } = server(() =>
			Response.json({ code: 'bad-input', message: 'The day lies in the future.' }, { status: 400 })
		);
		await send(store, fake);
		expect(store.all('visits')[0]?.why).to.contain('future');
		expect(countWaiting(store, ME).refused).to.deep.equal(['The day lies in the future.']);
	});

	it('a refused photo does not hold up the log', async () => {
		const { store } = await storeWith();
		await store.put('photos', photo('p1'));
		await store.put('rides', { id: 'r1', personId: ME, mark: 'waiting', body: { id: 'r1' } });
		const { asked, fake } = server((a) =>
			a.url.includes('/photos/')
				? Response.json({ code: 'not-an-image', message: 'Not a picture.' }, { status: 400 })
				: undefined
		);
		expect((await send(store, fake)).state).to.equal('sent');
		expect(asked.map((a) => a.url.split('/')[2]?.split('?')[0])).to.deep.equal(['photos', 'rides']);
		expect(countWaiting(store, ME)).to.deep.include({ photos: 0, rides: 0, refused: ['Not a picture.'] });
	});

	it('sends nothing of another person', async () => {
		const { store } = await storeWith(entry('a', { personId: 'person-2', visitId: 'v2' }));
		await store.put('visits', { ...visit, id: 'v2', personId: 'person-2' });
		const { asked, fake } = server();
		await send(store, fake);
		expect(asked).to.be.empty;
		expect(countWaiting(store, ME)).to.deep.include({ taps: 0, foreign: 1 });
	});

	it('tracings saved without a connection are sent by themselves, after the taps of their visit, and counted till then', async () => {
		const { store } = await storeWith(entry('a'));
		await store.put('tracings', tracings('v1', 3));
		await store.put('tracings', { ...tracings('v2', 2), draft: { ...tracings('v2', 2).draft, version: 4 } });
		expect(countWaiting(store, ME)).to.deep.include({ taps: 1, tracings: 5 });
		const { asked, fake } = server();
		expect((await send(store, fake)).state).to.equal('sent');
		// Added to a visit that may be there; written whole, from its version, where it was changed.
		expect(asked.map((a) => `${a.method} ${a.url}`)).to.deep.equal([
			'POST /api/visits/v1/entries',
			'POST /api/visits/v1/tracings',
			'PUT /api/visits/v2'
		]);
		expect(countWaiting(store, ME)).to.deep.include({ taps: 0, tracings: 0 });
		expect(store.all('tracings')).to.be.empty;
	});

	it('tracings that somebody else has changed meanwhile stay, with the reason', async () => {
		const { store } = await storeWith();
		await store.put('tracings', tracings('v2', 2));
		const { fake } = server(() =>
			Response.json({ code: 'changed-meanwhile', message: 'Changed meanwhile.' }, { status: 409 })
		);
		await send(store, fake);
		expect(store.all('tracings')[0]).to.include({ mark: 'refused', why: 'Changed meanwhile.' });
		expect(countWaiting(store, ME).refused).to.deep.equal(['Changed meanwhile.']);
	});

	it('the sign-in page of a network is no acknowledgement: nothing leaves the device', async () => {
		const pages = [
			() => new Response('<html>Welcome to the harbour Wi-Fi</html>', { headers: { 'content-type': 'text/html' } }),
			() => Response.json({ ok: true }),
			() => new Response('<html>no</html>', { status: 403 }),
			() => new Response('', { status: 302, headers: { location: 'https://login.test/' } })
		];
		for (const answer of pages) {
			const { store } = await storeWith(entry('a'));
			await store.put('photos', photo('p1'));
			await store.put('rides', { id: 'r1', personId: ME, mark: 'waiting', body: { id: 'r1' } });
			await store.put('tracings', tracings('v2', 2));
			const { fake } = server(answer);
			expect((await send(store, fake)).state).to.equal('offline');
			expect(countWaiting(store, ME)).to.deep.include({ taps: 1, photos: 1, rides: 1, tracings: 2, refused: [] });
		}
	});

	it('an answer that names another id takes nothing from the device', async () => {
		const { store } = await storeWith();
		await store.put('photos', photo('p1'));
		const { fake } = server(() => Response.json({ stored: ['p2'] }));
		expect((await send(store, fake)).state).to.equal('offline');
		expect(store.all('photos')).to.have.length(1);
	});

	it('says in whose name it sends, and waits where the server has somebody else', async () => {
		const { store } = await storeWith(entry('a'));
		const names: (string | null)[] = [];
		const fake = (async (_: string, init: RequestInit) => {
			names.push(new Headers(init.headers).get('x-zt-person'));
			return Response.json({ code: 'other-person', message: '' }, { status: 409 });
		}) as typeof fetch;
		expect((await send(store, fake)).state).to.equal('other-person');
		expect(names).to.deep.equal([ME]);
		expect(countWaiting(store, ME)).to.deep.include({ taps: 1, refused: [] });
	});

	it('on a visit that another person began, everybody’s taps go in their own name', async () => {
		const theirs = entry('b', { personId: 'person-2' });
		const { store } = await storeWith(entry('a'), theirs);
		const { asked, fake } = server();
		await sendWaiting({ store, personId: 'person-2', device: 'd1', fetch: fake, now: () => new Date() });
		expect(asked.map((a) => a.ids)).to.deep.equal([[theirs.id]]);
		expect(countWaiting(store, ME)).to.deep.include({ taps: 1, foreign: 0 });
	});

	it('what hangs on a visit that was refused waits with it until the visit was put right', async () => {
		const { store } = await storeWith(entry('a'));
		await store.put('photos', photo('p1'));
		const refusing = server(() => Response.json({ code: 'clock-off', message: 'Choose the day.' }, { status: 409 }));
		await send(store, refusing.fake);
		expect(refusing.asked).to.have.length(1);
		expect(countWaiting(store, ME)).to.deep.include({ photos: 1, refused: ['Choose the day.'] });
		for (const e of store.all('entries')) await store.put('entries', { ...e, mark: 'waiting' });
		const { fake } = server();
		await send(store, fake);
		expect(store.all('visits')[0]).not.to.have.property('why');
		expect(countWaiting(store, ME)).to.deep.include({ taps: 0, photos: 0, refused: [] });
	});

	it('five thousand taps of three weeks go in order, each once', async () => {
		const taps = Array.from({ length: 5000 }, (_, i) => entry(`f${i}`));
		const { store } = await storeWith(...taps);
		const { asked, fake } = server();
		expect((await send(store, fake)).state).to.equal('sent');
		expect(asked.flatMap((a) => a.ids)).to.deep.equal(taps.map((t) => t.id).sort());
		expect(Math.max(...asked.map((a) => a.ids.length))).to.be.at.most(500);
	});

	it('signing out removes what the server has, and keeps what it has not', async () => {
		const [kept, gone] = [entry('a'), entry('b', { mark: 'sent' })];
		const { store } = await storeWith(kept, gone);
		await store.put('visits', { ...visit, id: 'v9' });
		await forgetSent(store, (id) => id === ME);
		expect(store.all('entries').map((e) => e.id)).to.deep.equal([kept.id]);
		expect(store.all('visits').map((v) => v.id)).to.deep.equal(['v1']);
	});

	it('hears from the server how far the clock is off', async () => {
		const { store } = await storeWith(entry('a'));
		const { fake } = server((a) => Response.json({ stored: a.ids, refused: [], clockOffMs: 86_400_000 }));
		expect((await send(store, fake)).clockOffMs).to.equal(86_400_000);
	});
});

describe('pages kept for a yard without a connection', () => {
	const horse = '01930000-0000-7000-8000-0000000000aa';
	it('are the board, a horse, its walk, log and signs, and nothing else', () => {
		for (const path of ['/', `/horses/${horse}`, `/horses/${horse}/walk`, `/horses/${horse}/log`, '/hands'])
			expect(isPage(path), path).to.be.true;
		for (const path of [
			'/sign-in',
			'/saddles',
			'/horses/new',
			`/api/horses/${horse}/points.csv`,
			`/horses/${horse}/edit`
		])
			expect(isPage(path), path).to.be.false;
	});
	it('a walk is one page whatever its visit and step', () => {
		const walk = new URL(`https://x.test/horses/${horse}/walk?visit=a&at=feel`);
		expect(cachePath(walk)).to.equal(`/horses/${horse}/walk`);
		expect(cachePath(new URL('https://x.test/?q=mar'))).to.equal('/?q=mar');
	});
	it('a kept page says when it is of, before anything else and on its root', () => {
		const page = '<!doctype html><html lang="en" data-theme="paper"><body data-x="1"><div>Steady</div></body></html>';
		const now = new Date('2026-06-01T18:00:00');
		const today = markSaved(page, new Date('2026-06-01T10:31:00').toISOString(), now);
		expect(today).to.match(/<body data-x="1"><div class="zt-saved-copy"[^>]*>Saved copy from 10:31, not up to date\./);
		expect(today).to.contain('<html data-saved="Saved copy from 10:31" lang="en"');
		expect(today.indexOf('Saved copy')).to.be.below(today.indexOf('Steady'));
		expect(markSaved(page, new Date('2026-05-30T10:31:00').toISOString(), now)).to.contain('30 May 2026, 10:31');
		for (const unknown of [null, 'soon']) expect(markSaved(page, unknown, now)).to.contain('from an earlier day');
	});
	it('signing in or out by any way ends what was kept of the person before', () => {
		for (const path of ['/sign-in', '/sign-out', '/sign-in/passkey'])
			expect(endsSession('POST', path), path).to.be.true;
		expect(endsSession('GET', '/sign-in')).to.be.false;
		expect(endsSession('POST', '/account')).to.be.false;
	});
	it('an older program’s pages are stale, other caches are left alone', () => {
		expect(isStale('zt-pages-1', ['zt-pages-2'])).to.be.true;
		expect(isStale('zt-pages-2', ['zt-pages-2'])).to.be.false;
		expect(isStale('other', [])).to.be.false;
	});
});
