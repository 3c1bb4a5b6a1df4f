import { expect } from 'chai';
import 'fake-indexeddb/auto';
import { cachePath, isPage, isStale } from '../../../src/lib/ui/offline/cacheRules.js';
import type { KeptEntry, KeptPhoto, KeptVisit } from '../../../src/lib/ui/offline/kept.js';
import { countWaiting, sendWaiting, type SendOutcome } from '../../../src/lib/ui/offline/sendWaiting.js';
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
		return answer?.(one) ?? Response.json({ stored: one.ids, refused: [], clockOffMs: 0 });
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
		const { fake } = server(() => Response.json({ message: 'The day lies in the future.' }, { status: 400 }));
		await send(store, fake);
		expect(store.all('visits')[0]?.why).to.contain('future');
		expect(countWaiting(store, ME).refused).to.deep.equal(['The day lies in the future.']);
	});

	it('a refused photo does not hold up the log', async () => {
		const { store } = await storeWith();
		await store.put('photos', photo('p1'));
		await store.put('rides', { id: 'r1', personId: ME, mark: 'waiting', body: { id: 'r1' } });
		const { asked, fake } = server((a) =>
			a.url.includes('/photos/') ? Response.json({ message: 'Not a picture.' }, { status: 400 }) : undefined
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
	it('an older program’s pages are stale, other caches are left alone', () => {
		expect(isStale('zt-pages-1', ['zt-pages-2'])).to.be.true;
		expect(isStale('zt-pages-2', ['zt-pages-2'])).to.be.false;
		expect(isStale('other', [])).to.be.false;
	});
});
