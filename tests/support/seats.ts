import { checkedCase, USUAL_LIMITS, type Pad, type Point, type SeatCase } from '../../src/core/seat/index.js';

/** Height of a surface, mm. */
export type Height = (x: number, s: number) => number;
export const LEVEL: Height = () => 0;

export interface Shape {
	readonly back: Height;
	readonly saddle: Height;
	/** Places of the sections; surfaces are straight between them. */
	readonly backS: readonly number[];
	readonly saddleS: readonly number[];
	/** Inner and outer edge of the bars, |x|. */
	readonly bars: readonly [number, number];
	/** Reach of the back across, and the step of its points and those of the bars. */
	readonly backX: number;
	readonly stepX: number;
}

const steps = (from: number, to: number, step: number): number[] => {
	const n = Math.max(1, Math.round((to - from) / step));
	return Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);
};
export const along = (from: number, to: number, step: number): number[] => steps(from, to, step);

export const FLAT: Shape = {
	back: LEVEL,
	saddle: LEVEL,
	backS: [0, 450],
	saddleS: [0, 450],
	bars: [20, 140],
	backX: 200,
	stepX: 400
};

type Given = Partial<Omit<SeatCase, 'back' | 'saddle'>> & {
	readonly offsetMm?: number;
	readonly arch?: readonly Point[];
	readonly lastRibSMm?: number;
};

/** A case of made surfaces; stiffness 1, 1000 N at the middle unless given. */
export function seatCase(shape: Partial<Shape>, given: Given = {}): SeatCase {
	const { back, saddle, backS, saddleS, bars, backX, stepX } = { ...FLAT, ...shape };
	const { offsetMm = 0, arch, lastRibSMm, ...rest } = given;
	const bar = (from: number, to: number, s: number): Point[] =>
		steps(from, to, stepX).map((x) => [x, saddle(x, s)] as const);
	return checkedCase({
		back: {
			sections: backS.map((s) => ({
				sMm: s,
				toplineYMm: 0,
				points: steps(-backX, backX, stepX).map((x) => [x, back(x, s)] as const)
			})),
			spineHalfWidthMm: 25,
			...(lastRibSMm === undefined ? {} : { lastRibSMm })
		},
		saddle: {
			sections: saddleS.map((s) => ({ sMm: s, near: bar(-bars[1], -bars[0], s), off: bar(bars[0], bars[1], s) })),
			offsetMm,
			...(arch ? { arch } : {})
		},
		kKpaPerMm: 1,
		loads: [{ weightN: 1000, sMm: 225, xMm: 0 }],
		pads: [],
		gridMm: 4,
		limits: USUAL_LIMITS,
		...rest
	});
}

export const load = (weightN: number, sMm: number, xMm = 0) => ({ weightN, sMm, xMm });
export const shim = (place: 'front' | 'middle' | 'rear', tMm: number, more: Partial<Pad> = {}): Pad =>
	({ type: 'shim', tMm, place, featherMm: 0, sides: 'both', u: [0, 1], ...more }) as Pad;
