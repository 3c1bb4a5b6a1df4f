import { and, desc, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import {
	DEMO_PASSWORD,
	DEMO_PEOPLE,
	DEMO_YARDS,
	type DemoHorse,
	type DemoPersonKey,
	type DemoYard
} from '../sim/demo/patrol.js';
import { DEMO_RIDES, DEMO_SIGNS } from '../sim/demo/signs.js';
import { DEMO_PHOTOS, DEMO_SADDLE_PHOTOS, DEMO_SADDLE_VIEWS, demoPhotoSvg, demoSaddleSvg } from '../sim/demo/photos.js';
import { DEMO_LONG_LINES, demoLongLine } from '../sim/demo/longLines.js';
import {
	DEMO_FACTS,
	DEMO_SADDLE_ROCK_MM,
	DEMO_SERVICES,
	STORE_HORSE,
	STORE_SADDLES,
	storeUnderside,
	undersideFrom
} from '../sim/demo/saddles.js';
import { demoVisits } from '../sim/demo/visits.js';
import type { LoggedChange } from '../src/core/schedule/index.js';
import { addDays } from '../src/core/units/index.js';
import type { EntryValue } from '../src/core/visit/index.js';
import { makeAuth } from '../src/lib/server/access/auth.js';
import { openForWriting, tables, type Raw, type Writer } from '../src/lib/server/db/index.js';
import { rejudgeHorse } from '../src/lib/server/records/index.js';

type People = Readonly<Record<DemoPersonKey, string>>;

async function loadPeople(db: Raw): Promise<People> {
	const auth = makeAuth(
		db,
		{ secret: 'only used to hash the demo passwords', origin: undefined },
		{ able: false, send: () => undefined, deliver: async () => undefined }
	);
	const people: Partial<Record<DemoPersonKey, string>> = {};
	for (const [key, { name, email }] of Object.entries(DEMO_PEOPLE)) {
		const { user } = await auth.api.signUpEmail({ body: { name, email, password: DEMO_PASSWORD } });
		people[key as DemoPersonKey] = user.id;
	}
	await db.delete(tables.session);
	await db.update(tables.person).set({ emailVerified: true });
	return people as People;
}

async function loadVisits(
	db: Writer,
	horse: DemoHorse,
	at: { horseId: string; yardId: string; madeBy: string },
	operator: string,
	today: string,
	seed: number
): Promise<{ id: string; visitedOn: string }[]> {
	const made = demoVisits(horse, today, seed).map((v) => ({ id: uuidv7(), ...v }));
	await db.insert(tables.visit).values(
		made.map((v) => ({
			...at,
			id: v.id,
			visitedOn: v.visitedOn,
			contentHash: createHash('sha256').update(v.id).digest('hex')
		}))
	);
	const rows = made.flatMap((v) =>
		v.tracings.map((t) => ({
			id: uuidv7(),
			visitId: v.id,
			station: t.station,
			repeat: t.repeat,
			xMm: t.points.map((p) => Math.round(p[0] * 1000) / 1000),
			yMm: t.points.map((p) => Math.round(p[1] * 1000) / 1000),
			source: 'points',
			operator
		}))
	);
	const rockMm = DEMO_SADDLE_ROCK_MM[horse.saddle];
	const first = made[horse.fitVisits[0] ?? 0];
	if (rockMm !== undefined && first)
		await db
			.update(tables.saddle)
			.set({ measures: undersideFrom(first.tracings, rockMm) })
			.where(and(eq(tables.saddle.yardId, at.yardId), eq(tables.saddle.name, horse.saddle)));
	if (first && horse.name === STORE_HORSE)
		await db.insert(tables.saddle).values(
			STORE_SADDLES.map((s) => ({
				id: uuidv7(),
				yardId: at.yardId,
				name: s.name,
				kind: 'general' as const,
				about: s.about,
				bearingMm: s.bearingMm,
				measures: storeUnderside(first.tracings, s)
			}))
		);
	await db.insert(tables.tracing).values([...rows, ...longLineRows(horse.name, made, operator)]);
	return made.map(({ id, visitedOn }) => ({ id, visitedOn }));
}

/** Long lines of the visits that drew them, as drawn with the flexible curve: a point every 10 mm. */
function longLineRows(name: string, visits: readonly { readonly id: string }[], operator: string) {
	return (DEMO_LONG_LINES[name] ?? []).flatMap(({ before, ...line }) => {
		const visit = visits[visits.length - 1 - before];
		if (!visit) return [];
		return (['near', 'off'] as const).map((side, i) => {
			const drawn = demoLongLine({ ...line, rockMm: line.rockMm + i });
			return {
				id: uuidv7(),
				visitId: visit.id,
				station: `L100${side}`,
				repeat: 1,
				...drawn,
				source: 'points',
				operator
			};
		});
	});
}

interface NotedHorse {
	readonly horseId: string;
	readonly yardId: string;
	readonly pairingId: string;
	readonly saddleId: string;
	readonly madeBy: string;
	readonly visits: readonly { readonly id: string; readonly visitedOn: string }[];
}

const trials = new Map<string, string>();
/** One id for each saddle that is only tried. */
function trialId(name: string): string {
	const found = trials.get(name) ?? uuidv7();
	trials.set(name, found);
	return found;
}

/** A drawing as the picture that is kept. */
async function pictureOf(svg: string): Promise<{ mediaType: string; bytes: Buffer; sha256: string }> {
	const bytes = await sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toBuffer();
	return { mediaType: 'image/jpeg', bytes, sha256: createHash('sha256').update(bytes).digest('hex') };
}

async function loadSaddlePhotos(
	db: Writer,
	yardId: string,
	saddles: ReadonlyMap<string, string>,
	today: string
): Promise<void> {
	for (const name of DEMO_SADDLE_PHOTOS) {
		const saddleId = saddles.get(name);
		if (!saddleId) continue;
		const of = { yardId, saddleId, createdAt: new Date(`${addDays(today, -20)}T10:00Z`) };
		for (const kind of DEMO_SADDLE_VIEWS)
			await db.insert(tables.photo).values({ id: uuidv7(), ...of, kind, ...(await pictureOf(demoSaddleSvg(kind))) });
	}
}

/** Standard photos of a horse, drawn, with the taps that name them. */
async function loadPhotos(db: Writer, name: string, at: NotedHorse): Promise<void> {
	for (const made of DEMO_PHOTOS[name] ?? []) {
		const visit = at.visits[at.visits.length - 1 - made.before];
		if (!visit) continue;
		const id = uuidv7();
		await db.insert(tables.photo).values({
			id,
			yardId: at.yardId,
			visitId: visit.id,
			kind: made.view,
			...(await pictureOf(demoPhotoSvg(made))),
			madeBy: at.madeBy
		});
		await db.insert(tables.visitEntry).values({
			id: uuidv7(),
			visitId: visit.id,
			field: `photo/${made.view}`,
			value: { v: id },
			replaces: [],
			device: uuidv7(),
			madeAt: new Date(`${visit.visitedOn}T09:40Z`),
			receivedAt: new Date(`${visit.visitedOn}T09:41Z`),
			madeBy: at.madeBy
		});
	}
}

/** What hands, eyes and riders noted of a horse. */
async function loadNotes(db: Writer, name: string, at: NotedHorse): Promise<void> {
	const device = uuidv7();
	const rows = Object.entries(DEMO_SIGNS[name] ?? {}).flatMap(([before, notes]) => {
		const visit = at.visits[at.visits.length - 1 - Number(before)];
		if (!visit) return [];
		return notes.map(([field, value]) => ({
			id: uuidv7(),
			visitId: visit.id,
			field: field.replace('PAIRING', at.pairingId).replace(/TRIAL\d/, (name) => trialId(name)),
			value: { v: (value === 'DAY' ? visit.visitedOn : value) as EntryValue },
			replaces: [],
			device,
			madeAt: new Date(`${visit.visitedOn}T09:30Z`),
			receivedAt: new Date(`${visit.visitedOn}T09:31Z`),
			madeBy: at.madeBy
		}));
	});
	if (rows.length > 0) await db.insert(tables.visitEntry).values(rows);
	const lastOn = at.visits[at.visits.length - 1]?.visitedOn as string;
	const rides = (DEMO_RIDES[name] ?? []).map(([daysBefore, seen, changes, movedMm = null]) => ({
		movedMm,
		id: uuidv7(),
		yardId: at.yardId,
		horseId: at.horseId,
		riddenOn: addDays(lastOn, -daysBefore),
		saddleId: at.saddleId,
		pad: 'thin',
		seen: [...seen],
		atTime: 'middle',
		changes: [...changes] as LoggedChange[],
		madeBy: at.madeBy
	}));
	if (rides.length > 0) await db.insert(tables.ride).values(rides);
}

interface HorsePlace {
	readonly yardId: string;
	readonly saddles: ReadonlyMap<string, string>;
	readonly madeBy: string;
	readonly tracedBy: string;
	readonly today: string;
	readonly seed: number;
}

/** What people of the demo asked of each other. */
const TASKS: Readonly<
	Record<
		string,
		readonly { readonly askedOf: 'owner' | 'fitter' | 'vet'; readonly what: string; readonly inDays: number }[]
	>
> = {
	Marram: [{ askedOf: 'fitter', what: 'bring the wide plate; look at both front panels', inDays: 8 }],
	Eider: [{ askedOf: 'owner', what: 'tape the girth every second Sunday', inDays: 3 }],
	Curlew: [{ askedOf: 'vet', what: 'look at the near hind before anything is padded', inDays: 2 }]
};

async function loadTasks(db: Writer, name: string, at: NotedHorse, today: string): Promise<void> {
	const { yardId, horseId, madeBy } = at;
	const rows = (TASKS[name] ?? []).map(({ askedOf, what, inDays }) => ({
		id: uuidv7(),
		yardId,
		horseId,
		madeBy,
		askedOf,
		what,
		byOn: addDays(today, inDays)
	}));
	if (rows.length > 0) await db.insert(tables.task).values(rows);
}

async function loadHorse(
	db: Writer,
	horse: DemoHorse,
	{ yardId, saddles, madeBy, tracedBy, today, seed }: HorsePlace
): Promise<void> {
	const horseId = uuidv7();
	const bornYear = Number(today.slice(0, 4)) - horse.ageYears;
	await db.insert(tables.horse).values({ id: horseId, yardId, name: horse.name, about: horse.about, bornYear });
	const pairingId = uuidv7();
	const saddleId = saddles.get(horse.saddle) as string;
	await db.insert(tables.pairing).values({ id: pairingId, yardId, horseId, saddleId, school: horse.school });
	const visits = await loadVisits(db, horse, { horseId, yardId, madeBy }, tracedBy, today, seed);
	for (const i of horse.fitVisits)
		await db.insert(tables.fitMark).values({
			id: uuidv7(),
			pairingId,
			horseId,
			visitId: visits[i]?.id as string,
			fittedBy: DEMO_PEOPLE.fitter.name,
			madeBy
		});
	const noted = { horseId, yardId, pairingId, saddleId, madeBy, visits };
	await loadNotes(db, horse.name, noted);
	await loadPhotos(db, horse.name, noted);
	await loadTasks(db, horse.name, noted, today);
	await rejudgeHorse(db, { id: horseId, bornYear });
}

async function loadYard(db: Writer, yard: DemoYard, people: People, today: string, seed: number): Promise<void> {
	const yardId = uuidv7();
	await db.insert(tables.yard).values({ id: yardId, name: yard.name });
	await db
		.insert(tables.membership)
		.values(yard.members.map((m) => ({ yardId, personId: people[m.person], role: m.role })));
	const saddles = yard.saddles.map((s) => ({ id: uuidv7(), yardId, ...s, facts: DEMO_FACTS[s.name] ?? null }));
	await db.insert(tables.saddle).values(saddles);
	const services = saddles.flatMap((s) =>
		(DEMO_SERVICES[s.name] ?? []).map(({ daysAgo, what, note }) => ({
			id: uuidv7(),
			yardId,
			saddleId: s.id,
			doneOn: addDays(today, -daysAgo),
			what,
			doneBy: DEMO_PEOPLE.fitter.name,
			note,
			madeBy: people.fitter
		}))
	);
	if (services.length > 0) await db.insert(tables.saddleService).values(services);
	const byName = new Map(saddles.map((s) => [s.name, s.id]));
	await loadSaddlePhotos(db, yardId, byName, today);
	const madeBy = people.bodyworker;
	// Whoever keeps the yard traces its horses; somebody else's first tracing is a new hand.
	const tracedBy = DEMO_PEOPLE[yard.members[0]?.person ?? 'owner'].name;
	let n = 0;
	for (const horse of yard.horses)
		await loadHorse(db, horse, { yardId, saddles: byName, madeBy, tracedBy, today, seed: seed + 17 * n++ });
	await loadDeeds(db, yardId, madeBy);
}

const DEEDS = 12;

/** Who did what lately: the latest visits, as they were recorded. */
async function loadDeeds(db: Writer, yardId: string, personId: string): Promise<void> {
	const { visit } = tables;
	const visits = await db
		.select({ horseId: visit.horseId, on: visit.visitedOn })
		.from(visit)
		.where(eq(visit.yardId, yardId))
		.orderBy(desc(visit.visitedOn))
		.limit(DEEDS);
	await db.insert(tables.deed).values(
		visits.reverse().map(({ horseId, on }) => ({
			yardId,
			horseId,
			personId,
			what: 'visit-made' as const,
			about: { on },
			doneAt: new Date(`${on}T15:40Z`)
		}))
	);
}

/** Loads the demo once; a database that already holds its owner is left alone. Returns whether it loaded. */
export async function loadDemo(db: Raw, today: string): Promise<boolean> {
	const [present] = await db.select().from(tables.person).where(eq(tables.person.email, DEMO_PEOPLE.owner.email));
	if (present) return false;
	const people = await loadPeople(db);
	await openForWriting(db, async (tx) => {
		let seed = 7;
		for (const yard of DEMO_YARDS) await loadYard(tx, yard, people, today, (seed += 1000));
	});
	return true;
}
