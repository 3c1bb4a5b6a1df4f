import { CoreError } from '../errors/index.js';
import { frameAtApex } from './findApex.js';
import { isLongLine, makeCurve, type Curve, type Station } from './types.js';

/** What a long line says of the back's shape along its length. */
export interface LongLineMeasures {
	/** Where what bears begins and ends, mm from the blade mark. */
	readonly fromMm: number;
	readonly toMm: number;
	/** How far the line sinks below the straight line between the two: the rock. Negative where it rises above it. */
	readonly rockMm: number;
	/** Radius of the circle of that rock, mm; undefined for a line that does not sink. */
	readonly radiusMm: number | undefined;
	/** Lowest place, mm from the blade mark; undefined where it lies at an end. */
	readonly lowAtMm: number | undefined;
	/** Turn of the line behind the withers, degrees: from its fall in front to its slope in the middle, upwards positive. */
	readonly turnDeg: number;
}

/** Two fingers behind the blade, and the usual last rib, mm (common practice, no source). */
const FROM_MM = 40;
const TO_MM = 450;
/** A line that bears less than this tells neither rock nor low point. */
const LEAST_MM = 200;
const STEP_MM = 5;
const FRONT: readonly [number, number] = [0, 70];
const MIDDLE: readonly [number, number] = [130, 250];

/** Radius of a circle from chord and sagitta: c² / 8s + s / 2 (plane geometry). */
export const radiusOfSagitta = (chordMm: number, sagittaMm: number): number =>
	chordMm ** 2 / (8 * sagittaMm) + sagittaMm / 2;

/** Height of the line at a place, by straight pieces; undefined beyond its ends. */
export function heightAt({ xMm, yMm }: Curve, x: number): number | undefined {
	for (let i = 1; i < xMm.length; i++) {
		const [x0, x1] = [xMm[i - 1] as number, xMm[i] as number];
		if (x < Math.min(x0, x1) || x > Math.max(x0, x1) || x0 === x1) continue;
		const u = (x - x0) / (x1 - x0);
		return (yMm[i - 1] as number) * (1 - u) + (yMm[i] as number) * u;
	}
	return undefined;
}

/** Slope of a stretch, degrees, by least squares; undefined where the line has too little of it. */
function slopeDeg(curve: Curve, [from, to]: readonly [number, number]): number | undefined {
	const points: [number, number][] = [];
	for (let x = from; x <= to; x += STEP_MM) {
		const y = heightAt(curve, x);
		if (y !== undefined) points.push([x, y]);
	}
	if (points.length * STEP_MM < (to - from) / 2) return undefined;
	const [mx, my] = [0, 1].map((k) => points.reduce((s, p) => s + (p[k] as number), 0) / points.length) as [
		number,
		number
	];
	const sxx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
	const sxy = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0);
	return (Math.atan2(sxy, sxx) * 180) / Math.PI;
}

/**
 * Rock, low point and turn behind the withers of a long line. Throws `long-line-short` for one that is shorter than
 * what a saddle bears on, or does not reach the blade.
 */
export function measureLongLine(curve: Curve): LongLineMeasures {
	const last = Math.max(...curve.xMm);
	const toMm = Math.min(TO_MM, Math.floor(last));
	const [front, rear] = [heightAt(curve, FROM_MM), heightAt(curve, toMm)];
	const [fall, middle] = [slopeDeg(curve, FRONT), slopeDeg(curve, MIDDLE)];
	if (
		toMm - FROM_MM < LEAST_MM ||
		front === undefined ||
		rear === undefined ||
		fall === undefined ||
		middle === undefined
	)
		throw new CoreError('long-line-short', { reachesMm: Math.round(last), leastMm: FROM_MM + LEAST_MM });
	const chordMm = Math.hypot(toMm - FROM_MM, rear - front);
	const cos = (toMm - FROM_MM) / chordMm;
	let [deepest, lowest, lowAtMm] = [0, Infinity, FROM_MM];
	for (let x = FROM_MM; x <= toMm; x += STEP_MM) {
		const y = heightAt(curve, x);
		if (y === undefined) continue;
		const under = (front + ((rear - front) * (x - FROM_MM)) / (toMm - FROM_MM) - y) * cos;
		if (Math.abs(under) > Math.abs(deepest)) deepest = under;
		if (y < lowest) [lowest, lowAtMm] = [y, x];
	}
	const inside = lowAtMm > FROM_MM + STEP_MM && lowAtMm < toMm - STEP_MM;
	return {
		fromMm: FROM_MM,
		toMm,
		rockMm: deepest,
		radiusMm: deepest > 1 ? radiusOfSagitta(chordMm, deepest) : undefined,
		lowAtMm: inside ? lowAtMm : undefined,
		turnDeg: middle - fall
	};
}

/** A drawn long line laid with its front end at the blade mark: x from there to the rear, y from its height there. */
export function frameAtFront({ xMm, yMm }: Curve): Curve {
	const forward = (xMm[0] as number) <= (xMm[xMm.length - 1] as number);
	const points = Array.from(xMm, (x, i) => [x, yMm[i] as number] as const);
	if (!forward) points.reverse();
	const [x0, y0] = points[0] as readonly [number, number];
	const along = forward ? 1 : -1;
	return makeCurve(points.map(([x, y]) => [along * (x - x0), y - y0] as const));
}

/** A drawn line where the record wants it: a cut at its apex, a long line at its front end. */
export const frameFor = (station: Station, curve: Curve): Curve =>
	isLongLine(station) ? frameAtFront(curve) : frameAtApex(curve);

/** The mean of several long lines of one side and day, as far as all of them reach. Undefined for none. */
export function meanLongLine(curves: readonly Curve[]): Curve | undefined {
	if (curves.length < 2) return curves[0];
	const [from, to] = [
		Math.max(...curves.map((c) => Math.min(...c.xMm))),
		Math.min(...curves.map((c) => Math.max(...c.xMm)))
	];
	const points: [number, number][] = [];
	for (let x = Math.ceil(from / STEP_MM) * STEP_MM; x <= to; x += STEP_MM) {
		const heights = curves.flatMap((c) => heightAt(c, x) ?? []);
		if (heights.length === curves.length) points.push([x, heights.reduce((a, b) => a + b, 0) / heights.length]);
	}
	return points.length > 1 ? makeCurve(points) : undefined;
}
