import { ZONES, type Side, type ZoneId } from '$core/zones/index.js';

/**
 * Drawing of the unrolled back: `s` runs from the withers (0) to the tail end of the loin, `t` across,
 * 0 at the spine and 1 at the outline of either side. Nothing here is in mm.
 */
export const STRIP_LENGTH = 1140;

/** Where the cuts are taken, along the strip. */
export const STATION_AT: Readonly<Record<'T8' | 'T13' | 'T18', number>> = { T8: 352, T13: 610, T18: 868 };

const OUTLINE: readonly (readonly [number, number])[] = [
	[0, 44],
	[90, 52],
	[200, 80],
	[290, 88],
	[400, 80],
	[520, 84],
	[650, 90],
	[780, 86],
	[900, 74],
	[1040, 60],
	[STRIP_LENGTH, 48]
];

/** Half-breadth of the drawing at s; a smooth line through the outline's points. */
export function outlineAt(s: number): number {
	let i = 1;
	while (i < OUTLINE.length - 1 && s > (OUTLINE[i] as readonly [number, number])[0]) i++;
	const [s0, b0] = OUTLINE[i - 1] as readonly [number, number];
	const [s1, b1] = OUTLINE[i] as readonly [number, number];
	const u = Math.min(1, Math.max(0, (s - s0) / (s1 - s0)));
	return b0 + (b1 - b0) * u * u * (3 - 2 * u);
}

/** Extent of a zone along the strip. */
const ALONG: Readonly<Record<ZoneId, readonly [number, number]>> = {
	'withers-top': [0, 275],
	'withers-flank': [0, 150],
	blade: [150, 275],
	pocket: [275, 425],
	'long-front': [425, 540],
	'long-middle': [540, 705],
	'long-rear': [705, 890],
	'spine-front': [275, 540],
	'spine-middle': [540, 705],
	'spine-rear': [705, 890],
	'edge-front': [275, 540],
	'edge-middle': [540, 705],
	'edge-rear': [705, 890],
	loin: [890, STRIP_LENGTH],
	girth: [225, 320]
};

/** How the map lies and how much breadth the row along the spine takes. */
export interface Layout {
	/** Head to the left, near side below; or head up, near side to the left. */
	readonly head: 'left' | 'up';
	readonly alongScale: number;
	readonly acrossScale: number;
	/** Share of the half-breadth, 0..1, of the zones on the spine. */
	readonly spineShare: number;
}

/** The strip of the horse page. */
export const STRIP: Layout = { head: 'left', alongScale: 1, acrossScale: 1, spineShare: 0.17 };
/** The map on a phone: head up, breadth drawn out so that a thumb finds every zone. */
export const PHONE_MAP: Layout = { head: 'up', alongScale: 0.52, acrossScale: 1.5, spineShare: 0.25 };
/** The map on a desk. */
export const DESK_MAP: Layout = { head: 'left', alongScale: 1, acrossScale: 1.7, spineShare: 0.25 };

const EDGE_FROM = 0.66;
const GIRTH: readonly [number, number] = [1.06, 1.38];

function across(zone: ZoneId, layout: Layout): readonly [number, number] {
	const row = ZONES.find((z) => z.id === zone)?.row;
	if (row === 'spine') return [0, layout.spineShare];
	if (row === 'edge') return [EDGE_FROM, 1];
	if (row === 'girth') return GIRTH;
	if (zone === 'loin') return [0, 1];
	const hasEdge = zone === 'pocket' || zone.startsWith('long-');
	return [layout.spineShare, hasEdge ? EDGE_FROM : 1];
}

const signOf = (side: Side, layout: Layout): number => ((layout.head === 'left') === (side === 'near') ? 1 : -1);

function place(s: number, acrossUnits: number, layout: Layout): readonly [number, number] {
	const along = s * layout.alongScale;
	const off = acrossUnits * layout.acrossScale;
	return layout.head === 'left' ? [along, off] : [off, along];
}

const round = ([x, y]: readonly [number, number]): string => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** Outline of one zone on one side as an SVG path. */
export function zonePath(zone: ZoneId, side: Side, layout: Layout): string {
	const [from, to] = ALONG[zone];
	const [low, high] = across(zone, layout);
	const sign = signOf(side, layout);
	const steps = 8;
	// The girth hangs straight from the outline; all else follows it.
	const breadth = (s: number) => (zone === 'girth' ? outlineAt((from + to) / 2) : outlineAt(s));
	const line = (t: number) =>
		Array.from({ length: steps + 1 }, (_, i) => {
			const s = from + ((to - from) * i) / steps;
			return round(place(s, sign * t * breadth(s), layout));
		});
	return `M${[...line(low), ...line(high).reverse()].join('L')}Z`;
}

/** Middle of a zone, for its tally or name. */
export function zoneCentre(zone: ZoneId, side: Side, layout: Layout): { readonly x: number; readonly y: number } {
	const [from, to] = ALONG[zone];
	const [low, high] = across(zone, layout);
	const s = (from + to) / 2;
	const [x, y] = place(s, signOf(side, layout) * ((low + high) / 2) * outlineAt(s), layout);
	return { x, y };
}

/** Extent of a zone along the drawing, in its units. */
export function zoneLength(zone: ZoneId, layout: Layout): number {
	const [from, to] = ALONG[zone];
	return (to - from) * layout.alongScale;
}

/** A cut across the strip on one side, from beside the spine to just past the outline. */
export function cutPath(s: number, side: Side, layout: Layout): string {
	const sign = signOf(side, layout);
	const start = place(s, sign * 7, layout);
	const end = place(s, sign * (outlineAt(s) + 8), layout);
	return `M${round(start)}L${round(end)}`;
}

/** View box that holds the map with room for names: x, y, width, height. */
export function mapBox(layout: Layout): readonly [number, number, number, number] {
	const length = STRIP_LENGTH * layout.alongScale;
	const half = (GIRTH[1] * outlineAt(272) + 6) * layout.acrossScale;
	return layout.head === 'left' ? [-14, -half, length + 28, 2 * half] : [-half, -12, 2 * half, length + 24];
}
