import { columnOf, dot, times, zeros, type Matrix } from '../math/index.js';
import { DEPTH_COUNT, DEPTHS_MM, PARTS, SPLINES, TO_SPLINES } from './depthBasis.js';
import type { StationFrame } from './stationFrame.js';
import { BOTH } from './tracingInformation.js';

/**
 * Kinds of change that are told apart by how well each foresees what is measured: still, going one way for months,
 * or moved at once between two visits.
 */
const JUMPS = ['leap', 'step', 'lurch'] as const;
export const KINDS = ['still', 'quiet', 'whole', 'local', 'near', 'off', 'along', 'growth', ...JUMPS] as const;
export type Kind = (typeof KINDS)[number];
/** At once, between two visits: the whole back, muscle behind the blade, or one side of it. */
export type JumpKind = (typeof JUMPS)[number];
export const isJump = (kind: Kind): kind is JumpKind => (JUMPS as readonly Kind[]).includes(kind);
/** Which of KINDS are jumps. */
export const JUMPING: readonly boolean[] = KINDS.map(isJump);
/** Those that go on for months. */
export type LivelyKind = Exclude<Kind, 'still' | 'quiet' | JumpKind>;

/** How a kind of change goes together over the back: a size at every station, side and depth, and how alike they move. */
interface Spread {
	/** Size over stations, at 40, 245 and 450 mm behind the blade; between them in a straight line. */
	readonly stations: readonly [number, number, number];
	readonly near: number;
	readonly off: number;
	/** Size over depth. */
	readonly depth: (frame: StationFrame, side: 'near' | 'off', k: number) => number;
	/** Likeness of neighbouring stations, of the sides, and the length over the root of depth within which depths go together. */
	readonly stationLikeness: number;
	readonly sideLikeness: number;
	readonly depthLength: number;
}

const PLACES = [40, 245, 450] as const;

function sizeAt([front, middle, rear]: Spread['stations'], placeMm: number): number {
	if (placeMm <= PLACES[0]) return front;
	if (placeMm >= PLACES[2]) return rear;
	const before = placeMm < PLACES[1];
	const [a, b, from] = before ? [front, middle, PLACES[0]] : [middle, rear, PLACES[1]];
	return a + ((b - a) * (placeMm - from)) / (PLACES[1] - PLACES[0]);
}

/** Muscle lies on the flank: little over the bone at the top, most in and below the band. */
const muscle = (_: StationFrame, __: 'near' | 'off', k: number): number => {
	const d = DEPTHS_MM[k] as number;
	return 1 - 0.75 * Math.exp(-d / 35) - 0.25 * Math.max(0, (d - 110) / 54);
};
/** Fat and lean: in proportion to the width that is there. */
const proportion = (frame: StationFrame, side: 'near' | 'off', k: number): number => frame.widths[side][k] as number;
/** A top that rises: flanks lie deeper below it. */
const rise = (frame: StationFrame, side: 'near' | 'off', k: number): number => -(frame.slope[side][k] as number);
/** Growth widens and raises: at the withers the one hides part of the other. */
const grown = (frame: StationFrame, side: 'near' | 'off', k: number): number =>
	proportion(frame, side, k) / 50 + GROWTH_RISE * rise(frame, side, k);
const GROWTH_RISE = 0.6;
/** A youngster that widens all along, its withers rising: in front the one hides part of the other, behind it shows. */
const grownAlong = (frame: StationFrame, side: 'near' | 'off', k: number): number =>
	proportion(frame, side, k) / 50 + GROWTH_RISE * sizeAt([1, 0.4, 0.1], frame.placeMm) * rise(frame, side, k);

const PAIRED = { near: 1, off: 1, stationLikeness: 0.9, sideLikeness: 0.96, depthLength: 4 };
const FREE: Spread = {
	...PAIRED,
	stations: [1, 1, 1],
	depth: () => 1,
	stationLikeness: 0.5,
	sideLikeness: 0.4,
	depthLength: 2
};
const WHOLE: Spread = {
	...PAIRED,
	stations: [1, 1, 1],
	depth: proportion,
	stationLikeness: 0.95,
	sideLikeness: 0.98,
	depthLength: 6
};
const LOCAL: Spread = { ...PAIRED, stations: [1, 0.45, 0.15], depth: muscle };

const GROWN = { ...PAIRED, stations: [1, 0.55, 0.35] as const, sideLikeness: 0.98, depthLength: 8 };

/** Muscle lost in weeks is seldom lost quite evenly. */
const LOST: Spread = { ...LOCAL, sideLikeness: 0.8 };

