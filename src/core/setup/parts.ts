/** What is under and in a saddle on a day. Each part is a field of a visit, `setup/<saddle>/<part>`, and stays until it is changed. */

export const PADS = ['none', 'thin', 'thick', 'half', 'shims'] as const;
export const PAD_LENGTHS = ['right', 'short', 'long'] as const;
export const FLOCKINGS = ['as-it-was', 'more', 'less', 'renewed', 'air-more', 'air-less'] as const;
export const GIRTH_PLACES = ['in-groove', 'too-far-forward', 'too-far-back'] as const;
export const GIRTH_LENGTHS = ['long', 'short'] as const;
export const SHIM_REASONS = ['wasted', 'bridge', 'low-cantle', 'lean', 'loin-slope', 'one-side'] as const;

/** Where a shim lies along the bar, in the order from the withers. */
export const SHIM_ZONES = ['front', 'middle', 'rear'] as const;
export type ShimZone = (typeof SHIM_ZONES)[number];
export const SETUP_SIDES = ['near', 'off'] as const;
export type SetupSide = (typeof SETUP_SIDES)[number];

/** A shim thicker than this corrects no small fault, mm (common practice, no source). */
export const MOST_SHIM_MM = 15;
export const MOST_PAD_MM = 40;
/** A panel is moved down its flank by no more than this, mm. */
export const MOST_PANEL_MM = 20;
export const MOST_WEDGE_DEG = 12;

/** Parts that are one of several words, and those that are a number. */
export const CHOICE_PARTS = {
	pad: PADS,
	padLength: PAD_LENGTHS,
	flocking: FLOCKINGS,
	girth: GIRTH_PLACES,
	girthLength: GIRTH_LENGTHS,
	why: SHIM_REASONS
} as const;
export type ChoicePart = keyof typeof CHOICE_PARTS;

const shimPart = <Z extends ShimZone, S extends SetupSide>(zone: Z, side: S) => `${zone}-${side}` as const;
export const SHIM_PARTS = SHIM_ZONES.flatMap((zone) => SETUP_SIDES.map((side) => shimPart(zone, side)));

/** Bounds of the parts in numbers: mm, wedges in degrees. */
export const NUMBER_PARTS: Readonly<Record<string, { readonly least: number; readonly most: number }>> = {
	padMm: { least: 0, most: MOST_PAD_MM },
	packedMm: { least: 0, most: MOST_PAD_MM },
	panelsMm: { least: 0, most: MOST_PANEL_MM },
	'wedge-near': { least: 0, most: MOST_WEDGE_DEG },
	'wedge-off': { least: 0, most: MOST_WEDGE_DEG },
	...Object.fromEntries(SHIM_PARTS.map((p) => [p, { least: 0, most: MOST_SHIM_MM }]))
};
/** A front plate or tree size, in the maker's own words. */
export const TEXT_PARTS = ['plate'] as const;

export const isChoicePart = (part: string): part is ChoicePart => Object.hasOwn(CHOICE_PARTS, part);
export const isNumberPart = (part: string): boolean => Object.hasOwn(NUMBER_PARTS, part);
export const isSetupPart = (part: string): boolean =>
	isChoicePart(part) || isNumberPart(part) || (TEXT_PARTS as readonly string[]).includes(part);

/** Parts of the saddle itself, there also where it lies on the bare back. */
export const isSaddlesOwn = (part: string): boolean => ['plate', 'flocking', 'panelsMm'].includes(part);

export const setupField = (pairingId: string, part: string): string => `setup/${pairingId}/${part}`;
