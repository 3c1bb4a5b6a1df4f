/** Drawing of a back seen from above, head to the left; SVG units, spine along y = 0. */
export interface StripZone {
	readonly name: string;
	readonly from: number;
	readonly to: number;
	/** The cut that tells of this zone. */
	readonly station?: 'T8' | 'T13' | 'T18';
}

export const STRIP_LENGTH = 1140;
export const SPINE_GAP = 7;

export const STRIP_ZONES: readonly StripZone[] = [
	{ name: 'withers', from: 0, to: 150 },
	{ name: 'blade', from: 150, to: 310 },
	{ name: 'pocket', from: 310, to: 480, station: 'T8' },
	{ name: 'middle', from: 480, to: 690, station: 'T13' },
	{ name: 'rear', from: 690, to: 890, station: 'T18' },
	{ name: 'loin', from: 890, to: STRIP_LENGTH }
];

/** Where the cuts are taken, along the strip. */
export const STATION_AT: Readonly<Record<'T8' | 'T13' | 'T18', number>> = { T8: 352, T13: 600, T18: 868 };

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

/** Half-breadth of the drawing at x; a smooth line through the outline's points. */
export function outlineAt(x: number): number {
	let i = 1;
	while (i < OUTLINE.length - 1 && x > (OUTLINE[i] as readonly [number, number])[0]) i++;
	const [x0, y0] = OUTLINE[i - 1] as readonly [number, number];
	const [x1, y1] = OUTLINE[i] as readonly [number, number];
	const t = Math.min(1, Math.max(0, (x - x0) / (x1 - x0)));
	return y0 + (y1 - y0) * t * t * (3 - 2 * t);
}

/** Share of the half-breadth that belongs to the row beside the spine. */
const INNER_SHARE = 0.6;

/** Path of one cell: a zone's inner or outer row on one side; `sign` -1 draws above the spine. */
export function cellPath(zone: Pick<StripZone, 'from' | 'to'>, row: 'inner' | 'outer', sign: 1 | -1): string {
	const steps = 8;
	const low = (x: number) => (row === 'inner' ? SPINE_GAP : INNER_SHARE * outlineAt(x));
	const high = (x: number) => (row === 'inner' ? INNER_SHARE * outlineAt(x) : outlineAt(x));
	const xs = Array.from({ length: steps + 1 }, (_, i) => zone.from + ((zone.to - zone.from) * i) / steps);
	const there = xs.map((x) => `${x.toFixed(1)} ${(sign * low(x)).toFixed(1)}`);
	const back = [...xs].reverse().map((x) => `${x.toFixed(1)} ${(sign * high(x)).toFixed(1)}`);
	return `M${[...there, ...back].join('L')}Z`;
}

/** Middle of a cell's inner row, for its tally. */
export function cellCentre(zone: StripZone, sign: 1 | -1): { x: number; y: number } {
	const x = (zone.from + zone.to) / 2;
	return { x, y: sign * (SPINE_GAP + (INNER_SHARE * outlineAt(x) - SPINE_GAP) / 2) };
}
