import { eq } from 'drizzle-orm';
import { tables, type Asker } from '../db/index.js';
import { judgePairings, type Judgement } from '../judge/index.js';
import type { JudgedHorse } from './evidence.js';
import { listFitMarks } from './fitMarks.js';
import { refreshStanding } from './standing.js';
import { storeCalls } from './storedCalls.js';
import { listTracings } from './tracings.js';

/**
 * Judges the shape of all of a horse's pairings again, after a tracing, a fit mark or a pairing has changed,
 * and brings the standing up to date, in the transaction of the write. The caller holds the horse.
 * Taps and rides change no shape: they only refresh the standing.
 */
export async function rejudgeHorse(tx: Asker, horse: JudgedHorse): Promise<void> {
	const pairings = await tx.select().from(tables.pairing).where(eq(tables.pairing.horseId, horse.id));
	const tracings = await listTracings(tx, horse.id);
	const marks = await listFitMarks(
		tx,
		pairings.map((p) => p.id)
	);
	const asked = pairings.map(({ id, school }) => ({
		school,
		fittedOn: marks.filter((m) => m.pairingId === id).at(-1)?.fittedOn
	}));
	const judgements = await judgePairings(tracings, asked, horse.bornYear);
	const judged = new Map<string, Judgement>();
	for (const [i, pairing] of pairings.entries()) {
		const judgement = judgements[i] as Judgement;
		await storeCalls(tx, pairing.id, judgement.status === 'judged' ? judgement.calls : [], tracings);
		judged.set(pairing.id, judgement);
	}
	await refreshStanding(tx, horse, judged);
}
