import type { School } from '../change/index.js';
import type { Evidence, Reading, ReadingCode } from '../reading/index.js';
import { daysBetween, type Day } from '../units/index.js';
import { chanceOfRefit } from './beyond.js';
import { limitsOfCall } from './leadLimits.js';
import type { Call } from './types.js';

/** Where a piece of evidence comes from: two of one source lean on each other, two of different ones do not. */
export const SOURCES = ['shape', 'hands', 'feel', 'hair', 'sweat', 'going'] as const;
export type Source = (typeof SOURCES)[number];

/** What a piece of evidence weighs when it is fresh, decibans (ten times the log10 of the odds), and how long until half. */
interface Starting {
	readonly source: Source;
	readonly db: number;
	readonly halfDays: number;
}

/**
 * Odds at any look that a saddle marked as fitting no longer fits: about one in eleven. Like the weights below a
 * starting value from common practice, no source; none is measured on real horses.
 */
export const START_DB = -10;

/**
 * Starting weights of readings. What only sends to the vet, or only asks for a look, says nothing of the fit and weighs
 * nothing: hard stops go before any weighing.
 */
export const STARTING: Readonly<Partial<Record<ReadingCode, Starting>>> = {
	'strong-answer': { source: 'feel', db: 4, halfDays: 60 },
	'sore-answer': { source: 'feel', db: 3, halfDays: 60 },
	'sore-over-change': { source: 'feel', db: 6, halfDays: 60 },
	'along-spine': { source: 'feel', db: 5, halfDays: 60 },
	wasting: { source: 'feel', db: 4, halfDays: 120 },
	'white-new': { source: 'hair', db: 6, halfDays: 180 },
	'blade-top-white': { source: 'hair', db: 3, halfDays: 365 },
	'loin-long': { source: 'hair', db: 4, halfDays: 90 },
	'dry-over-gap': { source: 'sweat', db: 5, halfDays: 60 },
	'dry-over-pressure': { source: 'sweat', db: 5, halfDays: 60 },
	'dry-untold': { source: 'sweat', db: 1, halfDays: 60 },
	'bridge-ends': { source: 'sweat', db: 6, halfDays: 90 },
	'room-moved': { source: 'hands', db: 6, halfDays: 90 },
	'width-narrow': { source: 'hands', db: 7, halfDays: 90 },
	'width-wide': { source: 'hands', db: 5, halfDays: 90 },
	'checks-other': { source: 'hands', db: 4, halfDays: 90 },
	rung: { source: 'going', db: 5, halfDays: 30 },
	'behaviour-new': { source: 'going', db: 2, halfDays: 28 }
};

/** All checks by hand fine, at least so many of them, speaks against a misfit. */
const ALL_FINE: Starting = { source: 'hands', db: -6, halfDays: 90 };
const LEAST_CHECKS = 4;
/** The shape alone never says more than this either way, decibans (99 in 100). */
const MOST_SHAPE_DB = 20;
const SHAPE_HALF_DAYS = 120;
/** In each source the strongest counts whole, the next half, and so on. */
const NEXT_SHARE = 0.5;

/** One stroke of the weighing. */
export interface Weighed {
	/** Code of the reading; `shape` and `checks-fine` for what is none. */
	readonly what: ReadingCode | 'shape' | 'checks-fine';
	readonly source: Source;
	readonly data: Reading['data'];
	readonly seenOn: Day;
	/** Zone and side it belongs to, where it has one. */
	readonly zone: string | undefined;
	/** Decibans for (+) or against (−), after its age and what stands beside it. */
	readonly db: number;
}

export interface Weighing {
	/** Heaviest first, whichever way it pulls. */
	readonly strokes: readonly Weighed[];
	readonly startDb: number;
	readonly sumDb: number;
	/** Chance, 0..1, that this saddle no longer fits, by these weights. */
	readonly chance: number;
	/** Sources that speak for a misfit. */
	readonly sourcesFor: readonly Source[];
}

/** A chance as decibans and back. */
export const toDb = (p: number): number => 10 * Math.log10(p / (1 - p));
export const fromDb = (db: number): number => 1 / (1 + 10 ** (-db / 10));

/** What is left of a weight after so many days. */
export const decayed = (db: number, ageDays: number, halfDays: number): number =>
	db * 0.5 ** (Math.max(0, ageDays) / halfDays);

