import { and, desc, eq } from 'drizzle-orm';
import type { HandRules, SaddleKind } from '../../../core/checks/index.js';
import type { LimitLead } from '../../../core/call/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { tellApart } from '../../../core/units/index.js';
import { tables, type Asker, type Database } from '../db/index.js';
import { shapeChanged } from './calls.js';
import { noteDeed } from './deeds.js';
import { rulesColumns } from './pairingRules.js';
import { findSaddle } from './saddles.js';
import type { Scope } from './scope.js';
import { writeHorse } from './transaction.js';

export interface PairingInput extends HandRules {
	readonly id: string;
	readonly horseId: string;
	readonly saddleId: string;
	readonly school: 'close' | 'roomy';
}

export interface HorsePairing {
	readonly id: string;
	readonly saddleId: string;
	readonly saddleName: string;
	readonly school: 'close' | 'roomy';
	readonly limitsLead: LimitLead;
	readonly rules: HandRules;
	readonly saddleKind: SaddleKind;
	readonly bearingMm: number | null;
	readonly inUse: boolean;
}

/** Puts a saddle on a horse beside those already in use, or changes what is asked of it. */
export async function putPairing(db: Database, scope: Scope, input: PairingInput): Promise<string> {
	return writeHorse(db, scope, input.horseId, 'saddle', async (tx, horse) => {
		const saddle = await findSaddle(tx, scope, input.saddleId);
		if (saddle.yardId !== horse.yardId) throw new CoreError('not-found');
		if (saddle.retiredAt) throw new CoreError('saddle-retired');
		const { id, horseId, saddleId, ...asked } = input;
		const [row] = await tx
			.insert(tables.pairing)
			.values({ id, horseId, saddleId, ...asked, yardId: horse.yardId })
			.onConflictDoUpdate({
				target: [tables.pairing.horseId, tables.pairing.saddleId],
				set: { inUse: true, ...asked }
			})
			.returning({ id: tables.pairing.id });
		await shapeChanged(tx, horse);
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId, what: 'saddle-on', about: { saddle: saddle.name } });
		return (row as { id: string }).id;
	});
}

/** Rests a saddle of a horse, or takes it into use again; its record stays. */
export async function setPairingInUse(
	db: Database,
	scope: Scope,
	horseId: string,
	pairingId: string,
	inUse: boolean
): Promise<void> {
	await writeHorse(db, scope, horseId, 'saddle', async (tx, horse) => {
		const [changed] = await tx
			.update(tables.pairing)
			.set({ inUse })
			.where(and(eq(tables.pairing.id, pairingId), eq(tables.pairing.horseId, horse.id)))
			.returning({ id: tables.pairing.id });
		if (!changed) throw new CoreError('not-found');
		await shapeChanged(tx, horse);
		const what = inUse ? 'saddle-on' : 'saddle-rested';
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what });
	});
}

/** Says whose limits lead a saddle's calls on a horse: the usual ones, or its own. The same choice twice changes nothing. */
export async function setLimitsLead(
	db: Database,
	scope: Scope,
	horseId: string,
	pairingId: string,
	lead: LimitLead
): Promise<void> {
	await writeHorse(db, scope, horseId, 'mark', async (tx, horse) => {
		const mine = and(eq(tables.pairing.id, pairingId), eq(tables.pairing.horseId, horse.id));
		const [old] = await tx.select({ lead: tables.pairing.limitsLead }).from(tables.pairing).where(mine);
		if (!old) throw new CoreError('not-found');
		if (old.lead === lead) return;
		await tx.update(tables.pairing).set({ limitsLead: lead }).where(mine);
		await shapeChanged(tx, horse);
		const what = lead === 'own' ? 'limits-own' : 'limits-usual';
		await noteDeed(tx, scope, { yardId: horse.yardId, horseId: horse.id, what });
	});
}

/** A horse's saddles, those in use first. The caller has bounded the horse. */
export async function listPairings(db: Asker, horseId: string): Promise<HorsePairing[]> {
	const rows = await db
		.select({
			id: tables.pairing.id,
			saddleId: tables.saddle.id,
			name: tables.saddle.name,
			about: tables.saddle.about,
			school: tables.pairing.school,
			limitsLead: tables.pairing.limitsLead,
			rules: rulesColumns,
			saddleKind: tables.saddle.kind,
			bearingMm: tables.saddle.bearingMm,
			inUse: tables.pairing.inUse
		})
		.from(tables.pairing)
		.innerJoin(tables.saddle, eq(tables.saddle.id, tables.pairing.saddleId))
		.where(eq(tables.pairing.horseId, horseId))
		.orderBy(desc(tables.pairing.inUse), tables.pairing.createdAt, tables.saddle.name);
	const labels = tellApart(rows.map((r) => ({ id: r.saddleId, name: r.name, more: [r.about] })));
	return rows.map(({ name, about: _, ...row }) => ({ ...row, saddleName: labels.get(row.saddleId) ?? name }));
}
