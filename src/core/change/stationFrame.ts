import { frameAtApex, halfWidthsAtDepths, walkSide, type Curve, type Side, type Tracing } from '../curve/index.js';
import { mean, median, vectorOf } from '../math/index.js';
import { asSplines, DEPTH_COUNT, DEPTHS_MM, slopesOfSplines } from './depthBasis.js';

/** Something by side and depth, mm. */
export interface BySide {
	readonly near: Float64Array;
	readonly off: Float64Array;
}

const known = new WeakMap<Curve, BySide>();

/** Half-widths of a curve at the depths, mm; NaN where it does not reach. Kept by curve. */
export function widthsOf(curve: Curve): BySide {
	const found = known.get(curve);
	if (found) return found;
	const framed = frameAtApex(curve);
	const side = (s: Side) =>
		new Float64Array(halfWidthsAtDepths(walkSide(framed, s), DEPTHS_MM).map((w) => w ?? Number.NaN));
	const widths = { near: side('near'), off: side('off') };
	known.set(curve, widths);
	return widths;
}

/** Usual places of stations along the back, mm behind the resting blade (common practice, no source). */
const USUAL_PLACE_MM: Readonly<Record<string, number>> = { W: 0, T8: 40, T10: 110, T13: 245, T18: 450 };

/** Where a station lies along the back, mm; undefined for a line along it. */
export function placeOfStation(station: string): number | undefined {
	const named = USUAL_PLACE_MM[station];
	if (named !== undefined) return named;
	const marked = /^s=(\d+(?:\.\d+)?)$/.exec(station);
	return marked ? Number(marked[1]) : undefined;
}

/** One station as it was on the fitted day: what later tracings are held against, and what errors do to it. */
export interface StationFrame {
	readonly station: string;
	readonly placeMm: number;
	/** Half-widths of that day, the mean of its lines, carried on below the last known depth. */
	readonly widths: BySide;
	/** Growth of half-width with depth, mm a mm. */
	readonly slope: BySide;
	/** Length along the curve from the apex, mm. */
	readonly along: BySide;
	/** What one unit of an error does to the half-widths. */
	readonly errors: Readonly<Record<ErrorName, BySide>>;
}

/** Errors of a tracing that are not change, with their units. */
export type ErrorName =
	| 'tilt' // a radian, off side down
	| 'pick' // mm to the off side
	| 'raise' // mm upward
	| 'place' // mm to the rear
	| 'open' // a radian, both sides turned out about the top
	| 'flareNear' // mm a mm of depth, pulled outward
	| 'flareOff'
	| 'spring' // share by which the ruler opens
	| 'scale' // share by which a copy is too large
	| 'pressNear' // mm outward, so less pressed
	| 'pressOff'
	| 'hang'; // mm at 110 mm depth

/** A line that is so much wider or narrower than the middle one counts half, mm a side: it is bad, not merely askew. */
const HALF_COUNTED_MM = 6;

/** What each line counts for the mean of them: all about the same, but for one that lies far off the others. */
function countsOf(lines: readonly BySide[]): number[] {
	const full = lines.map(({ near, off }) => near.map((w, k) => (w + (off[k] as number)) / 2));
	const depths = DEPTHS_MM.map((_, k) => k).filter((k) => full.every((w) => !Number.isNaN(w[k])));
	const middle = depths.map((k) => median(full.map((w) => w[k] as number)));
	return full.map((w) => {
		const squared = mean(depths.map((k, i) => ((w[k] as number) - (middle[i] as number)) ** 2)) / HALF_COUNTED_MM ** 2;
		return Number.isNaN(squared) ? 1 : 1 / (1 + squared ** 2);
	});
}

/** Fewer depths than these are no side to hold anything against. */
const LEAST_DEPTHS = 12;

/**
 * The mean of several lines' sides. Below the depth that all of them reach it goes on as those that are left do:
 * their own mean may lie elsewhere, and the leap would be taken for a shape of the back.
 */
function meanSide(sides: readonly Float64Array[], counts: readonly number[]): Float64Array {
	const out = new Float64Array(DEPTH_COUNT).fill(Number.NaN);
	for (let k = 0; k < DEPTH_COUNT; k++) {
		const here = sides.flatMap((w, i) => (Number.isNaN(w[k]) ? [] : [{ w, counts: counts[i] as number }]));
		// A few lines of several are no middle; where the others are too short for a side at all, they are better than none.
		if (here.length === 0 || (here.length * 2 <= sides.length && k >= LEAST_DEPTHS)) break;
		const all = here.reduce((sum, line) => sum + line.counts, 0);
		const at = (depth: number): number =>
			here.reduce((sum, line) => sum + (line.counts * (line.w[depth] as number)) / all, 0);
		out[k] = here.length === sides.length || k === 0 ? at(k) : (out[k - 1] as number) + at(k) - at(k - 1);
	}
	return out;
}

const STEP_MM = 8;

/** Goes on straight where the line ends; undefined where there is too little of it. */
function carriedOn(widths: Float64Array): Float64Array | undefined {
	let last = -1;
	for (let k = 0; k < DEPTH_COUNT; k++) if (!Number.isNaN(widths[k])) last = k;
	if (last + 1 < LEAST_DEPTHS || Number.isNaN(widths[0])) return undefined;
	const slope = ((widths[last] as number) - (widths[last - 3] as number)) / 3;
	return widths.map((w, k) => (k <= last ? w : (widths[last] as number) + slope * (k - last)));
}

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

/** Slope of a side over depth, from its smoothed self. */
const slopeOf = (widths: Float64Array): Float64Array =>
	slopesOfSplines(asSplines(widths)).map((m) => clamp(m, -0.3, 3));

