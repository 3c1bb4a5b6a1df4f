import { consensusCurve, measureCurve, type Side, type Tracing } from '../curve/index.js';
import { normalCdf } from '../math/index.js';
import type { Day } from '../units/index.js';

/** What the fitted day's back is in itself: a hollow one is no target to keep. */
export interface Baseline {
	/** Undefined where it cannot be told. */
	readonly wasted: boolean | undefined;
	/** Chance that it is wasted, 0..1; of the answer given where there is one. */
	readonly sure: number;
	readonly hollowMm: Readonly<Record<Side, number | undefined>>;
	/** How much steeper the flanks stand at T8 than at T18, degrees. */
	readonly twistDeg: number | undefined;
}

/** Hollow behind the blade of a back in work, and how unlike such backs are, mm (common practice, no source). */
const WASTED_FROM_MM = 5;
const SPREAD_MM = 2;
/** Flanks of a wasted back fall off more between T18 and T8 than these degrees. */
const WASTED_TWIST_DEG = 24;
const TWIST_SPREAD_DEG = 8;
/** The hollow tells most, the twist a little. */
const HOLLOW_WEIGHT = 0.8;
const TOLD_FROM = 0.7;

/** Judges the back of one day against what backs usually show. Undefined without a tracing of the front. */
export function judgeFirstVisit(tracings: readonly Tracing[], day: Day, front: string): Baseline | undefined {
	const measured = (station: string) => {
		const curves = tracings.filter((t) => t.visitedOn === day && t.station === station).map((t) => t.curve);
		return curves.length > 0 ? measureCurve(consensusCurve(curves)).sides : undefined;
	};
	const [fore, rear] = [measured(front), measured('T18')];
	if (!fore) return undefined;
	const slope = (sides: typeof fore | undefined): number | undefined => {
		const all = [sides?.near.flankSlopeDeg, sides?.off.flankSlopeDeg].filter((d): d is number => d !== undefined);
		return all.length === 2 ? ((all[0] as number) + (all[1] as number)) / 2 : undefined;
	};
	const hollowMm = { near: fore.near.hollowMm, off: fore.off.hollowMm };
	const [steep, flat] = [slope(fore), slope(rear)];
	const twistDeg = steep !== undefined && flat !== undefined ? steep - flat : undefined;
	const hollows = [hollowMm.near, hollowMm.off].filter((h): h is number => h !== undefined);
	if (hollows.length === 0) return { wasted: undefined, sure: 0.5, hollowMm, twistDeg };
	const hollow = hollows.reduce((a, b) => a + b, 0) / hollows.length;
	const byHollow = (hollow - WASTED_FROM_MM) / SPREAD_MM;
	const byTwist = twistDeg === undefined ? byHollow : (twistDeg - WASTED_TWIST_DEG) / TWIST_SPREAD_DEG;
	const chance = normalCdf(HOLLOW_WEIGHT * byHollow + (1 - HOLLOW_WEIGHT) * byTwist);
	if (chance >= TOLD_FROM) return { wasted: true, sure: chance, hollowMm, twistDeg };
	if (chance <= 1 - TOLD_FROM) return { wasted: false, sure: 1 - chance, hollowMm, twistDeg };
	return { wasted: undefined, sure: chance, hollowMm, twistDeg };
}
