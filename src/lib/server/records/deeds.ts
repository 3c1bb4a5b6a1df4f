import { desc, eq } from 'drizzle-orm';
import type { DeedCode } from '../../../core/people/index.js';
import { tables, type Asker, type Writer } from '../db/index.js';
import { mustMayInYard, type Scope } from './scope.js';

export interface DeedInput {
	readonly yardId: string;
	readonly horseId?: string;
	readonly what: DeedCode;
	/** Names as they are now; never an address or a link. */
	readonly about?: Readonly<Record<string, string>>;
}

/** Notes who did what, in the transaction that does it. */
export async function noteDeed(
	tx: Writer,
	scope: Scope,
	{ yardId, horseId, what, about = {} }: DeedInput
): Promise<void> {
	await tx
		.insert(tables.deed)
		.values({ yardId, horseId: horseId ?? null, personId: scope.personId || null, what, about });
}

export interface Deed {
	readonly id: number;
	readonly what: DeedCode;
	readonly about: Readonly<Record<string, string>>;
	readonly horse: string | null;
	readonly by: string | null;
	readonly doneAt: Date;
}

const MOST_DEEDS = 200;

/** The latest deeds of a yard, for those who may say who belongs to it. */
export async function listDeeds(db: Asker, scope: Scope, yardId: string): Promise<Deed[]> {
	mustMayInYard(scope, yardId, 'people');
	const { deed, horse, person } = tables;
	return db
		.select({
			id: deed.id,
			what: deed.what,
			about: deed.about,
			horse: horse.name,
			by: person.name,
			doneAt: deed.doneAt
		})
		.from(deed)
		.leftJoin(horse, eq(horse.id, deed.horseId))
		.leftJoin(person, eq(person.id, deed.personId))
		.where(eq(deed.yardId, yardId))
		.orderBy(desc(deed.id))
		.limit(MOST_DEEDS);
}
