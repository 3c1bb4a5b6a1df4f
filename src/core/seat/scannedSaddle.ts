import type { Section } from '../scan/index.js';
import { CoreError } from '../errors/index.js';
import {
	RAIL_MM,
	SADDLE_PLACES,
	type SaddleMeasures,
	type SaddlePlace,
	type UndersideTracing
} from './measuredSaddle.js';
import { heightAt, polylineOf } from './polyline.js';
import type { Point } from './types.js';

/** Cuts across a scan of an underside, as it would lie on the horse, in the mesh's own x and y. */
export type UndersideCuts = Readonly<Record<SaddlePlace, Section>>;

/** A line that runs back by more than this is a saddle's two faces, mm. */
const FOLDED_MM = 25;
const REACH_MM = 160;
const STEP_MM = 2;

/** The cut as heights over x, about the middle of the mesh. Throws `saddle-scan-folded`. */
function facing(cut: Section, place: SaddlePlace): readonly Point[] {
	const [dx, dy] = cut.apexAt;
	const points: Point[] = [];
	let back = 0;
	for (let i = 0; i < cut.xMm.length; i++) {
		const x = (cut.xMm[i] as number) + dx;
		const last = points[points.length - 1];
		if (last && x <= last[0] + 1e-6) back = Math.max(back, last[0] - x);
		else points.push([x, (cut.yMm[i] as number) + dy]);
	}
	if (back > FOLDED_MM) throw new CoreError('saddle-scan-folded', { place });
	return points;
}

/** What a ruler bent across both bars would draw: the bars, without what lies deeper between them. */
function tracingOf(points: readonly Point[], channelMm: number): UndersideTracing {
	const line = polylineOf(points);
	const reach = (sign: 1 | -1): number =>
		Math.min(REACH_MM, sign * ((sign < 0 ? points[0] : points[points.length - 1]) as Point)[0]);
	const side = (sign: 1 | -1): number[] => {
		const count = Math.floor((reach(sign) - channelMm / 2) / STEP_MM);
		return Array.from({ length: Math.max(0, count + 1) }, (_, i) => sign * (channelMm / 2 + i * STEP_MM));
	};
	const xMm = [...side(-1).reverse(), ...side(1)];
	const heights = xMm.map((x) => heightAt(line, x));
	const top = Math.max(...heights);
	const tenth = (v: number): number => Math.round(10 * v) / 10;
	return { xMm: xMm.map(tenth), yMm: heights.map((y) => tenth(y - top)), channelMm };
}

/**
 * A saddle's own shape from three cuts of a scan: the first and last where its bars begin and end, the middle between
 * them; channels as they were measured, mm. Throws `saddle-scan-folded` where a cut has both faces of a saddle.
 */
export function measuresOfCuts(cuts: UndersideCuts, channelsMm: Readonly<Record<SaddlePlace, number>>): SaddleMeasures {
	const faces = SADDLE_PLACES.map((place) => [place, facing(cuts[place], place)] as const);
	const [front, middle, rear] = faces.map(([, points]) => {
		const line = polylineOf(points);
		return (heightAt(line, RAIL_MM) + heightAt(line, -RAIL_MM)) / 2;
	}) as [number, number, number];
	return {
		sections: Object.fromEntries(
			faces.map(([place, points]) => [place, tracingOf(points, channelsMm[place])])
		) as Record<SaddlePlace, UndersideTracing>,
		// The middle stands out towards the horse: down, as it lies.
		rockMm: Math.round((front + rear) / 2 - middle)
	};
}
