import { isDeepStrictEqual } from 'node:util';
import { and, eq, sql } from 'drizzle-orm';
import { ENGINE_VERSION } from '../../../core/call/index.js';
import { CoreError } from '../../../core/errors/index.js';
import type { Day } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';
import { askedOf, judge } from './calls.js';

/** What came of judging the shape of a day once more, from what was on record by then alone. */
export interface Derived {
	readonly engine: string;
	readonly on: Day;
	/** Tracings that it was judged from. */
	readonly tracings: number;
	/** Parts of the call that came out otherwise; empty where it is the same. */
	readonly differs: readonly string[];
}

type Body = Readonly<Record<string, unknown>>;
/** As it is stored: nothing that JSON does not carry. */
const stored = (call: unknown): Body => JSON.parse(JSON.stringify(call)) as Body;

/** Judges a day anew and lays it beside the call on record. Throws `not-found` where there is none, or what judging throws. */
export async function deriveAgain(
	db: Asker,
	horse: { readonly id: string; readonly bornYear: number | null },
	pairingId: string,
	on: Day
): Promise<Derived> {
	const { storedCall } = tables;
	const asked = await askedOf(db, horse.id);
	const pairings = asked.pairings.filter((p) => p.id === pairingId);
	const [kept] = await db
		.select({ body: storedCall.body })
		.from(storedCall)
		.where(
			and(
				eq(storedCall.pairingId, pairingId),
				eq(storedCall.engineVersion, ENGINE_VERSION),
				sql`body->>'visitedOn' = ${on}`
			)
		);
	if (pairings.length === 0 || !kept) throw new CoreError('not-found');
	const tracings = asked.tracings.filter((t) => t.visitedOn <= on);
	const bodies = asked.bodies.filter((b) => b.on <= on);
	const [judged] = await judge({ tracings, bodies, pairings }, horse.bornYear);
	const call = judged?.status === 'judged' ? judged.calls.find((c) => c.visitedOn === on) : undefined;
	const [was, is] = [stored(kept.body), stored(call ?? {})];
	const parts = [...new Set([...Object.keys(was), ...Object.keys(is)])];
	return {
		engine: ENGINE_VERSION,
		on,
		tracings: tracings.length,
		differs: parts.filter((part) => !isDeepStrictEqual(was[part], is[part])).sort()
	};
}
