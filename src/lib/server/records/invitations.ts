import { and, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import type { GuestRole, Role } from '../../../core/people/index.js';
import { asSystem, tables, type Asker, type Database, type Writer } from '../db/index.js';
import { noteDeed } from './deeds.js';
import { newToken, tokenHashOf } from './linkToken.js';
import { mustMay, mustMayInYard, type Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

export interface InvitationInput {
	readonly id: string;
	readonly yardId: string;
	readonly role: Role;
	/** The only address that may take it; anybody with the link where it is null. */
	readonly email: string | null;
	readonly days: number;
}

export interface ShareInput {
	readonly id: string;
	readonly horseId: string;
	readonly yardId: string;
	readonly role: GuestRole;
	readonly email: string | null;
	readonly days: number;
}

async function insert(tx: Writer, scope: Scope, input: InvitationInput | ShareInput): Promise<string> {
	const token = newToken();
	const horseId = 'horseId' in input ? input.horseId : null;
	const { id, yardId, role, email, days } = input;
	await tx.insert(tables.invitation).values({
		id,
		yardId,
		horseId,
		role,
		email,
		tokenHash: tokenHashOf(token),
		invitedBy: scope.personId,
		expiresAt: sql`now() + make_interval(days => ${days})`
	});
	return token;
}

/** Invites somebody into a yard. Answers with the link's token, which is never shown again. */
export async function invite(db: Database, scope: Scope, input: InvitationInput): Promise<string> {
	return write(db, scope, { yardId: input.yardId, right: 'people' }, async (tx) => {
		const token = await insert(tx, scope, input);
		await noteDeed(tx, scope, { yardId: input.yardId, what: 'invited', about: { role: input.role } });
		return token;
	});
}

/** Offers one horse to somebody outside of its yard. Answers with the link's token. */
export async function shareHorse(db: Database, scope: Scope, input: ShareInput): Promise<string> {
	return write(db, scope, { yardId: input.yardId, horseId: input.horseId, right: 'people' }, async (tx) => {
		const token = await insert(tx, scope, input);
		const { yardId, horseId, role } = input;
		await noteDeed(tx, scope, { yardId, horseId, what: 'invited', about: { role } });
		return token;
	});
}

export interface OpenInvitation {
	readonly id: string;
	readonly role: Role | GuestRole;
	readonly email: string | null;
	readonly expiresAt: Date;
}

const open = () =>
	and(
		isNull(tables.invitation.takenAt),
		isNull(tables.invitation.revokedAt),
		gt(tables.invitation.expiresAt, sql`now()`)
	);
const shown = {
	id: tables.invitation.id,
	role: tables.invitation.role,
	email: tables.invitation.email,
	expiresAt: tables.invitation.expiresAt
};

/** Invitations into a yard that nobody has taken yet. */
export async function listInvitations(db: Asker, scope: Scope, yardId: string): Promise<OpenInvitation[]> {
	mustMayInYard(scope, yardId, 'people');
	return db
		.select(shown)
		.from(tables.invitation)
		.where(and(eq(tables.invitation.yardId, yardId), isNull(tables.invitation.horseId), open()))
		.orderBy(desc(tables.invitation.createdAt))
		.limit(200);
}

export interface Guest {
	readonly personId: string;
	readonly name: string;
	readonly role: GuestRole;
}

/** With whom a horse is shared, and to whom it is offered. */
export async function listGuests(
	db: Asker,
	scope: Scope,
	horse: { readonly id: string; readonly yardId: string }
): Promise<{ readonly guests: Guest[]; readonly offered: OpenInvitation[] }> {
	mustMay(scope, { yardId: horse.yardId, horseId: horse.id }, 'people');
	const { horseGuest, person, invitation } = tables;
	const guests = await db
		.select({ personId: person.id, name: person.name, role: horseGuest.role })
		.from(horseGuest)
		.innerJoin(person, eq(person.id, horseGuest.personId))
		.where(eq(horseGuest.horseId, horse.id))
		.orderBy(person.name);
	const offered = await db
		.select(shown)
		.from(invitation)
		.where(and(eq(invitation.horseId, horse.id), open()))
		.orderBy(desc(invitation.createdAt))
		.limit(200);
	return { guests, offered };
}

/** Takes an invitation back before it is taken. */
export async function revokeInvitation(db: Database, scope: Scope, yardId: string, id: string): Promise<void> {
	await write(db, scope, { yardId, right: 'people' }, async (tx) => {
		const [gone] = await tx
			.update(tables.invitation)
			.set({ revokedAt: new Date() })
			.where(and(eq(tables.invitation.id, id), eq(tables.invitation.yardId, yardId), isNull(tables.invitation.takenAt)))
			.returning({ role: tables.invitation.role, horseId: tables.invitation.horseId });
		if (!gone) throw new CoreError('not-found');
		await noteDeed(tx, scope, {
			yardId,
			...(gone.horseId ? { horseId: gone.horseId } : {}),
			what: 'invitation-revoked',
			about: { role: gone.role }
		});
	});
}

/** Ends what a guest sees of a horse, or what one sees oneself. */
export async function endShare(
	db: Database,
	scope: Scope,
	horse: { readonly id: string; readonly yardId: string },
	personId: string
): Promise<void> {
	const of = { yardId: horse.yardId, horseId: horse.id };
	const right = personId === scope.personId ? 'see' : 'people';
	await write(db, scope, { ...of, right }, async (tx) => {
		const [who] = await tx
			.select({ name: tables.person.name })
			.from(tables.person)
			.where(eq(tables.person.id, personId));
		// Before one is outside of the wall oneself.
		await noteDeed(tx, scope, { ...of, what: 'share-ended', about: { name: who?.name ?? '' } });
		const [gone] = await tx
			.delete(tables.horseGuest)
			.where(and(eq(tables.horseGuest.horseId, horse.id), eq(tables.horseGuest.personId, personId)))
			.returning({ role: tables.horseGuest.role });
		if (!gone) throw new CoreError('not-found');
	});
}

export interface SharedHorse {
	readonly id: string;
	readonly name: string;
	readonly yard: string;
	readonly role: GuestRole;
}

/** The horses shared with the person, by name. */
export async function listSharedHorses(db: Asker, scope: Scope): Promise<SharedHorse[]> {
	const { horseGuest, horse, yard } = tables;
	return db
		.select({ id: horse.id, name: horse.name, yard: yard.name, role: horseGuest.role })
		.from(horseGuest)
		.innerJoin(horse, eq(horse.id, horseGuest.horseId))
		.innerJoin(yard, eq(yard.id, horse.yardId))
		.where(eq(horseGuest.personId, scope.personId))
		.orderBy(horse.name);
}

/** What an invitation is to, for whoever holds its link. */
export interface Offer {
	readonly id: string;
	readonly yardId: string;
	readonly yardName: string;
	readonly horseId: string | null;
	readonly horseName: string | null;
	readonly role: Role | GuestRole;
	readonly email: string | null;
	readonly by: string | null;
	readonly takenBy: string | null;
}

/** The invitation of a link. Throws `invitation-unknown`, or `invitation-over` for one that ran out or was taken back. */
export const findOffer = (db: Asker, token: string): Promise<Offer> => asSystem(() => readOffer(db, token));

async function readOffer(db: Asker, token: string): Promise<Offer> {
	const { invitation, yard, horse, person } = tables;
	const [found] = await db
		.select({
			id: invitation.id,
			yardId: invitation.yardId,
			yardName: yard.name,
			horseId: invitation.horseId,
			horseName: horse.name,
			role: invitation.role,
			email: invitation.email,
			by: person.name,
			takenBy: invitation.takenBy,
			over: sql<boolean>`${invitation.revokedAt} is not null or (${invitation.takenAt} is null and ${invitation.expiresAt} <= now())`
		})
		.from(invitation)
		.innerJoin(yard, eq(yard.id, invitation.yardId))
		.leftJoin(horse, eq(horse.id, invitation.horseId))
		.leftJoin(person, eq(person.id, invitation.invitedBy))
		.where(eq(invitation.tokenHash, tokenHashOf(token)));
	if (!found) throw new CoreError('invitation-unknown');
	const { over, ...offer } = found;
	if (over) throw new CoreError('invitation-over');
	return offer;
}

/**
 * Takes an invitation: once, and only by its address where it has one. Taken again by the same person it changes
 * nothing. Throws `invitation-taken` or `invitation-other-address`. Answers with where it leads.
 */
export async function takeInvitation(
	db: Database,
	scope: Scope,
	email: string,
	token: string
): Promise<{ readonly yardId: string; readonly horseId: string | null }> {
	// Whoever takes it does not belong there yet.
	return writeAsServer(db, async (tx) => {
		await tx
			.select({ id: tables.invitation.id })
			.from(tables.invitation)
			.where(eq(tables.invitation.tokenHash, tokenHashOf(token)))
			.for('update');
		const offer = await readOffer(tx, token);
		const { yardId, horseId, role } = offer;
		const leads = { yardId, horseId };
		if (offer.email && offer.email.toLowerCase() !== email.toLowerCase())
			throw new CoreError('invitation-other-address', { email: offer.email });
		if (offer.takenBy === scope.personId) return leads;
		if (offer.takenBy) throw new CoreError('invitation-taken');
		// Who belongs here already is no less for having opened a link.
		if (scope.memberships.some((m) => m.yardId === yardId)) return leads;
		const { personId } = scope;
		if (horseId) {
			const shared = { horseId, personId, role: role as GuestRole };
			await tx
				.insert(tables.horseGuest)
				.values(shared)
				.onConflictDoUpdate({
					target: [tables.horseGuest.personId, tables.horseGuest.horseId],
					set: { role: shared.role }
				});
		} else await tx.insert(tables.membership).values({ yardId, personId, role: role as Role });
		await tx
			.update(tables.invitation)
			.set({ takenBy: personId, takenAt: new Date() })
			.where(eq(tables.invitation.id, offer.id));
		const [who] = await tx
			.select({ name: tables.person.name })
			.from(tables.person)
			.where(eq(tables.person.id, personId));
		const about = { name: who?.name ?? '', role };
		if (horseId) await noteDeed(tx, scope, { yardId, horseId, what: 'shared', about });
		else await noteDeed(tx, scope, { yardId, what: 'joined', about });
		return leads;
	});
}
