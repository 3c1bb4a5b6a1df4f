import fc from 'fast-check';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { CoreError } from '../../src/core/errors/index.js';
import { foldEntries, isForTheVet, type Entry, type EntryValue } from '../../src/core/visit/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import { sortBatch } from '../../src/lib/server/door/entries.js';
import { findHorse, putEntries, readBefore, setVisitUndone, type Scope } from '../../src/lib/server/records/index.js';
import { database } from './database.js';
import { makePerson } from './people.js';

/** Fields that two people may both touch: serious values, and what would close them. */
const TAPS: readonly (readonly [field: string, value: EntryValue])[] = [
	['sign/skin/pocket/near', { grade: 4 }],
	['sign/skin/pocket/near', { grade: 1 }],
	['sign/skin/pocket/near', { grade: 0 }],
	['sign/skin/pocket/near', null],
	['sign/swelling/loin/off', { grade: 2 }],
	['sign/swelling/loin/off', { grade: 0 }],
	['rest/hair', true],
	['rest/feel', true],
	['going/ridden', ['lame']],
	['going/ridden', []],
	['decide/action', 'vet'],
	['decide/action', 'ride-on'],
	['note', 'breezy']
];

/** The look that goes over all zones of a group, besides an answer at the very place. */
const LOOKED_OVER: Readonly<Record<string, string>> = {
	'sign/skin/pocket/near': 'rest/hair',
	'sign/swelling/loin/off': 'rest/feel'
};

export type Step =
	| { readonly do: 'begin'; readonly device: 0 | 1; readonly daysAgo: number }
	| { readonly do: 'join'; readonly device: 0 | 1 }
	| { readonly do: 'tap'; readonly device: 0 | 1; readonly tap: number }
	| { readonly do: 'send'; readonly device: 0 | 1 }
	| { readonly do: 'reload'; readonly device: 0 | 1 }
	| { readonly do: 'clock'; readonly device: 0 | 1; readonly hours: number }
	| { readonly do: 'delete' };

const device = fc.constantFrom<0 | 1>(0, 1);
const step: fc.Arbitrary<Step> = fc.oneof(
	{
		weight: 2,
		arbitrary: fc.record({ do: fc.constant('begin' as const), device, daysAgo: fc.integer({ min: 0, max: 3 }) })
	},
	{ weight: 1, arbitrary: fc.record({ do: fc.constant('join' as const), device }) },
	{ weight: 7, arbitrary: fc.record({ do: fc.constant('tap' as const), device, tap: fc.nat(TAPS.length - 1) }) },
	{ weight: 4, arbitrary: fc.record({ do: fc.constant('send' as const), device }) },
	{ weight: 2, arbitrary: fc.record({ do: fc.constant('reload' as const), device }) },
	{
		weight: 1,
		arbitrary: fc.record({ do: fc.constant('clock' as const), device, hours: fc.integer({ min: -30, max: 30 }) })
	},
	{ weight: 1, arbitrary: fc.record({ do: fc.constant('delete' as const) }) }
);
/** Both begin a visit first, so that most of what follows meets. */
export const steps: fc.Arbitrary<readonly Step[]> = fc
	.tuple(fc.integer({ min: 0, max: 3 }), fc.boolean(), fc.array(step, { minLength: 6, maxLength: 24 }))
	.map(([daysAgo, together, more]): readonly Step[] => [
		{ do: 'begin', device: 0, daysAgo },
		together ? { do: 'join', device: 1 } : { do: 'begin', device: 1, daysAgo: 0 },
		...more
	]);

interface Tapped extends Entry {
	readonly visitId: string;
	/** Everything that the device showed when it was tapped. */
	readonly shown: ReadonlySet<string>;
}

/** A phone with its queue: what it was shown, what it tapped, what it has not sent yet. */
class Device {
	readonly id = uuidv7();
	clockMs = 0;
	visit: { readonly id: string; readonly day: string } | undefined;
	queue: Tapped[] = [];
	mine: Tapped[] = [];
	shown = new Set<string>();
	openIds: readonly string[] = [];
	fetched: readonly Entry[] = [];
}

const DAY_MS = 86_400_000;
const dayAgo = (days: number): string => new Date(Date.now() - days * DAY_MS).toISOString().slice(0, 10);

let made: Promise<{ readonly scope: Scope; readonly yardId: string }> | undefined;
/** A yard for all of them, made once. */
const place = () =>
	(made ??= (async () => {
		const { db } = database();
		const person = await makePerson('two phones');
		const yardId = uuidv7();
		await db.insert(tables.yard).values({ id: yardId, name: 'Two phones' });
		await db.insert(tables.membership).values({ yardId, personId: person.id, role: 'owner' });
		const memberships = [{ yardId, yardName: 'Two phones', role: 'owner' as const }];
		return { scope: { personId: person.id, memberships, guestOf: [] }, yardId };
	})());

/** Which serious findings on the server nobody has answered who was shown them. Knows nothing of the program's own rules. */
function unanswered(stored: readonly Tapped[], standing: ReadonlySet<string>): Tapped[] {
	const there = stored.filter((t) => standing.has(t.visitId));
	return there
		.filter((s) => isForTheVet(s.field, s.value))
		.filter(
			(s) =>
				!stored.some(
					(e) =>
						e.id !== s.id &&
						e.shown.has(s.id) &&
						!isForTheVet(e.field, e.value) &&
						(e.field === s.field || e.field === LOOKED_OVER[s.field])
				)
		);
}

