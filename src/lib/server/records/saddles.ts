import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { CoreError } from '../../../core/errors/index.js';
import { tellApart } from '../../../core/units/index.js';
import type { SaddleFacts } from '../../../core/setup/index.js';
import type { SaddleMeasures } from '../../../core/seat/index.js';
import { stableText } from '../../../core/visit/index.js';
import { tables, type Asker, type Database, type Writer } from '../db/index.js';
import type { SaddleKind } from '../../../core/checks/index.js';
import { mustMayInYard, yardIds, type Scope } from './scope.js';
import { keepEarlier, mustMatchVersion } from './versions.js';
import { noteDeed } from './deeds.js';
import { write } from './write.js';

export type Saddle = typeof tables.saddle.$inferSelect;

export interface SaddleInput {
	readonly id: string;
	readonly yardId: string;
	readonly name: string;
	readonly kind: SaddleKind;
	readonly about: string;
	readonly bearingMm: number | null;
	/** The version an edit started from. */
	readonly version?: number;
}

export async function findSaddle(db: Asker, scope: Scope, id: string): Promise<Saddle> {
	const [found] = await db
		.select()
		.from(tables.saddle)
		.where(and(eq(tables.saddle.id, id), inArray(tables.saddle.yardId, yardIds(scope))));
	if (!found) throw new CoreError('not-found');
	return found;
}

export interface SaddleOnHorse {
	readonly pairingId: string;
	readonly horseId: string;
	readonly horseName: string;
	readonly inUse: boolean;
	readonly school: 'close' | 'roomy';
	readonly fittedOn: string | null;
	readonly fittedBy: string | null;
	readonly verdict: string | null;
}

export interface ListedSaddle extends Pick<Saddle, 'id' | 'name' | 'kind' | 'about' | 'bearingMm' | 'version'> {
	/** The name, told apart from another saddle of the same name. */
	readonly label: string;
	readonly retired: boolean;
	/** Its own shape is known. */
	readonly shaped: boolean;
	readonly horses: readonly SaddleOnHorse[];
}

/** A saddle rarely goes on more horses than this; the rest are found on the board. */
const MOST_HORSES = 30;

const horsesOfSaddle = sql<SaddleOnHorse[]>`coalesce((
	select json_agg(json_build_object(
		'pairingId', p.id, 'horseId', p.horse_id, 'horseName', p.name, 'inUse', p.in_use, 'school', p.school,
		'fittedOn', f.visited_on, 'fittedBy', f.fitted_by,
		'verdict', case when p.in_use then p.verdict end) order by p.in_use desc, p.name)
	from (
		select pairing.*, horse.name from pairing join horse on horse.id = pairing.horse_id
		where pairing.saddle_id = saddle.id and horse.archived_at is null order by pairing.in_use desc, horse.name limit ${sql.raw(String(MOST_HORSES))}
	) p
	left join lateral (
		select v.visited_on, m.fitted_by from fit_mark m join visit v on v.id = m.visit_id
		where m.pairing_id = p.id and v.undone_at is null and m.undone_at is null order by v.visited_on desc limit 1
	) f on true), '[]'::json)`;

/** Saddles of a yard with the horses each goes on; retired ones last. */
export async function listSaddles(db: Asker, scope: Scope, yardId: string): Promise<ListedSaddle[]> {
	const rows = await db
		.select({
			id: tables.saddle.id,
			name: tables.saddle.name,
			kind: tables.saddle.kind,
			about: tables.saddle.about,
			bearingMm: tables.saddle.bearingMm,
			version: tables.saddle.version,
			shaped: sql<boolean>`${tables.saddle.measures} is not null`,
			retired: sql<boolean>`${tables.saddle.retiredAt} is not null`,
			horses: horsesOfSaddle
		})
		.from(tables.saddle)
		.where(and(eq(tables.saddle.yardId, yardId), inArray(tables.saddle.yardId, yardIds(scope))))
		.orderBy(asc(sql`${tables.saddle.retiredAt} is not null`), tables.saddle.name)
		.limit(1000);
	const labels = tellApart(rows.map((r) => ({ id: r.id, name: r.name, more: [r.about, r.kind, r.bearingMm] })));
	return rows.map((r) => ({ ...r, label: labels.get(r.id) ?? r.name }));
}

const sameSaddle = (a: Saddle, b: SaddleInput): boolean =>
	a.name === b.name && a.kind === b.kind && a.about === b.about && a.bearingMm === b.bearingMm;

