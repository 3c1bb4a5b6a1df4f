import { FRONT_STATION } from '../../../core/call/index.js';
import { consensusCurve, measureCurve } from '../../../core/curve/index.js';
import { openEntryIds, pruneVisits } from '../../../core/reading/index.js';
import type { LoggedChange } from '../../../core/schedule/index.js';
import { setupOn } from '../../../core/setup/index.js';
import { addDays } from '../../../core/units/index.js';
import { valueOf, type FieldState } from '../../../core/visit/index.js';
import { standingSigns, type Sign } from '../../../core/zones/index.js';
import type { Asker } from '../db/index.js';
import { findEvidence } from './evidence.js';
import type { Horse } from './horses.js';
import { lastTracedDay, listTracings } from './tracings.js';
import type { RecordedVisit } from './visitFields.js';

/** What earlier visits say to the next one. */
export interface Before {
	readonly signs: readonly Sign[];
	/** What of earlier visits still bears on today, by visit: fields and values. */
	readonly visits: readonly {
		readonly id: string;
		readonly visitedOn: string;
		readonly fields: readonly FieldState[];
	}[];
	/** Entries that ask for the vet and that no look has answered: a walk names those that it was shown. */
	readonly openEntryIds: readonly string[];
	readonly rides: readonly {
		readonly riddenOn: string;
		readonly seen: readonly string[];
		readonly changes: readonly LoggedChange[];
	}[];
	readonly tracedOn: string | null;
	/** Last tape, condition and load readings by field. */
	readonly numbers: Readonly<Record<string, number>>;
	readonly texts: Readonly<Record<string, string>>;
	/** What is under and in each saddle, by pairing: part, value and the day since when. */
	readonly setups: Readonly<
		Record<string, readonly (readonly [part: string, value: string | number, since: string])[]>
	>;
	/** Day of the latest of them. */
	readonly readOn: string | null;
	readonly slopeDeg: number | null;
	/** Visits of the last days that nobody has finished, to go on with. */
	readonly open: readonly { readonly id: string; readonly visitedOn: string; readonly taps: number }[];
}

/** The set-up of every saddle that anything was ever said of. */
export function setupsOf(visits: readonly RecordedVisit[], today: string): Before['setups'] {
	const saddles = new Set(
		visits.flatMap((v) =>
			[...v.states.keys()].flatMap((f) => (f.startsWith('setup/') ? [f.split('/')[1] as string] : []))
		)
	);
	return Object.fromEntries(
		[...saddles].map((id) => [
			id,
			[...setupOn(visits, id, today).parts].map(([part, { value, since }]) => [part, value, since] as const)
		])
	);
}

const OPEN_DAYS = 3;
const RIDES = 400;
const REPEATED = /^(tape|condition|load|mark)\//;

function lastReadings(visits: readonly RecordedVisit[]): Pick<Before, 'numbers' | 'texts' | 'readOn'> {
	const numbers: Record<string, number> = {};
	const texts: Record<string, string> = {};
	let readOn: string | null = null;
	for (const v of visits)
		for (const [field, s] of v.states) {
			if (!REPEATED.test(field)) continue;
			if (s.value !== null) readOn = v.visitedOn;
			if (typeof s.value === 'number') numbers[field] = s.value;
			if (typeof s.value === 'string') texts[field] = s.value;
		}
	return { numbers, texts, readOn };
}

/** Slope of the flank at T8 on the last traced day, both sides' mean, degrees. */
async function lastSlope(db: Asker, horseId: string, tracedOn: string | null): Promise<number | null> {
	if (!tracedOn) return null;
	const front = (await listTracings(db, horseId, [tracedOn])).filter((t) => t.station === FRONT_STATION);
	const curve = consensusCurve(front.map((t) => t.curve));
	const sides = curve ? measureCurve(curve).sides : undefined;
	const known = [sides?.near.flankSlopeDeg, sides?.off.flankSlopeDeg].filter((d): d is number => d !== undefined);
	const mean = known.reduce((a, b) => a + b, 0) / known.length;
	return known.length > 0 ? Math.round(mean) : null;
}

/** Gathers what a visit wants to know of the ones before. The caller has bounded the horse. */
export async function readBefore(db: Asker, horse: Pick<Horse, 'id'>, today: string): Promise<Before> {
	const { visits, rides, tracedOn } = await findEvidence(db, horse.id);
	return {
		signs: standingSigns(visits, today),
		visits: pruneVisits(visits, today).map((v) => ({
			id: v.id,
			visitedOn: v.visitedOn,
			fields: [...v.states.values()]
		})),
		openEntryIds: openEntryIds(visits, today),
		// Newest first: as far back as a lay-off or new behaviour could reach.
		rides: rides.slice(0, RIDES).map(({ riddenOn, seen, changes }) => ({ riddenOn, seen, changes })),
		tracedOn: tracedOn ?? null,
		setups: setupsOf(visits, today),
		...lastReadings(visits),
		slopeDeg: await lastSlope(db, horse.id, await lastTracedDay(db, horse.id, FRONT_STATION)),
		open: visits
			.filter((v) => v.visitedOn >= addDays(today, -OPEN_DAYS) && valueOf(v.states, 'done') !== true)
			.map((v) => ({ id: v.id, visitedOn: v.visitedOn, taps: v.states.size }))
	};
}
