import { and, eq, isNull } from 'drizzle-orm';
import type { Browser, Page } from 'playwright-core';
import { v7 as uuidv7 } from 'uuid';
import { seededRandom } from '../../sim/random.js';
import { CHECKS } from '../../src/core/checks/index.js';
import { GOING_SIGNS, RUNGS } from '../../src/core/visit/index.js';
import { gradeCode, SIGN_KINDS, SIGN_MEANING, ZONE_IDS } from '../../src/core/zones/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import { SEEN_WORDS, VERDICT_WORD } from '../../src/words/index.js';
import { clientAt, cookiesFrom, serverUrl } from './client.js';
import { database } from './database.js';
import { clientOf } from './people.js';
import { putPhoto } from './photos.js';
import { ALL_CALLERS, CALLERS, makeRightsPlace, type Caller, type RightsPlace } from './rightsPlace.js';
import { batchBody, noteBody, visitBody } from './visits.js';

type Asking = Awaited<ReturnType<typeof clientOf>>;

/** A yard with every role signed in, one browser for those who open pages in it. */
export interface SequencePlace extends RightsPlace {
	readonly as: Readonly<Partial<Record<Caller, Asking>>>;
	readonly saddleIds: readonly string[];
	readonly pages: Readonly<Partial<Record<Caller, Page>>>;
	/** What a page said to its console, or broke of. */
	readonly said: string[];
}

const IN_BROWSER: readonly Caller[] = ['O', 'W'];

export async function makeSequencePlace(browser: Browser): Promise<SequencePlace> {
	const place = await makeRightsPlace();
	const { db } = database();
	const as: Partial<Record<Caller, Asking>> = {};
	for (const c of ALL_CALLERS) if (place.people[c]) as[c] = await clientOf(place.people[c]);
	const saddleIds = [uuidv7(), uuidv7()];
	for (const [i, id] of saddleIds.entries())
		await db
			.insert(tables.saddle)
			.values({ id, yardId: place.yardId, name: `Sequence saddle ${i}`, kind: i === 0 ? 'general' : 'western' });
	const pages: Partial<Record<Caller, Page>> = {};
	const said: string[] = [];
	for (const c of IN_BROWSER) {
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
		await context.addCookies(cookiesFrom((as[c] as Asking).cookie));
		const page = await context.newPage();
		// A page that may not be seen is answered by its status: the browser tells that itself.
		page.on('console', (m) => m.type() === 'error' && !/Failed to load resource/.test(m.text()) && said.push(m.text()));
		page.on('pageerror', (e) => said.push(e.message));
		pages[c] = page;
	}
	return { ...place, as, saddleIds, pages, said };
}

const DAY_MS = 86_400_000;
const dayAgo = (days: number): string => new Date(Date.now() - days * DAY_MS).toISOString().slice(0, 10);

/** The page of a horse, what a form asks of it, and what is made for taking away. */
const PAGES = ['', '/signs', '/shape', '/record', '/log', '/walk', '/visits/new', '/saddle', '/edit', '/share'];

interface Doing {
	readonly place: SequencePlace;
	readonly horseId: string;
	readonly pairings: readonly string[];
	/** Visits of the horse so far, newest last. */
	readonly visits: string[];
	readonly pick: <T>(of: readonly T[]) => T;
	readonly number: (below: number) => number;
	/** Somebody who may record. */
	readonly who: () => Asking;
}

const some = <T>({ pick, number }: Doing, of: readonly T[], most: number): T[] => [
	...new Set(Array.from({ length: 1 + number(most) }, () => pick(of)))
];
const visitOf = (d: Doing): string => {
	if (d.visits.length === 0 || d.number(3) === 0) d.visits.push(uuidv7());
	return d.pick(d.visits);
};
const tap = (d: Doing, entries: readonly (readonly [string, unknown])[], day = dayAgo(d.number(40))) =>
	d.who().send(
		'POST',
		`/api/visits/${visitOf(d)}/entries`,
		batchBody(
			d.horseId,
			entries.map(([f, v]) => noteBody(f, v)),
			day
		)
	);