/** Writes the next version of a saddle and keeps what was before. Throws `changed-meanwhile` where it began from another. */
async function replace(
	tx: Writer,
	scope: Scope,
	old: Saddle,
	version: number | undefined,
	changed: Partial<Pick<Saddle, 'name' | 'kind' | 'about' | 'bearingMm' | 'measures' | 'facts'>>
): Promise<Saddle> {
	mustMatchVersion(old.version, version);
	await keepEarlier(tx, 'saddle', old, old, scope.personId);
	const [next] = await tx
		.update(tables.saddle)
		.set({ ...changed, version: old.version + 1 })
		.where(and(eq(tables.saddle.id, old.id), eq(tables.saddle.version, old.version)))
		.returning();
	if (!next) throw new CoreError('changed-meanwhile');
	await noteDeed(tx, scope, { yardId: old.yardId, what: 'saddle-changed', about: { saddle: next.name } });
	return next;
}

/** Adds or edits a saddle. The same write twice changes nothing; an edit says which version it started from, and keeps what was before. */
export async function putSaddle(db: Database, scope: Scope, { version, ...input }: SaddleInput): Promise<Saddle> {
	return write(db, scope, { yardId: input.yardId, right: 'saddle' }, async (tx) => {
		const [made] = await tx.insert(tables.saddle).values(input).onConflictDoNothing().returning();
		if (made) {
			await noteDeed(tx, scope, { yardId: made.yardId, what: 'saddle-made', about: { saddle: made.name } });
			return made;
		}
		const old = await findSaddle(tx, scope, input.id);
		mustMayInYard(scope, old.yardId, 'saddle');
		if (old.yardId !== input.yardId) throw new CoreError('not-found');
		if (sameSaddle(old, input)) return old;
		const { name, kind, about, bearingMm } = input;
		return replace(tx, scope, old, version, { name, kind, about, bearingMm });
	});
}

/** Changes some of a saddle from a version of it; what was before is kept. The same twice changes nothing. */
async function changeSaddle(
	db: Database,
	scope: Scope,
	id: string,
	version: number,
	changed: Partial<Pick<Saddle, 'measures' | 'facts'>>
): Promise<Saddle> {
	const { yardId } = await findSaddle(db, scope, id);
	return write(db, scope, { yardId, right: 'saddle' }, async (tx) => {
		const old = await findSaddle(tx, scope, id);
		const parts = Object.keys(changed) as (keyof typeof changed)[];
		if (parts.every((p) => stableText(old[p]) === stableText(changed[p]))) return old;
		return replace(tx, scope, old, version, changed);
	});
}

/** Keeps a saddle's own shape, or takes it away (null). */
export const putSaddleShape = (
	db: Database,
	scope: Scope,
	id: string,
	{ version, measures }: { readonly version: number; readonly measures: SaddleMeasures | null }
): Promise<Saddle> => changeSaddle(db, scope, id, version, { measures });

/** Keeps what is known of a saddle besides its shape. */
export const putSaddleFacts = (
	db: Database,
	scope: Scope,
	id: string,
	{ version, ...facts }: SaddleFacts & { readonly version: number }
): Promise<Saddle> => changeSaddle(db, scope, id, version, { facts });

/** Retires a saddle, or brings it back. One that is still in use on a horse is rested there first. */
export async function setSaddleRetired(db: Database, scope: Scope, id: string, retired: boolean): Promise<void> {
	const saddle = await findSaddle(db, scope, id);
	mustMayInYard(scope, saddle.yardId, 'saddle');
	if (retired) {
		const [worn] = await db
			.select({ horse: tables.horse.name })
			.from(tables.pairing)
			.innerJoin(tables.horse, eq(tables.horse.id, tables.pairing.horseId))
			.where(and(eq(tables.pairing.saddleId, id), eq(tables.pairing.inUse, true), isNull(tables.horse.archivedAt)));
		if (worn) throw new CoreError('saddle-in-use', { horse: worn.horse });
	}
	await write(db, scope, { yardId: saddle.yardId, right: 'saddle' }, async (tx) => {
		await tx
			.update(tables.saddle)
			.set({ retiredAt: retired ? new Date() : null })
			.where(eq(tables.saddle.id, id));
		const what = retired ? 'saddle-retired' : 'saddle-brought-back';
		await noteDeed(tx, scope, { yardId: saddle.yardId, what, about: { saddle: saddle.name } });
	});
}
