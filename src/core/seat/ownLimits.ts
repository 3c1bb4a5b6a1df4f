import type { Tracing } from '../curve/index.js';
import type { Day } from '../units/index.js';
import type { FittedCut } from './fitDayBack.js';
import {
	fitDaySaddle,
	fittedSeat,
	outcomeOf,
	saddleThatFitted,
	seated,
	strengthsAgainst,
	type FitDaySaddle
} from './fitDay.js';
import { USUAL_BEARS_MM, USUAL_BEDDING, type Bedding } from './fitDaySaddle.js';
import { CONDITIONS, type Fault } from './conditions.js';
import { fatMoved, LIES, muscleMoved, USUAL_LIE, type Lie } from './muscleLie.js';

/** A back's main ways of changing. */
export const WAYS_OF_CHANGE = [
	'withers-lost',
	'withers-gained',
	'near-lost',
	'off-lost',
	'fat-lost',
	'fat-gained'
] as const;
export type WayOfChange = (typeof WAYS_OF_CHANGE)[number];

/** How much of one way of changing this saddle bears before a fault; mm of half-width at the front's band, without sign. */
export interface OwnLimit {
	readonly way: WayOfChange;
	/** Undefined where it bears more than was tried. */
	readonly mm: number | undefined;
	/** What nobody knows of bed, rider, bars and of how the back changes, as a standard deviation. */
	readonly sdMm: number;
	/** What comes first. */
	readonly fault: Fault | 'clearance' | undefined;
}

/** As far as is tried, mm: a back that changes by more is another back. */
export const MOST_TRIED_MM = 16;
/** Three fingers that become two: what may be lost where nobody counted, mm (common practice, no source). */
const USUAL_ROOM_MM = 18;
const FINE_MM = 0.5;

/** The parts of every station after so many mm of a way: near then off, each top, band, low. */
function partsOf(cuts: readonly FittedCut[], way: WayOfChange, mm: number, lie: Lie): Float64Array {
	const fat = way.startsWith('fat');
	const sign = way.endsWith('gained') ? 1 : -1;
	const side = (name: 'near' | 'off'): number =>
		way === 'near-lost' || way === 'off-lost' ? (way.startsWith(name) ? 1 : 0) : 1;
	return Float64Array.from(
		cuts.flatMap(({ sMm }) => {
			const moved = fat ? fatMoved(sign * mm, lie) : muscleMoved(sign * mm, sMm, lie);
			return (['near', 'off'] as const).flatMap((name) => moved.map((v) => v * side(name)));
		})
	);
}

/** A saddle under one set of things that nobody knows. */
interface Tried {
	readonly saddle: FitDaySaddle;
	readonly bearsMm: number;
	readonly lie: Lie;
}
type Strengths = Readonly<Record<Fault | 'clearance', number>>;
type Asked = (way: WayOfChange) => (mm: number) => Strengths;

const ORDER: readonly (Fault | 'clearance')[] = ['clearance', ...CONDITIONS];

/** How strongly each fault is there after so much of a way; 1 and more is one. */
function strengthsAfter({ saddle, bearsMm, lie }: Tried, roomMm: number): Asked {
	const fitted = fittedSeat(saddle);
	return (way) => (mm) => {
		const now = seated(saddle, partsOf(saddle.cuts, way, mm, lie), bearsMm);
		const outcome = outcomeOf(fitted, now);
		return { clearance: -outcome[3] / roomMm, ...strengthsAgainst(saddle.given, now, outcome) };
	};
}
const strongest = (s: Strengths): number => Math.max(...ORDER.map((f) => s[f]));
const faultOf = (s: Strengths): OwnLimit['fault'] => ORDER.find((f) => s[f] >= 1);

/** A bed half as firm again or as soft, a light rider and a heavy one, bars that bear shorter and longer. */
const BEDDINGS: readonly (readonly [Bedding, Bedding])[] = [
	[
		{ ...USUAL_BEDDING, kKpaPerMm: USUAL_BEDDING.kKpaPerMm * 1.4 },
		{ ...USUAL_BEDDING, kKpaPerMm: USUAL_BEDDING.kKpaPerMm / 1.4 }
	],
	[
		{ ...USUAL_BEDDING, weightN: USUAL_BEDDING.weightN + 200 },
		{ ...USUAL_BEDDING, weightN: USUAL_BEDDING.weightN - 200 }
	]
];
const BEARS_BY_MM = 40;

function pairsTried(saddle: FitDaySaddle, bearsMm: number): (readonly [Tried, Tried])[] {
	const base = { saddle, bearsMm, lie: USUAL_LIE };
	const other = (bedding: Bedding, bears: number): Tried => ({
		...base,
		saddle: fitDaySaddle(saddle.cuts, bears, bedding),
		bearsMm: bears
	});
	return [
		...BEDDINGS.map(([a, b]) => [other(a, bearsMm), other(b, bearsMm)] as const),
		[other(USUAL_BEDDING, bearsMm + BEARS_BY_MM), other(USUAL_BEDDING, bearsMm - BEARS_BY_MM)],
		[
			{ ...base, lie: LIES[0] },
			{ ...base, lie: LIES[1] }
		]
	];
}

/** A limit is taken no surer and no less sure than this, mm. */
const LEAST_SD_MM = 0.5;
const MOST_SD_MM = 4;

/** How far a limit moves with what nobody knows, from how the strength of its fault does at the limit itself. */
function sdAt(way: WayOfChange, mm: number, base: (mm: number) => Strengths, others: readonly Other[]): number {
	const steepness = (strongest(base(mm + FINE_MM)) - strongest(base(mm - FINE_MM))) / (2 * FINE_MM);
	if (!(steepness > 0)) return MOST_SD_MM;
	const variance = others.reduce((sum, [a, b]) => {
		const apart = strongest(a(way)(mm)) - strongest(b(way)(mm));
		return sum + (apart / steepness / 2) ** 2;
	}, 0);
	return Math.min(MOST_SD_MM, Math.max(LEAST_SD_MM, Math.sqrt(variance)));
}
type Other = readonly [Asked, Asked];

/**
 * The limits that a pairing's own saddle sets (in place of 4, 6 and 8 mm for all): along each way the least change at
 * which the seat crosses a fault or the front loses the room there is, with what is unsure of it. The saddle is
 * inferred: a rule of thumb (docs/seat.md).
 */
export function ownLimits(saddle: FitDaySaddle, bearsMm: number, roomMm: number = USUAL_ROOM_MM): OwnLimit[] {
	const asked = (tried: Tried): Asked => strengthsAfter(tried, roomMm);
	const base = asked({ saddle, bearsMm, lie: USUAL_LIE });
	const others = pairsTried(saddle, bearsMm).map(([a, b]): Other => [asked(a), asked(b)]);
	return WAYS_OF_CHANGE.map((way): OwnLimit => {
		const after = base(way);
		if (strongest(after(MOST_TRIED_MM)) < 1) return { way, mm: undefined, sdMm: 0, fault: undefined };
		let [low, high] = [0, MOST_TRIED_MM];
		while (high - low > FINE_MM) {
			const mid = (low + high) / 2;
			if (strongest(after(mid)) < 1) low = mid;
			else high = mid;
		}
		return { way, mm: Math.round(high), sdMm: sdAt(way, high, after, others), fault: faultOf(after(high)) };
	});
}

/** The limits of the saddle that a fitted day's tracings imply. Throws as a seat does. */
export const fittedLimits = (tracings: readonly Tracing[], fitDay: Day): OwnLimit[] =>
	ownLimits(saddleThatFitted(tracings, fitDay), USUAL_BEARS_MM);
