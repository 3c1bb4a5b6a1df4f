import { makeCurve, type Curve, type Tracing } from '../../src/core/curve/index.js';
import { makeBack, type MuscleState, type SimStation } from '../../sim/back.js';
import { seededRandom, type Random } from '../../sim/random.js';
import { spreadStory, type Story } from '../../sim/stories.js';
import { traceVisit, trueCut, type Hand } from '../../sim/trace.js';
import { addDays } from '../../src/core/units/index.js';

/** A curve from y = -f(x) on even steps of x, mm. */
export function curveOf(f: (xMm: number) => number, halfMm: number, stepMm = 0.5): Curve {
	const n = Math.round((2 * halfMm) / stepMm);
	return makeCurve(Array.from({ length: n + 1 }, (_, i) => [-halfMm + i * stepMm, -f(-halfMm + i * stepMm)] as const));
}

export const STILL: MuscleState = { nearMm: 0, offMm: 0 };
export const BACK = makeBack({ broad: 1, pocketMm: 1, lopsidedMm: 0 });
export const STEADY_HAND: Hand = { noiseMm: 0, tiltSdDeg: 0, apexSdMm: 0, badShare: 0, sharedSdMm: 0 };

/** The true cut at a station with muscle moved, as a curve. */
export const trueCurve = (station: SimStation, muscle: MuscleState = STILL): Curve =>
	makeCurve(trueCut(BACK[station], muscle));

/** A curve turned about the origin (counter-clockwise, degrees) and then moved. */
export function posed(curve: Curve, turnDeg: number, dxMm = 0, dyMm = 0): Curve {
	const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
	return {
		xMm: curve.xMm.map((x, i) => c * x - s * (curve.yMm[i] as number) + dxMm),
		yMm: curve.yMm.map((y, i) => s * (curve.xMm[i] as number) + c * y + dyMm)
	};
}

/** Mirror image: near becomes off. */
export const mirrored = (curve: Curve): Curve => ({
	xMm: curve.xMm.map((x) => -x).reverse(),
	yMm: curve.yMm.slice().reverse()
});

export const START = '2024-01-10';
export const everyFourWeeks = (i: number): string => addDays(START, 28 * i);

/** A made-up series: `visits` visits four weeks apart, three repeats, muscle following a story in weeks. */
export function series(
	story: Story,
	options: { visits: number; hand: Hand; seed: number; repeats?: number }
): Tracing[] {
	const random: Random = seededRandom(options.seed);
	return Array.from({ length: options.visits }, (_, i) =>
		traceVisit(BACK, story(i * 4), options.hand, options.repeats ?? 3, random).map((t) => ({
			visitedOn: everyFourWeeks(i),
			station: t.station,
			repeat: t.repeat,
			curve: makeCurve(t.points)
		}))
	).flat();
}

/** A story that moves linearly from 0 to `mm` between two weeks at T8, evenly on both sides. */
export const slide = (
	mm: number,
	fromWeek: number,
	toWeek: number,
	spread = { near: 1, off: 1, middle: 0.2, rear: 0.05 }
): Story => spreadStory((w) => mm * Math.max(0, Math.min(1, (w - fromWeek) / (toWeek - fromWeek))), spread);
