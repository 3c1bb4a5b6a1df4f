import { cutsOf, sizeDoubt, type Curve, type Tracing } from '../curve/index.js';
import type { Day } from '../units/index.js';
import { DEPTHS_MM } from './depthBasis.js';
import { followHorse, type KeptCourses } from './followHorse.js';
import { scaledCurve } from './remedies.js';
import { placeOfStation, widthsOf } from './stationFrame.js';
import type { Doubt } from './blunders.js';
import { linesOf, longerBy } from './lineLengths.js';

/** What is doubted of a visit before it is kept; `factor`: how many times too large its lines are, where they are off scale. */
export type VisitDoubt = Doubt & { readonly factor?: number };

/** Lines taken in another unit or at another sheet's size are this many times too large. */
const OTHER_SIZES = [25.4, 10, 2.54, Math.SQRT2, Math.SQRT1_2, 1 / 2.54, 0.1, 1 / 25.4] as const;
const SURE_OF_SIZE = 0.95;

const others = (all: readonly Tracing[], of: Tracing): Curve[] =>
	all.filter((t) => t.station === of.station && t.visitedOn !== of.visitedOn).map((t) => t.curve);

/** The size that most of a visit's lines seem to have been taken at, as a factor; undefined where none stands out. */
function otherSize(visit: readonly Tracing[], all: readonly Tracing[]): number | undefined {
	if (visit.some((t) => t.checked)) return undefined;
	const scales = OTHER_SIZES.map((f) => 1 / f);
	const found = visit.flatMap((t) => {
		const known = others(all, t);
		const better = known.length > 0 ? sizeDoubt(t.curve, known, scales)?.better : undefined;
		return better === undefined ? [] : [1 / better];
	});
	const [first] = found;
	return first !== undefined && found.length * 2 > visit.length && found.every((f) => Math.abs(f / first - 1) < 0.01)
		? first
		: undefined;
}

/** Of the full widths: nearly free of tilt and apex pick. */
const squaresApart = (a: Curve, b: Curve): { sum: number; n: number } => {
	const [p, q] = [widthsOf(a), widthsOf(b)];
	let [sum, n] = [0, 0];
	DEPTHS_MM.forEach((_, k) => {
		const of = (w: typeof p): number => ((w.near[k] as number) + (w.off[k] as number)) / 2;
		const d = of(p) - of(q);
		if (Number.isNaN(d)) return;
		sum += d * d;
		n++;
	});
	return { sum, n };
};

/** How far apart two backs lie over their common stations, root mean square of half the full widths, mm; undefined where they share none. */
export function backsApart(a: readonly Tracing[], b: readonly Tracing[]): number | undefined {
	let [sum, n] = [0, 0];
	for (const t of a)
		for (const o of b.filter((other) => other.station === t.station)) {
			const apart = squaresApart(t.curve, o.curve);
			[sum, n] = [sum + apart.sum, n + apart.n];
		}
	return n > 0 ? Math.sqrt(sum / n) : undefined;
}

const SIZE_STEPS = Array.from({ length: 61 }, (_, i) => 0.85 + i * 0.005);

/** Visits that a size is told from, and what their widths tell of it: as so many figures, each so unsure, mm (common practice, no source). */
const SIZED_BY = 6;
const TOLD_FIGURES = 6;
const FIGURE_SD_MM = 1.5;

/** How many times too large a visit's lines are: the size at which their widths and lengths go best with those before. */
export function factorAgainst(visit: readonly Tracing[], record: readonly Tracing[]): number {
	const days = [...new Set(record.map((t) => t.visitedOn))].sort();
	const last = record.filter((t) => days.slice(-SIZED_BY).includes(t.visitedOn));
	const longer = longerBy(
		linesOf(visit),
		days.map((day) => linesOf(record.filter((t) => t.visitedOn === day)))
	);
	const off = (f: number): number => {
		const scaled = visit.map((t) => ({ ...t, curve: scaledCurve(t.curve, 1 / f) }));
		const apart = (backsApart(scaled, last) ?? Infinity) / FIGURE_SD_MM;
		return TOLD_FIGURES * apart ** 2 + (longer ? (Math.log(f) - longer.log) ** 2 / longer.variance : 0);
	};
	const asItIs = { f: 1, off: off(1) };
	return SIZE_STEPS.map((f) => ({ f, off: off(f) })).reduce((best, one) => (one.off < best.off ? one : best), asItIs).f;
}