function answerOf(d: Doing, pairing: string): readonly [string, unknown] {
	const check = d.pick(CHECKS);
	const stage = d.pick(check.stages);
	const side = check.sided ? d.pick(['near', 'off', 'both']) : 'both';
	const fingers = d.number(5);
	const value = check.asks === 'fingers' ? { fingers, mm: fingers * 18 } : d.pick(check.answers).code;
	return [`check/${pairing}/${stage}/${check.id}/${side}`, value];
}

function signOf(d: Doing): readonly [string, unknown] {
	const kind = d.pick(SIGN_KINDS);
	const grade = d.number(SIGN_MEANING[kind].grades.length);
	const age = gradeCode(kind, grade) === 'white' ? { age: d.pick(['new', 'months', 'years']) } : {};
	return [`sign/${kind}/${d.pick(ZONE_IDS)}/${d.pick(['near', 'off'])}`, { grade, ...age }];
}

/** Every kind of entry on a horse; refusals are answers too. */
const DEEDS: Readonly<Record<string, (d: Doing) => Promise<unknown>>> = {
	ride: (d) => {
		const id = uuidv7();
		const saddleId = d.pick([null, ...d.place.saddleIds]);
		const seen = some(d, Object.keys(SEEN_WORDS), 4);
		const changes = d.number(3) === 0 ? some(d, ['work', 'rider', 'pad', 'saddle', 'lay-off'], 2) : [];
		const body = {
			id,
			horseId: d.horseId,
			riddenOn: dayAgo(d.number(40)),
			saddleId,
			pad: 'thin',
			seen,
			atTime: 'start',
			changes,
			note: '',
			movedMm: d.pick([null, -20, 30]),
			shifted: d.pick([null, 'near'])
		};
		return d.who().send('PUT', `/api/rides/${id}`, body);
	},
	signs: (d) =>
		tap(
			d,
			Array.from({ length: 1 + d.number(4) }, () => signOf(d))
		),
	quiet: (d) => tap(d, [[d.pick(['rest/feel', 'rest/hair', 'rest/sweat']), true]]),
	going: (d) => tap(d, [[`going/${d.pick(RUNGS)}`, some(d, GOING_SIGNS, 2)]]),
	checks: (d) => {
		const pairing = d.pick(d.pairings);
		return tap(
			d,
			Array.from({ length: 1 + d.number(6) }, () => answerOf(d, pairing))
		);
	},
	trial: (d) => {
		const ids = [uuidv7(), uuidv7()];
		const named = ids.map((id, i) => [`trial/${id}`, { name: `Trial ${i + 1}`, kind: 'general' }] as const);
		return tap(d, [...named, ...ids.flatMap((id) => Array.from({ length: 4 }, () => answerOf(d, id)))]);
	},
	setup: (d) => {
		const p = d.pick(d.pairings);
		return tap(d, [
			[`setup/${p}/pad`, d.pick(['none', 'thin', 'thick'])],
			[`setup/${p}/front-near`, d.number(9)],
			[`setup/${p}/plate`, 'M']
		]);
	},
	body: (d) =>
		tap(d, [
			['tape/girthCm', 170 + d.number(20)],
			['tape/lengthCm', 150 + d.number(20)],
			['condition/score', 3 + d.number(5)],
			['load/riderKg', 60 + d.number(50)]
		]),
	decide: (d) =>
		tap(d, [
			['decide/action', d.pick(['ride-on', 'watch', 'pad', 'fitter', 'vet'])],
			['decide/nextOn', dayAgo(-d.number(60))],
			['treat/asked', ['rest', 'call-vet']],
			['done', true]
		]),
	day: (d) => tap(d, [['day', dayAgo(d.number(60))]]),
	tracings: (d) => {
		const visit = {
			...visitBody(d.horseId, dayAgo(d.number(60)), 1 + d.number(3), d.pick([['T8'], ['T8', 'T13', 'T18']])),
			id: visitOf(d)
		};
		return d.who().send('POST', `/api/visits/${visit.id}/tracings`, visit);
	},
	fitting: (d) =>
		d.place.as.F!.post(`/horses/${d.horseId}/saddle?/fit`, {
			id: uuidv7(),
			pairingId: d.pick(d.pairings),
			visitId: visitOf(d),
			fittedBy: 'Isolde Quay',
			confirmed: 'yes'
		}),
	photo: (d) => putPhoto(d.who(), `/api/photos/${uuidv7()}?visit=${visitOf(d)}&kind=side`),
	task: (d) =>
		d.place.as.V!.post(`/horses/${d.horseId}?/task`, {
			id: uuidv7(),
			askedOf: d.pick(['owner', 'vet', 'fitter']),
			what: 'look again',
			byOn: d.pick(['', dayAgo(-9)])
		}),
	report: async (d) => {
		const values = {
			id: uuidv7(),
			yardId: d.place.yardId,
			horseId: d.horseId,
			pairingId: d.pick(d.pairings),
			tokenHash: uuidv7(),
			expiresAt: new Date(Date.now() + DAY_MS)
		};
		const answered =
			d.number(2) === 0
				? { answer: d.pick(['fits', 'refitted', 'note'] as const), answeredBy: 'Isolde Quay', answeredAt: new Date() }
				: {};
		await database()
			.db.insert(tables.reportLink)
			.values({ ...values, ...answered });
	},
	rest: (d) =>
		d.place.as.O!.post('/saddles?/use', {
			horseId: d.horseId,
			pairingId: d.pick(d.pairings),
			inUse: d.pick(['yes', 'no'])
		}),
	delete: (d) => d.place.as.O!.send('DELETE', `/api/visits/${visitOf(d)}`),
	restore: (d) => d.place.as.O!.send('POST', `/api/visits/${visitOf(d)}`),
	move: (d) => d.place.as.O!.send('PUT', `/api/visits/${visitOf(d)}/horse`, { horseId: d.place.otherHorseId }),
	archive: (d) => d.place.as.O!.post(`/horses/${d.horseId}/edit?/out`, { out: d.pick(['yes', 'no']) }),
	import: async (d) => {
		const zip = await (await d.place.as.O!.get(`/api/horses/${d.horseId}/record.zip`)).arrayBuffer();
		return fetch(
			`${serverUrl()}/api/yards/${d.place.yardId}/record?as=${d.pick(['same', 'new'])}&differ=${d.pick(['keep', 'take'])}`,
			{
				method: 'POST',
				headers: { cookie: d.place.as.O!.cookie, origin: serverUrl(), 'content-type': 'application/zip' },
				body: zip
			}
		);
	}
};