/** Plays the steps on a horse of its own; throws where a finding for the vet that nobody has answered does not stand as "stop". */
export async function playInterleaving(all: readonly Step[]): Promise<void> {
	const { db } = database();
	const { scope, yardId } = await place();
	const horseId = uuidv7();
	await db.insert(tables.horse).values({ id: horseId, yardId, name: 'Interleaved' });
	const horse = await findHorse(db, scope, horseId);
	const devices = [new Device(), new Device()] as const;
	const stored: Tapped[] = [];
	const visits: { id: string; day: string }[] = [];

	async function deliver(d: Device): Promise<void> {
		for (const visit of visits) {
			const waiting = d.queue.filter((t) => t.visitId === visit.id);
			if (waiting.length === 0) continue;
			const sentAt = new Date(Date.now() + d.clockMs).toISOString();
			const entries = waiting.map(({ id, field, value, replaces, answers, madeAt }) => ({
				id,
				field,
				value,
				replaces,
				answers: [...(answers ?? [])],
				madeAt
			}));
			const batch = { horseId, visitedOn: visit.day, device: d.id, sentAt, entries };
			const { kept } = sortBatch(visit.id, batch, new Date());
			try {
				const done = await putEntries(db, scope, kept);
				const ids = new Set(done.stored);
				stored.push(...waiting.filter((t) => ids.has(t.id)));
				d.queue = d.queue.filter((t) => !ids.has(t.id));
			} catch (error) {
				// Refused with a sentence and kept on the device: nothing was stored.
				if (!(error instanceof CoreError)) throw error;
			}
		}
	}

	async function reload(d: Device): Promise<void> {
		const before = await readBefore(db, horse, dayAgo(0));
		d.openIds = before.openEntryIds;
		const rows = await db
			.select({ entry: tables.visitEntry })
			.from(tables.visitEntry)
			.innerJoin(tables.visit, eq(tables.visit.id, tables.visitEntry.visitId))
			.where(eq(tables.visit.horseId, horseId));
		d.fetched = rows.map(({ entry: r }) => ({
			id: r.id,
			field: r.field,
			value: r.value.v,
			replaces: r.replaces,
			madeAt: '',
			visitId: r.visitId
		}));
		// Of other visits the page shows what stands open; of this one all taps.
		for (const id of d.openIds) d.shown.add(id);
		for (const e of d.fetched as (Entry & { visitId: string })[]) if (e.visitId === d.visit?.id) d.shown.add(e.id);
	}

	function tapOn(d: Device, field: string, value: EntryValue): void {
		if (!d.visit) return;
		const visitId = d.visit.id;
		const here = [...(d.fetched as (Entry & { visitId: string })[]), ...d.mine].filter(
			(e) => e.visitId === visitId && d.shown.has(e.id)
		);
		const tips = foldEntries(here).get(field)?.tips ?? [];
		const own = d.mine.filter((e) => e.visitId !== visitId && isForTheVet(e.field, e.value)).map((e) => e.id);
		const entry: Tapped = {
			id: uuidv7(),
			field,
			value,
			replaces: tips.map((t) => t.id),
			answers: [...new Set([...d.openIds, ...own])],
			madeAt: new Date(Date.now() + d.clockMs).toISOString(),
			visitId,
			shown: new Set(d.shown)
		};
		d.shown.add(entry.id);
		d.mine.push(entry);
		d.queue.push(entry);
	}

	for (const s of all) {
		if (s.do === 'delete') {
			const rows = await db.select({ id: tables.visit.id }).from(tables.visit).where(eq(tables.visit.horseId, horseId));
			if (rows[0]) await setVisitUndone(db, scope, rows[0].id, true);
			continue;
		}
		const d = devices[s.device];
		if (s.do === 'begin') {
			d.visit = { id: uuidv7(), day: dayAgo(s.daysAgo) };
			visits.push(d.visit);
		} else if (s.do === 'join') d.visit = visits.at(-1) ?? d.visit;
		else if (s.do === 'tap') tapOn(d, ...(TAPS[s.tap] as (typeof TAPS)[number]));
		else if (s.do === 'send') await deliver(d);
		else if (s.do === 'reload') await reload(d);
		else d.clockMs = s.hours * 3_600_000;
	}
	for (const d of devices) await deliver(d);
	await mustStand(horseId, stored);
}

/** What has been played, so that a run can say that it tried something. */
export const played = { tapsStored: 0, open: 0, answered: 0 };

async function mustStand(horseId: string, stored: readonly Tapped[]): Promise<void> {
	const { db } = database();
	const rows = await db.select().from(tables.visit).where(eq(tables.visit.horseId, horseId));
	const standing = new Set(rows.filter((v) => v.undoneAt === null).map((v) => v.id));
	const open = unanswered(stored, standing);
	const [now] = await db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId));
	played.tapsStored += stored.length;
	if (open.length > 0) played.open++;
	else if (stored.some((s) => isForTheVet(s.field, s.value))) played.answered++;
	if (open.length > 0 && now?.verdict !== 'stop')
		throw new Error(`“${open[0]?.field}” was answered by nobody who knew of it, and the verdict is ${now?.verdict}`);
}
