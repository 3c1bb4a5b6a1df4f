/**
 * One drawn line across the back, in the section frame of the contract: mm, x negative on the
 * near side and positive on the off side, y up. Points run from near to off. Both arrays have
 * the same length; neither is changed after the curve is made.
 */
export interface Curve {
	readonly xMm: Float64Array;
	readonly yMm: Float64Array;
}

export type Side = 'near' | 'off';
export const SIDES: readonly Side[] = ['near', 'off'];

/** -1 on the near side, +1 on the off side: the sign of x there. */
export const sideSign = (side: Side): 1 | -1 => (side === 'near' ? -1 : 1);

/** Where along the back a tracing was taken: T8, T13, T18, T10, W (withers), `s=NNN` mm; or a long line, L100near or L100off. */
export type Station = string;
export const MAIN_STATIONS = ['T8', 'T13', 'T18'] as const;

/** The long lines, 100 mm beside the spine: x along the back from the blade mark, y up, mm. They are no cuts. */
export const LONG_LINES = ['L100near', 'L100off'] as const;
export const isLongLine = (station: Station): boolean => (LONG_LINES as readonly string[]).includes(station);

/** The cuts among tracings: what is judged, lofted and seated. */
export const cutsOf = <T extends { readonly station: Station }>(tracings: readonly T[]): readonly T[] =>
	tracings.some((t) => isLongLine(t.station)) ? tracings.filter((t) => !isLongLine(t.station)) : tracings;

/** One tracing of one visit, ready for the core. */
export interface Tracing {
	readonly id?: string;
	readonly visitedOn: string;
	readonly station: Station;
	readonly repeat: number;
	readonly curve: Curve;
	readonly operator?: string;
	readonly source?: string;
	/** Score of a read picture, 0..1. */
	readonly quality?: number;
	/** Somebody has looked at the sheets and says that they are right: the visit is not doubted. */
	readonly checked?: boolean;
}

/** Depths below the apex, mm, that bound the bearing band. */
export const BAND_TOP_MM = 60;
export const BAND_BOTTOM_MM = 120;

export function makeCurve(points: readonly (readonly [number, number])[]): Curve {
	const [xMm, yMm] = [new Float64Array(points.length), new Float64Array(points.length)];
	points.forEach(([x, y], i) => {
		xMm[i] = x;
		yMm[i] = y;
	});
	return { xMm, yMm };
}

export function curvePoints(curve: Curve): [number, number][] {
	return Array.from(curve.xMm, (x, i) => [x, curve.yMm[i] as number]);
}

/** How a tracing came into the record. */
export const TRACING_SOURCES = [
	'points',
	'widths',
	'svg',
	'dxf',
	'keypad',
	'picture',
	'photo',
	'scan',
	'ruler'
] as const;