/** One answer of the server; a refusal is one, a broken server is none. */
function mustAnswer(what: string, answer: unknown): void {
	if (answer instanceof Response && answer.status >= 500) throw new Error(`${what} answered ${answer.status}`);
}

const VERDICT = /data-testid="verdict"[^>]*>([^<]+)</;

/** The verdict of a horse as its row on the board says it. */
function onBoard(html: string, horseId: string): string | undefined {
	const row = html.split('<li class="sheet').find((part) => part.includes(`href="/horses/${horseId}"`));
	const word = /<div class="call[^>]*>[\s\S]*?<strong[^>]*>([^<]+)</.exec(row ?? '')?.[1];
	return word === 'No call' ? undefined : word;
}

async function openAll(place: SequencePlace, horseId: string, name: string): Promise<void> {
	const [standing] = await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
	const wanted = standing?.verdict ? VERDICT_WORD[standing.verdict] : undefined;
	const [horse] = await database().db.select().from(tables.horse).where(eq(tables.horse.id, horseId));
	for (const c of ALL_CALLERS) {
		const client = place.as[c] ?? clientAt(serverUrl(), '');
		for (const page of PAGES) {
			const answer = await client.get(`/horses/${horseId}${page}`);
			mustAnswer(`${page || '/'} as ${CALLERS[c]}`, answer);
			if (answer.status !== 200) continue;
			const html = await answer.text();
			if (!html.includes('aria-label="Main"')) throw new Error(`${page || '/'} as ${CALLERS[c]} has no navigation`);
			if (html.includes('data-testid="card-failed"'))
				throw new Error(`a card of ${page || '/'} as ${CALLERS[c]} cannot be shown`);
			if (page !== '' && page !== '/saddle') continue;
			const said = VERDICT.exec(html)?.[1]?.trim();
			if (said !== wanted) throw new Error(`${page || '/'} as ${CALLERS[c]} says ${said}, the record ${wanted}`);
		}
		const board = await client.get(`/?yard=${place.yardId}&q=${encodeURIComponent(name)}`);
		mustAnswer('the board', board);
		if (board.status === 200 && horse?.archivedAt === null && ['O', 'B', 'F', 'V', 'W'].includes(c)) {
			const said = onBoard(await board.text(), horseId);
			if (said !== wanted) throw new Error(`the board as ${CALLERS[c]} says ${said}, the record ${wanted}`);
		}
		for (const path of ['/round', `/compare?a=${horseId}`, '/saddles', '/api/calendar.ics'])
			mustAnswer(path, await client.get(path));
	}
	for (const c of IN_BROWSER) {
		const page = place.pages[c] as Page;
		for (const path of PAGES.slice(0, c === 'O' ? undefined : 4)) {
			await page.goto(`${serverUrl()}/horses/${horseId}${path}`, { waitUntil: 'commit' });
			await page.locator('html[data-ready]').waitFor({ state: 'attached' });
			if ((await page.getByTestId('card-failed').count()) > 0)
				throw new Error(`a card of ${path || '/'} cannot be shown in the browser`);
			if ((await page.locator('nav[aria-label=Main]').count()) === 0)
				throw new Error(`${path || '/'} lost its navigation`);
		}
	}
	if (place.said.length > 0) throw new Error(`the console says: ${place.said.splice(0).join(' | ')}`);
}

