import { and, eq, isNull, ne } from 'drizzle-orm';
import { reminderDue, type Reminders } from '../../../core/diary/index.js';
import type { Measures } from '../../../core/units/index.js';
import { asSystem, tables, type Asker, type Database } from '../db/index.js';
import { localTime } from '../zoneClock.js';
import type { Scope } from './scope.js';
import { write, writeAsServer } from './write.js';

/** How a person wants things told. */
export interface Preferences {
	readonly measures: Measures;
	readonly reminders: Reminders;
	/** IANA zone in which the person's days begin. */
	readonly zone: string;
}

const { lengthUnit, weightUnit, dayStyle, reminders, zone } = tables.person;
/** Where a person's measures stand. */
export const MEASURES = { length: lengthUnit, weight: weightUnit, days: dayStyle };

/** Besides the measures, which come with every request. */
export async function findPreferences(db: Asker, scope: Scope): Promise<Omit<Preferences, 'measures'>> {
	const [found] = await db.select({ reminders, zone }).from(tables.person).where(eq(tables.person.id, scope.personId));
	return found ?? { reminders: 'off', zone: 'UTC' };
}

export async function setPreferences(
	db: Database,
	scope: Scope,
	{ measures, ...values }: Partial<Preferences>
): Promise<void> {
	const read = measures && { lengthUnit: measures.length, weightUnit: measures.weight, dayStyle: measures.days };
	await write(db, scope, 'own', (tx) =>
		tx
			.update(tables.person)
			.set({ ...values, ...read })
			.where(eq(tables.person.id, scope.personId))
	);
}

/** Who is to be reminded now, with their own day. */
export async function duePeople(
	db: Database,
	now: Date
): Promise<{ readonly personId: string; readonly day: string }[]> {
	const { person } = tables;
	return asSystem(async () => {
		const rows = await db
			.select({ id: person.id, reminders, zone, remindedOn: person.remindedOn })
			.from(person)
			.where(and(ne(person.reminders, 'off'), isNull(person.leavingAt)));
		return rows.flatMap((p) => {
			const local = localTime(now, p.zone);
			return reminderDue(p.reminders, p.remindedOn, local) ? [{ personId: p.id, day: local.day }] : [];
		});
	});
}

/** Whom a reminder goes to, and of what day the last one was. */
export async function findReminded(
	db: Asker,
	personId: string
): Promise<{ readonly email: string; readonly reminders: Reminders; readonly remindedOn: string | null } | undefined> {
	const { person } = tables;
	const [found] = await db
		.select({ email: person.email, reminders, remindedOn: person.remindedOn })
		.from(person)
		.where(eq(person.id, personId));
	return found;
}

export async function setReminded(db: Database, personId: string, day: string): Promise<void> {
	await writeAsServer(db, (tx) =>
		tx.update(tables.person).set({ remindedOn: day }).where(eq(tables.person.id, personId))
	);
}
