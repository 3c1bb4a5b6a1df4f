import { CoreError } from '../errors/index.js';
import { makeCurve, type Curve } from '../curve/index.js';
import type { RulerFrame } from './readEvent.js';

/** The more sensors in a row are silent, the less is known of the shape between them. */
const MOST_SILENT = 3;
/** Steps in which each gap between sensors is followed. */
const STEPS = 8;

/**
 * One frame from several of the same shape: the mean of each sensor over the frames in which it answered.
 * Frames of another ruler (other spacing, other count) than the last are left out. Throws `ruler-silent`
 * without frames.
 */
export function calmFrames(frames: readonly RulerFrame[]): RulerFrame {
	const last = frames[frames.length - 1];
	if (!last) throw new CoreError('ruler-silent');
	const same = frames.filter((f) => f.spacingMm === last.spacingMm && f.bendPerM.length === last.bendPerM.length);
	const bendPerM = last.bendPerM.map((_, i) => {
		const heard = same.map((f) => f.bendPerM[i] as number).filter((v) => !Number.isNaN(v));
		return heard.length > 0 ? heard.reduce((s, v) => s + v, 0) / heard.length : NaN;
	});
	const tiltDeg = same.reduce((s, f) => s + f.tiltDeg, 0) / same.length;
	return { ...last, bendPerM, tiltDeg };
}

/** Silent sensors take the value between their neighbours. Throws `ruler-gap` where too many in a row are silent. */
function filled(bendPerM: Float64Array): Float64Array {
	const heard = Array.from(bendPerM.keys()).filter((i) => !Number.isNaN(bendPerM[i]));
	const [first, last] = [heard[0], heard[heard.length - 1]];
	if (first === undefined || last === undefined) throw new CoreError('ruler-silent');
	const gaps = heard.slice(1).map((i, k) => i - (heard[k] as number) - 1);
	const longest = Math.max(first, bendPerM.length - 1 - last, ...gaps);
	if (longest > MOST_SILENT) throw new CoreError('ruler-gap', { sensors: longest });
	return bendPerM.map((v, i) => {
		if (!Number.isNaN(v)) return v;
		const before = heard.filter((h) => h < i).pop() ?? first;
		const after = heard.find((h) => h > i) ?? last;
		const u = after > before ? (i - before) / (after - before) : 0;
		return (bendPerM[before] as number) * (1 - u) + (bendPerM[after] as number) * u;
	});
}

/**
 * The curve of a bent ruler: its direction turns by its curvature over its length, followed from the spine
 * both ways, so that an error at one end does not tilt the other. Level by the ruler's own level. mm.
 */
export function bendToCurve({ bendPerM, spacingMm, spineIndex, tiltDeg }: RulerFrame): Curve {
	const bend = filled(bendPerM);
	const step = spacingMm / STEPS;
	const walk = (dir: 1 | -1): [number, number][] => {
		const points: [number, number][] = [];
		let [x, y, angle] = [0, 0, (-tiltDeg * Math.PI) / 180];
		const last = dir > 0 ? bend.length - 1 : 0;
		for (let i = spineIndex; i !== last; i += dir)
			for (let k = 0; k < STEPS; k++) {
				const u = (k + 0.5) / STEPS;
				const here = (bend[i] as number) * (1 - u) + (bend[i + dir] as number) * u;
				// Half the turn before the step and half after: second order in the step.
				const turn = (-dir * here * step) / 1000;
				const middle = angle + turn / 2;
				x += dir * step * Math.cos(middle);
				y += dir * step * Math.sin(middle);
				angle += turn;
				if (k === STEPS - 1) points.push([x, y]);
			}
		return points;
	};
	return makeCurve([...walk(-1).reverse(), [0, 0], ...walk(1)]);
}