const lastBefore = (all: readonly Tracing[], day: Day): readonly Tracing[] => {
	const days = [...new Set(all.map((t) => t.visitedOn))].filter((d) => d !== day).sort();
	const near = days.filter((d) => d < day).at(-1) ?? days[0];
	return all.filter((t) => t.visitedOn === near);
};

/** The station nearest to the head that was traced on the first day it can be. */
function frontOf(all: readonly Tracing[]): { station: string; day: Day } | undefined {
	const stations = [...new Set(all.map((t) => t.station))].filter((s) => placeOfStation(s) !== undefined);
	const front = stations.includes('T8')
		? 'T8'
		: stations.sort((a, b) => (placeOfStation(a) as number) - (placeOfStation(b) as number))[0];
	const days = all.filter((t) => t.station === front).map((t) => t.visitedOn);
	return front === undefined ? undefined : { station: front, day: days.reduce((a, b) => (b < a ? b : a)) };
}

/**
 * What is not believed of visits that are not kept yet, each as it would be judged on its day beside the record:
 * the same judgement as the call's. A visit taken in another unit is named as such and left out of it.
 */
export function doubtVisits(
	allRecord: readonly Tracing[],
	allVisits: readonly (readonly Tracing[])[],
	kept?: KeptCourses
): VisitDoubt[] {
	const [record, visits] = [cutsOf(allRecord), allVisits.map(cutsOf)];
	const all = [...record, ...visits.flat()];
	const sized = visits.map((visit) => ({ visit, factor: otherSize(visit, all) }));
	const odd = sized.flatMap(({ visit, factor }): VisitDoubt[] =>
		factor === undefined || !visit[0]
			? []
			: [{ date: visit[0].visitedOn, station: null, repeat: null, kind: 'shrunk', sure: SURE_OF_SIZE, factor }]
	);
	const sound = sized.filter((s) => s.factor === undefined).flatMap((s) => s.visit);
	const asked = new Set(sound.map((t) => t.visitedOn));
	const together = [...record, ...sound];
	const front = frontOf(together);
	const changes = front ? (followHorse(together, front.day, front.station, kept) ?? []) : [];
	const found = changes
		.flatMap((c) => c.doubts)
		.filter((d) => asked.has(d.date) && d.kind !== 'plain-reading')
		.map((d): VisitDoubt => {
			if (d.kind !== 'shrunk') return d;
			const visit = together.filter((t) => t.visitedOn === d.date);
			return {
				...d,
				factor: factorAgainst(
					visit,
					together.filter((t) => t.visitedOn < d.date)
				)
			};
		});
	return [...odd, ...found].sort((a, b) => a.date.localeCompare(b.date));
}

/** Another horse's back as last traced. */
export interface OtherBack {
	readonly id: string;
	readonly name: string;
	readonly tracings: readonly Tracing[];
}
/** Another horse is named where the visit lies this much nearer to it than to its own last one. */
const NEARER_SHARE = 0.6;
const NEAR_ENOUGH_MM = 8;

/** The horse whose back a visit resembles most, if it lies far nearer to it than to this horse's own. */
export function resembledBack(
	traced: readonly Tracing[],
	record: readonly Tracing[],
	backs: readonly OtherBack[]
): OtherBack | undefined {
	const visit = cutsOf(traced);
	const day = visit[0]?.visitedOn;
	const own = day === undefined ? undefined : backsApart(visit, lastBefore(record, day));
	const rated = backs.flatMap((back) => {
		const mm = backsApart(visit, back.tracings);
		return mm === undefined ? [] : [{ back, mm }];
	});
	if (rated.length === 0) return undefined;
	const best = rated.reduce((b, r) => (r.mm < b.mm ? r : b));
	const limit = Math.min(NEAR_ENOUGH_MM, NEARER_SHARE * (own ?? Infinity));
	return best.mm < limit ? best.back : undefined;
}