/** Chance that the front lies beyond the refit limits that the call was judged by, from a call as it is stored. */
export function shapeChance(call: Pick<Call, 'changes' | 'limits'>, front: string, school: School): number | undefined {
	const limits = limitsOfCall(call, school);
	const beyond = call.changes
		.filter((c) => c.station === front && c.side !== 'both' && c.sdMm > 0)
		.map((c) => chanceOfRefit([{ chance: 1, mm: c.mm, variance: c.sdMm ** 2 }], limits));
	return beyond.length === 0 ? undefined : Math.max(...beyond);
}

export interface WeighInput {
	readonly day: Day;
	readonly shape: Call | undefined;
	readonly front: string;
	readonly school: School;
	readonly readings: readonly Reading[];
	readonly evidence: Pick<Evidence, 'answers' | 'checkedOn'>;
}

type Bare = Omit<Weighed, 'db'> & { readonly freshDb: number };

function shapeStroke({ shape, day, front, school }: WeighInput): Bare | undefined {
	const chance = shape && shapeChance(shape, front, school);
	if (!shape || chance === undefined) return undefined;
	const db = Math.min(MOST_SHAPE_DB, Math.max(-MOST_SHAPE_DB, toDb(Math.min(1 - 1e-9, Math.max(1e-9, chance)))));
	// The model's own odds hold a start of their own: what it adds to ours is the difference.
	const freshDb = decayed(db - START_DB, daysBetween(shape.visitedOn, day), SHAPE_HALF_DAYS);
	return { what: 'shape', source: 'shape', data: {}, seenOn: shape.visitedOn, zone: undefined, freshDb };
}

function fineStroke({ evidence: { answers, checkedOn }, day }: WeighInput): Bare | undefined {
	if (!checkedOn || answers.length < LEAST_CHECKS || answers.some((a) => a.result !== 'fine')) return undefined;
	const freshDb = decayed(ALL_FINE.db, daysBetween(checkedOn, day), ALL_FINE.halfDays);
	return { what: 'checks-fine', source: 'hands', data: {}, seenOn: checkedOn, zone: undefined, freshDb };
}

const zoneOf = (data: Reading['data']): string | undefined =>
	data['zone'] === undefined ? undefined : [data['side'], data['zone']].filter((v) => v !== undefined).join(' ');

function readingStroke(r: Reading, day: Day): Bare[] {
	const starting = STARTING[r.code];
	if (!starting) return [];
	const freshDb = decayed(starting.db, daysBetween(r.seenOn, day), starting.halfDays);
	return [{ what: r.code, source: starting.source, data: r.data, seenOn: r.seenOn, zone: zoneOf(r.data), freshDb }];
}

/** Evidence of one source leans on itself: the strongest whole, the next half, then a quarter. */
function leaning(strokes: readonly Bare[]): Weighed[] {
	return SOURCES.flatMap((source) =>
		strokes
			.filter((s) => s.source === source)
			.sort((a, b) => Math.abs(b.freshDb) - Math.abs(a.freshDb))
			.map(({ freshDb, ...s }, i) => ({ ...s, db: freshDb * NEXT_SHARE ** i }))
	);
}

/**
 * Weighs all that bears on the fit of one saddle on a day as an additive scheme of log-odds (Good, "Weight of evidence",
 * 1985, from memory): chance = 1 / (1 + 10^−(sum/10)), the sum being the start and every stroke in decibans.
 */
export function weighEvidence(input: WeighInput): Weighing {
	const bare = [shapeStroke(input), fineStroke(input)].filter((s) => s !== undefined);
	const strokes = leaning([...bare, ...input.readings.flatMap((r) => readingStroke(r, input.day))]).sort(
		(a, b) => Math.abs(b.db) - Math.abs(a.db)
	);
	const sumDb = strokes.reduce((sum, s) => sum + s.db, START_DB);
	return {
		strokes,
		startDb: START_DB,
		sumDb,
		chance: fromDb(sumDb),
		sourcesFor: SOURCES.filter((source) => strokes.some((s) => s.source === source && s.db >= 1))
	};
}

/** From this chance on, and from so many sources, the weighing asks for a refit though no single sign does. */
export const WEIGHED_REFIT = { chance: 0.95, sources: 3 } as const;