/** Plays so many entries, drawn by the seed, on a horse of its own, then opens every page of it as every role. */
export async function playSequence(place: SequencePlace, seed: number, length = 14): Promise<void> {
	const { db } = database();
	const random = seededRandom(seed);
	const number = (below: number): number => Math.floor(random() * below);
	const pick = <T>(of: readonly T[]): T => of[number(of.length)] as T;
	const horseId = uuidv7();
	const name = `Sequence ${seed}`;
	await db.insert(tables.horse).values({ id: horseId, yardId: place.yardId, name, bornYear: pick([null, 2012, 2023]) });
	for (const c of ['A', 'G'] as const)
		await db.insert(tables.horseGuest).values({ horseId, personId: place.people[c]!.id, role: CALLERS[c] });
	const pairings: string[] = [];
	for (const saddleId of place.saddleIds) {
		const id = uuidv7();
		pairings.push(id);
		await place.as.O!.post('/saddles?/pair', { id, horseId, saddleId, school: pick(['close', 'roomy']) });
	}
	const doing: Doing = {
		place,
		horseId,
		pairings,
		visits: [],
		pick,
		number,
		who: () => place.as[pick(['O', 'B'] as const)] as Asking
	};
	const done: string[] = [];
	try {
		for (let i = 0; i < length; i++) {
			const what = pick(Object.keys(DEEDS));
			done.push(what);
			mustAnswer(what, await (DEEDS[what] as (d: Doing) => Promise<unknown>)(doing));
		}
		await openAll(place, horseId, name);
	} catch (error) {
		throw new Error(`seed ${seed} (${done.join(', ')}): ${error instanceof Error ? error.message : String(error)}`, {
			cause: error
		});
	} finally {
		// The board stays short: what was played is taken off it.
		await db
			.update(tables.horse)
			.set({ archivedAt: new Date() })
			.where(and(eq(tables.horse.yardId, place.yardId), isNull(tables.horse.archivedAt), eq(tables.horse.id, horseId)));
	}
}