type Part = readonly [spread: Spread, share: number];
const QUIET: readonly Part[] = [
	[WHOLE, 0.5],
	[FREE, 0.5]
];
/** Each kind as spreads with their shares of its variance (common practice, no source). */
const SPREADS: Readonly<Record<Kind, readonly Part[]>> = {
	still: QUIET,
	quiet: QUIET,
	whole: [
		[WHOLE, 0.94],
		[FREE, 0.06]
	],
	local: [
		[LOCAL, 0.97],
		[FREE, 0.03]
	],
	near: [
		[{ ...LOCAL, off: 0.12, sideLikeness: 0.3 }, 0.97],
		[FREE, 0.03]
	],
	off: [
		[{ ...LOCAL, near: 0.12, sideLikeness: 0.3 }, 0.97],
		[FREE, 0.03]
	],
	along: [
		[{ ...LOCAL, stations: [1, 1, 1] }, 0.97],
		[FREE, 0.03]
	],
	growth: [
		[{ ...GROWN, depth: grown }, 0.25],
		[{ ...GROWN, depth: proportion }, 0.25],
		[{ ...GROWN, stations: [1, 1, 1], depth: grownAlong }, 0.2],
		[{ ...GROWN, depth: muscle, stationLikeness: 0.97 }, 0.15],
		[{ ...PAIRED, stations: [1, 0.4, 0.2], depth: rise, sideLikeness: 0.99, depthLength: 12 }, 0.1],
		[FREE, 0.05]
	],
	leap: [
		[WHOLE, 0.6],
		[{ ...LOCAL, stations: [1, 1, 1] }, 0.37],
		[FREE, 0.03]
	],
	step: [
		[LOST, 0.97],
		[FREE, 0.03]
	],
	lurch: [
		[{ ...LOCAL, off: 0.12, sideLikeness: 0.3 }, 0.485],
		[{ ...LOCAL, near: 0.12, sideLikeness: 0.3 }, 0.485],
		[FREE, 0.03]
	]
};

const ROOTS = DEPTHS_MM.map((d) => Math.sqrt(d));

/** Covariance of one spread over all coefficients. */
function spreadCovariance(frames: readonly StationFrame[], spread: Spread): Matrix {
	const places = frames.flatMap((frame) => (['near', 'off'] as const).map((side) => ({ frame, side })));
	const n = frames.length * BOTH;
	const out = zeros(n, n);
	const likeness = DEPTHS_MM.map((_, r) =>
		DEPTHS_MM.map((__, c) => Math.exp(-0.5 * (((ROOTS[r] as number) - (ROOTS[c] as number)) / spread.depthLength) ** 2))
	);
	// Each depth's size as carried into the splines: splines by depths.
	const carried = places.map(({ frame, side }) => {
		const size = sizeAt(spread.stations, frame.placeMm) * spread[side];
		return TO_SPLINES.at.map((v, i) => v * size * spread.depth(frame, side, i % DEPTH_COUNT));
	});
	// Sizes and likeness over depth taken together: splines by depths again.
	const across = carried.map((a) => {
		const sum = new Float64Array(SPLINES * DEPTH_COUNT);
		for (let r = 0; r < SPLINES; r++)
			for (let k = 0; k < DEPTH_COUNT; k++) {
				const v = a[r * DEPTH_COUNT + k] as number;
				const row = likeness[k] as readonly number[];
				for (let c = 0; c < DEPTH_COUNT; c++)
					sum[r * DEPTH_COUNT + c] = (sum[r * DEPTH_COUNT + c] as number) + v * (row[c] as number);
			}
		return sum;
	});
	places.forEach((p, i) => {
		for (let j = 0; j <= i; j++) {
			const q = places[j] as typeof p;
			const apart = Math.abs(p.frame.placeMm - q.frame.placeMm) / (PLACES[1] - PLACES[0]);
			const alike = spread.stationLikeness ** apart * (p.side === q.side ? 1 : spread.sideLikeness);
			const [a, b] = [across[i] as Float64Array, carried[j] as Float64Array];
			for (let r = 0; r < SPLINES; r++)
				for (let c = 0; c < SPLINES; c++) {
					let sum = 0;
					for (let k = 0; k < DEPTH_COUNT; k++)
						sum += (a[r * DEPTH_COUNT + k] as number) * (b[c * DEPTH_COUNT + k] as number);
					out.at[(i * SPLINES + r) * n + j * SPLINES + c] = alike * sum;
					out.at[(j * SPLINES + c) * n + i * SPLINES + r] = alike * sum;
				}
		}
	});
	return out;
}

