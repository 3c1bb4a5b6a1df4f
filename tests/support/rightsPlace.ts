import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { GuestRole, Role } from '../../src/core/people/index.js';
import { database } from './database.js';
import { makePerson, type Person } from './people.js';

/** What each caller is in the yard, or to its horses. */
export const CALLERS = {
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
export type Caller = keyof typeof CALLERS;
export const ALL_CALLERS = Object.keys(CALLERS) as Caller[];

export interface RightsPlace {
	readonly people: Readonly<Partial<Record<Caller, Person>>>;
	readonly yardId: string;
	readonly horseId: string;
	/** Shared with the same guests; it has no standing of its own. */
	readonly otherHorseId: string;
	readonly visitId: string;
	readonly extraId: string;
}

const SHA = 'a'.repeat(64);

/** A yard with every role, guests of its horses, and one row of every table, all made by the owner. */
export async function makeRightsPlace(): Promise<RightsPlace> {
	const { db } = database();
	const t = tables;
	const people: Partial<Record<Caller, Person>> = {};
	for (const c of ALL_CALLERS) if (c !== 'N') people[c] = await makePerson(`rights ${CALLERS[c]}`);
	const extraId = (await makePerson('rights extra')).id;
	const idOf = (c: Caller): string => (people[c] as Person).id;
	const owner = idOf('O');
	const [yardId, horseId, otherHorseId, saddleId, pairingId, visitId] = Array.from({ length: 6 }, () => uuidv7()) as [
		string,
		string,
		string,
		string,
		string,
		string
	];
	const ofHorse = { yardId, horseId };
	const later = new Date(Date.now() + 86_400_000);
	await db.insert(t.yard).values({ id: yardId, name: 'Rights yard' });
	for (const c of ['O', 'B', 'F', 'V', 'W'] as const)
		await db.insert(t.membership).values({ yardId, personId: idOf(c), role: CALLERS[c] as Role });
	await db.insert(t.membership).values({ yardId, personId: extraId, role: 'viewer' });
	for (const [id, name] of [
		[horseId, 'Rights horse'],
		[otherHorseId, 'Rights other']
	] as const) {
		await db.insert(t.horse).values({ id, yardId, name });
		for (const c of ['A', 'G'] as const)
			await db.insert(t.horseGuest).values({ horseId: id, personId: idOf(c), role: CALLERS[c] as GuestRole });
	}
	await db.insert(t.horseGuest).values({ horseId, personId: extraId, role: 'guest-view' });
	await db.insert(t.saddle).values({ id: saddleId, yardId, name: 'Rights saddle', kind: 'general' });
	await db.insert(t.pairing).values({ id: pairingId, ...ofHorse, saddleId });
	await db.insert(t.visit).values({ id: visitId, ...ofHorse, visitedOn: '2026-03-14', contentHash: '', madeBy: owner });
	const line = { xMm: [-2, -1, 0, 1, 2], yMm: [-4, -1, 0, -1, -4], source: 'points' };
	await db.insert(t.tracing).values({ id: uuidv7(), visitId, station: 'T8', repeat: 1, ...line });
	await db.insert(t.visitEntry).values({
		id: uuidv7(),
		visitId,
		field: 'note',
		value: { v: 'x' },
		replaces: [],
		device: uuidv7(),
		madeAt: new Date(),
		madeBy: owner
	});
	await db.insert(t.photo).values({
		id: uuidv7(),
		yardId,
		visitId,
		kind: 'side',
		mediaType: 'image/png',
		bytes: Buffer.from('x'),
		sha256: SHA,
		madeBy: owner
	});
	await db.insert(t.ride).values({
		id: uuidv7(),
		...ofHorse,
		riddenOn: '2026-03-14',
		pad: 'none',
		seen: [],
		atTime: 'start',
		changes: [],
		madeBy: owner
	});
	await db.insert(t.fitMark).values({ id: uuidv7(), pairingId, horseId, visitId, madeBy: owner });
	await db
		.insert(t.saddleService)
		.values({ id: uuidv7(), yardId, saddleId, doneOn: '2026-03-14', what: 'other', madeBy: owner });
	await db.insert(t.task).values({ id: uuidv7(), ...ofHorse, askedOf: 'fitter', what: 'look', madeBy: owner });
	await db
		.insert(t.dueAnswer)
		.values({ id: uuidv7(), ...ofHorse, dueOn: '2026-04-01', answer: 'skipped', reason: '', madeBy: owner });
	await db
		.insert(t.reportLink)
		.values({ id: uuidv7(), ...ofHorse, pairingId, tokenHash: uuidv7(), expiresAt: later, madeBy: owner });
	await db.insert(t.standing).values({ ...ofHorse, urgency: 1, spark: [] });
	await db
		.insert(t.storedCall)
		.values({ pairingId, visitId, engineVersion: '0', verdict: 'steady', body: {} as never });
	await db
		.insert(t.earlierVersion)
		.values({ kind: 'visit', rowId: visitId, yardId, version: 1, body: {}, replacedBy: owner });
	await db
		.insert(t.invitation)
		.values({ id: uuidv7(), yardId, role: 'vet', tokenHash: uuidv7(), expiresAt: later, invitedBy: owner });
	await db.insert(t.deed).values({ ...ofHorse, personId: owner, what: 'horse-made', about: {} });
	await db.insert(t.personHand).values({ personId: owner, twoMm: 30, threeMm: 50, fourMm: 70, breadthMm: 80 });
	await db.insert(t.calendarFeed).values({ personId: owner, tokenHash: uuidv7() });
	await db.insert(t.job).values({ id: uuidv7(), personId: owner, kind: 'report', asked: {} });
	const session = { id: uuidv7(), token: uuidv7(), userId: owner, expiresAt: later };
	await db.insert(t.session).values(session);
	await db.insert(t.verification).values({ id: uuidv7(), identifier: `rights ${owner}`, value: 'x', expiresAt: later });
	await db.insert(t.rateLimit).values({ id: uuidv7(), key: `rights ${owner}`, count: 1, lastRequest: 0 });
	await db.insert(t.mailbox).values({ to: `rights ${owner}`, subject: 'x', text: 'x' });
	await db.insert(t.passkey).values({
		id: uuidv7(),
		publicKey: 'x',
		userId: owner,
		credentialID: uuidv7(),
		counter: 0,
		deviceType: 'x',
		backedUp: false
	});
	return { people, yardId, horseId, otherHorseId, visitId, extraId };
}

/** Takes the place away again: other tests count what there is. */
export async function dropRightsPlace({ yardId, people }: RightsPlace): Promise<void> {
	const { db } = database();
	const t = tables;
	await db.delete(t.fitMark).where(eq(t.fitMark.madeBy, (people.O as Person).id));
	for (const table of [
		t.ride,
		t.reportLink,
		t.pairing,
		t.photo,
		t.visit,
		t.earlierVersion,
		t.standing,
		t.horse,
		t.saddle
	])
		await db.delete(table).where(eq(table.yardId, yardId));
	await db.delete(t.yard).where(eq(t.yard.id, yardId));
}
