import { levelled, makeCurve, type Curve } from '../curve/index.js';
import { CoreError } from '../errors/index.js';
import { heightAt, polylineOf } from './polyline.js';
import type { Point, SaddleSection } from './types.js';

/** Where a saddle's underside is traced: across both bars or panels, in front, in the middle and at the rear. */
export const SADDLE_PLACES = ['front', 'middle', 'rear'] as const;
export type SaddlePlace = (typeof SADDLE_PLACES)[number];

/** One tracing of the underside, saddle turned over, as if it lay on the horse: x near to off, y up, mm. */
export interface UndersideTracing {
	readonly xMm: readonly number[];
	readonly yMm: readonly number[];
	/** Width of the channel there, mm. */
	readonly channelMm: number;
}

/** A saddle's own shape: three tracings of its underside, and how far its middle stands out. */
export interface SaddleMeasures {
	readonly sections: Readonly<Record<SaddlePlace, UndersideTracing>>;
	/** Gap under a straight edge's ends, laid along a bar: how far the middle stands out towards the horse, mm. */
	readonly rockMm: number;
}

/** Bounds of what a hand can measure there, mm. */
export const CHANNEL_WIDTH_MM = { least: 20, most: 140 } as const;
export const ROCK_MM = { least: -20, most: 80 } as const;
export const MOST_SECTION_POINTS = 400;

/** The line along a bar on which the rock is measured, mm beside the middle. */
export const RAIL_MM = 80;
const OUTERMOST_MM = 150;
const STEP_MM = 4;
const LEAST_BAR_MM = 40;

const curveOf = ({ xMm, yMm }: UndersideTracing): Curve =>
	levelled(makeCurve(xMm.map((x, i) => [x, yMm[i] as number] as const)));

/** Both bars at one place, the rail at a height. Throws `saddle-section` where a bar is too little of the tracing. */
function barsAt(place: SaddlePlace, tracing: UndersideTracing, sMm: number, railYMm: number): SaddleSection {
	const { xMm, yMm } = curveOf(tracing);
	// What hangs over is seen from its outer side: x must grow.
	const points = Array.from(xMm, (x, i): Point => [x, yMm[i] as number]);
	const line = polylineOf(points.filter(([x], i) => points.slice(0, i).every((p) => p[0] < x - 1e-6)));
	const inner = tracing.channelMm / 2;
	const reach = Math.min(OUTERMOST_MM, -(xMm[0] as number), xMm[xMm.length - 1] as number);
	if (!(reach - inner >= LEAST_BAR_MM))
		throw new CoreError('saddle-section', { place, reachMm: Math.round(reach), innerMm: Math.round(inner) });
	const rail = Math.min(RAIL_MM, reach);
	const lift = railYMm - (heightAt(line, rail) + heightAt(line, -rail)) / 2;
	const bar = (sign: 1 | -1): Point[] => {
		const count = Math.max(2, Math.round((reach - inner) / STEP_MM));
		const points = Array.from({ length: count + 1 }, (_, i): Point => {
			const x = sign * (inner + ((reach - inner) * i) / count);
			return [x, heightAt(line, x) + lift];
		});
		return sign < 0 ? points.reverse() : points;
	};
	return { sMm, near: bar(-1), off: bar(1) };
}

/** The underside of both bars from its measures, over the length that bears; level as its own rails are. */
export function undersideOfMeasures({ sections, rockMm }: SaddleMeasures, bearsMm: number): SaddleSection[] {
	const at: Readonly<Record<SaddlePlace, number>> = { front: 0, middle: bearsMm / 2, rear: bearsMm };
	return SADDLE_PLACES.map((place) => barsAt(place, sections[place], at[place], place === 'middle' ? -rockMm : 0));
}