/** How all coefficients go along where the mean of both sides' bands at the front moves by 1 mm. */
export function profileOf(k: Matrix, front: number): Float64Array {
	const row = new Float64Array(k.cols);
	for (let i = 0; i < SPLINES; i++)
		for (const side of [0, SPLINES]) row[front * BOTH + side + i] = (PARTS.band[i] as number) / 2;
	const along = times(k, columnOf(row)).at;
	const variance = dot(along, row);
	return along.map((v) => v / variance);
}

/** Variance of a side's band at the front, the larger of both. */
function bandVariance(k: Matrix, front: number): number {
	const of = (start: number): number => {
		let sum = 0;
		for (let r = 0; r < SPLINES; r++)
			for (let c = 0; c < SPLINES; c++)
				sum +=
					(PARTS.band[r] as number) * (PARTS.band[c] as number) * (k.at[(start + r) * k.cols + start + c] as number);
		return sum;
	};
	return Math.max(of(front * BOTH), of(front * BOTH + SPLINES));
}

/** A spread scaled to 1 mm SD at the front's band (of the side that moves). */
function unitCovariance(frames: readonly StationFrame[], front: number, spread: Spread): Matrix {
	const k = spreadCovariance(frames, spread);
	const scale = 1 / bandVariance(k, front);
	return { ...k, at: k.at.map((v) => v * scale) };
}

const summedShares = (frames: readonly StationFrame[], front: number, parts: readonly Part[]): Matrix => {
	const all = parts.map(([spread, share]) => ({ k: unitCovariance(frames, front, spread), share }));
	const { rows, cols } = (all[0] as (typeof all)[number]).k;
	const at = new Float64Array(rows * cols);
	for (const { k, share } of all)
		for (let i = 0; i < at.length; i++) at[i] = (at[i] as number) + share * (k.at[i] as number);
	return { rows, cols, at };
};

/** Covariances of the kinds, each of 1 mm SD at the front's band. */
export const kindCovariances = (frames: readonly StationFrame[], front: number): ReadonlyMap<Kind, Matrix> =>
	new Map(KINDS.map((kind) => [kind, summedShares(frames, front, SPREADS[kind])]));

/** What causes look like once they have done their work: sharper than the kinds that only foresee. */
const PATTERNS = {
	whole: WHOLE,
	along: { ...LOCAL, stations: [1, 0.95, 0.9] },
	local: { ...LOCAL, stations: [1, 0.36, 0.12], stationLikeness: 0.85 },
	localFar: { ...LOCAL, stations: [1, 0.8, 0.12], stationLikeness: 0.93 },
	near: { ...LOCAL, stations: [1, 0.3, 0.1], off: 0.12, sideLikeness: 0.3 },
	off: { ...LOCAL, stations: [1, 0.3, 0.1], near: 0.12, sideLikeness: 0.3 },
	grown: { ...GROWN, depth: grown },
	grownAlong: { ...GROWN, stations: [1, 1, 1], depth: grownAlong },
	grownFlank: { ...LOCAL, stations: GROWN.stations, stationLikeness: 0.93 }
} as const satisfies Readonly<Record<string, Spread>>;
export type Pattern = keyof typeof PATTERNS;

/** Covariances of the patterns, each of 1 mm SD at the front's band, with a little that is free. */
export const patternCovariances = (frames: readonly StationFrame[], front: number): ReadonlyMap<Pattern, Matrix> =>
	new Map(
		(Object.keys(PATTERNS) as Pattern[]).map((name) => [
			name,
			summedShares(frames, front, [
				[PATTERNS[name], 0.96],
				[FREE, 0.04]
			])
		])
	);

/** The kinds without what is free in them: what a step of one kind would look like and no other. */
export const strictKinds = (frames: readonly StationFrame[], front: number): ReadonlyMap<LivelyKind, Matrix> =>
	new Map(
		KINDS.filter((kind): kind is LivelyKind => kind !== 'still' && kind !== 'quiet' && !isJump(kind)).map((kind) => [
			kind,
			summedShares(frames, front, kind === 'local' ? [[LOST, 1]] : SPREADS[kind].filter(([spread]) => spread !== FREE))
		])
	);

/** How another horse differs: in build as a whole, and freely. */
export const otherHorse = (frames: readonly StationFrame[], front: number): Matrix =>
	summedShares(frames, front, [
		[WHOLE, 0.8],
		[{ ...FREE, sideLikeness: 0.9, depthLength: 3 }, 0.2]
	]);