function alongOf(widths: Float64Array): Float64Array {
	const out = new Float64Array(DEPTH_COUNT);
	out[0] = Math.hypot(widths[0] as number, DEPTHS_MM[0] as number);
	for (let k = 1; k < DEPTH_COUNT; k++)
		out[k] =
			(out[k - 1] as number) + Math.hypot(STEP_MM, Math.max(0, (widths[k] as number) - (widths[k - 1] as number)));
	return out;
}

/**
 * What a ruler does that springs open by a small share of its bend: every turn from the apex on is that
 * much less. Half-width at a depth, per share.
 */
function springOf(widths: Float64Array, slope: Float64Array): Float64Array {
	const out = new Float64Array(DEPTH_COUNT);
	let [x, y] = [0, 0];
	let before = { w: 0, d: 0 };
	for (let k = 0; k < DEPTH_COUNT; k++) {
		const [w, d] = [widths[k] as number, DEPTHS_MM[k] as number];
		// Turn from level, radians.
		const turn = Math.atan2(d - before.d, w - before.w);
		// Each piece (dx, dy) is turned back by its share of the turn.
		x += turn * (d - before.d);
		y -= turn * (w - before.w);
		before = { w, d };
		out[k] = x - (slope[k] as number) * y;
	}
	return out;
}

/** Where no neighbour is traced: half-width grows to the rear about as on a usual back, mm a mm. */
const usualAlong = (depthMm: number): number => (3 * Math.sqrt(depthMm) + 0.1 * depthMm) / 200;

interface Raw {
	readonly station: string;
	readonly placeMm: number;
	readonly widths: BySide;
}

/** How half-width grows to the rear at a station, from its neighbours of that day. */
function growthAlong(own: Raw, all: readonly Raw[], side: Side): Float64Array {
	const others = all.filter((o) => o !== own && Math.abs(o.placeMm - own.placeMm) > 20);
	const nearest = (behind: boolean): Raw | undefined =>
		others
			.filter((o) => o.placeMm > own.placeMm === behind)
			.sort((a, b) => Math.abs(a.placeMm - own.placeMm) - Math.abs(b.placeMm - own.placeMm))[0];
	const sides = [nearest(true), nearest(false)].filter((o): o is Raw => o !== undefined);
	if (sides.length === 0) return Float64Array.from(DEPTHS_MM, usualAlong);
	return vectorOf(DEPTH_COUNT, (k) => {
		const each = sides.map(
			(o) => ((o.widths[side][k] as number) - (own.widths[side][k] as number)) / (o.placeMm - own.placeMm)
		);
		return each.reduce((a, b) => a + b, 0) / each.length;
	});
}

const both = (of: (side: Side) => Float64Array): BySide => ({ near: of('near'), off: of('off') });
const EMPTY = new Float64Array(DEPTH_COUNT);
/** A ruler pressed on muscle gives way; on bone at the top it does not. */
const softness = (depthMm: number): number => Math.min(1, depthMm / 60);

function frameOf(raw: Raw, all: readonly Raw[]): StationFrame {
	const { widths } = raw;
	const slope = both((s) => slopeOf(widths[s]));
	const each = (of: (depthMm: number, w: number, slope: number, side: Side) => number): BySide =>
		both((s) =>
			vectorOf(DEPTH_COUNT, (k) => of(DEPTHS_MM[k] as number, widths[s][k] as number, slope[s][k] as number, s))
		);
	const sign = (s: Side): number => (s === 'near' ? -1 : 1);
	const press = (side: Side): BySide =>
		both((s) => (s === side ? each((d, _, m) => softness(d) * Math.hypot(1, m))[s] : EMPTY));
	return {
		...raw,
		slope,
		along: both((s) => alongOf(widths[s])),
		errors: {
			tilt: each((d, w, m, s) => sign(s) * (d + w * m)),
			open: each((d, w, m) => d + w * m),
			flareNear: each((d, _, __, s) => (s === 'near' ? d : 0)),
			flareOff: each((d, _, __, s) => (s === 'off' ? d : 0)),
			pick: each((_, __, ___, s) => -sign(s)),
			raise: each((_, __, m) => m),
			place: both((s) => growthAlong(raw, all, s)),
			spring: both((s) => springOf(widths[s], slope[s])),
			scale: each((d, w, m) => w - d * m),
			pressNear: press('near'),
			pressOff: press('off'),
			hang: each((d) => (d / 110) ** 2)
		}
	};
}

const byStation = new Intl.Collator('en', { numeric: true });

/** Rows may come in any order: the answer must not hang on it. */
export const inOrder = (tracings: readonly Tracing[]): Tracing[] =>
	[...tracings].sort(
		(a, b) =>
			byStation.compare(a.station, b.station) ||
			a.repeat - b.repeat ||
			(a.operator ?? '').localeCompare(b.operator ?? '') ||
			(a.source ?? '').localeCompare(b.source ?? '')
	);

/** Frames of the stations that a day's cuts show well enough, from the head to the rear. */
export function framesOf(cuts: readonly Tracing[]): StationFrame[] {
	const raw = [...new Set(cuts.map((t) => t.station))].flatMap((station): Raw[] => {
		const placeMm = placeOfStation(station);
		if (placeMm === undefined) return [];
		const all = inOrder(cuts.filter((t) => t.station === station)).map((t) => widthsOf(t.curve));
		const counts = countsOf(all);
		const side = (of: Side): Float64Array | undefined =>
			carriedOn(
				meanSide(
					all.map((w) => w[of]),
					counts
				)
			);
		const [near, off] = [side('near'), side('off')];
		return near && off ? [{ station, placeMm, widths: { near, off } }] : [];
	});
	return raw.sort((a, b) => a.placeMm - b.placeMm).map((r) => frameOf(r, raw));
}
