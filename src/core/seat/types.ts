/** A point of a section: x to the off side, y up, mm. */
export type Point = readonly [xMm: number, yMm: number];

/** The back's cut at one place; heights are `toplineYMm` + y. x grows strictly. */
export interface BackSection {
	readonly sMm: number;
	readonly toplineYMm: number;
	readonly points: readonly Point[];
}

/** The underside of both bars at one place of the saddle's own frame. x grows strictly. */
export interface SaddleSection {
	readonly sMm: number;
	readonly near: readonly Point[];
	readonly off: readonly Point[];
}

export const BAR_SIDES = ['near', 'off'] as const;
export type BarSide = (typeof BAR_SIDES)[number];
export const PAD_SIDES = ['both', ...BAR_SIDES] as const;
export type PadSides = (typeof PAD_SIDES)[number];
export const ZONES = ['front', 'middle', 'rear'] as const;
export type Zone = (typeof ZONES)[number];

interface PadPlace {
	readonly sides: PadSides;
	/** Share of the bar's width from its inner edge. */
	readonly u: readonly [number, number];
}
/** What lies under the bars; thickness along the back's normal, mm; s in the saddle's frame. */
export type Pad = PadPlace &
	(
		| { readonly type: 'sheet'; readonly tMm: number }
		| {
				readonly type: 'shim';
				readonly tMm: number;
				readonly place: Zone | readonly [s0Mm: number, s1Mm: number];
				readonly featherMm: number;
		  }
		| { readonly type: 'profile'; readonly tAtS: readonly (readonly [sMm: number, tMm: number])[] }
	);

/** A weight that acts straight down, N, in the back's frame. */
export interface Load {
	readonly weightN: number;
	readonly sMm: number;
	readonly xMm: number;
}

export interface SeatBack {
	readonly sections: readonly BackSection[];
	readonly lastRibSMm?: number;
	readonly spineHalfWidthMm: number;
}

export interface SeatSaddle {
	readonly sections: readonly SaddleSection[];
	readonly offsetMm: number;
	/** Underside of the arch on the centre line, [s, y] in the saddle's frame. */
	readonly arch?: readonly Point[];
}

export interface ShimLimits {
	readonly clearanceFrontMinMm: number;
	readonly pitchMaxDeg: number;
	readonly rollMaxDeg: number;
}

/** A back, a saddle and what weighs on it, checked. Sections are in order of s. */
export interface SeatCase {
	readonly back: SeatBack;
	readonly saddle: SeatSaddle;
	/** Stiffness of the bed along its normal, kPa per mm. */
	readonly kKpaPerMm: number;
	readonly loads: readonly Load[];
	readonly pads: readonly Pad[];
	readonly gridMm: number;
	/** Place about which the pose turns, back frame; the middle of the bars unless given. */
	readonly sRefMm?: number;
	readonly limits: ShimLimits;
}

export const USUAL_LIMITS: ShimLimits = { clearanceFrontMinMm: 15, pitchMaxDeg: 2, rollMaxDeg: 1.5 };

/** Heights of the saddle against its zero pose: h + a (s - sRef) + b x. */
export interface Pose {
	readonly hMm: number;
	/** Slope along s, positive rear up. */
	readonly a: number;
	/** Slope along x, positive off side up. */
	readonly b: number;
}
