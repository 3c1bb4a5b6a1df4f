import { refitHolds, watchHorse, type Call } from '../../src/core/call/index.js';
import { probabilitiesBeyond } from '../../src/core/call/beyond.js';
import { makeCurve, type Tracing } from '../../src/core/curve/index.js';
import { LIMITS, sideChanges, visitDoubted, type StationChange } from '../../src/core/change/index.js';
import { daysBetween } from '../../src/core/units/index.js';
import { CAUSES_OF, type MadeSeries } from '../../sim/makes/index.js';

/** One visit as judged beside what was there. */
export interface Judged {
	readonly call: Call;
	/** Chance of being past the refit limit or the limit between the sides. */
	readonly beyond: number;
	readonly true: { readonly near: number; readonly off: number };
	readonly said: Readonly<Record<'near' | 'off', { readonly mm: number; readonly sdMm: number }>>;
}

export interface Run {
	readonly series: MadeSeries;
	readonly visits: readonly Judged[];
	readonly years: number;
}

const LIMIT = LIMITS.close;
export const worstOf = ({ near, off }: Judged['true']): number => Math.max(Math.abs(near), Math.abs(off));
export const crossed = (t: Judged['true']): boolean =>
	worstOf(t) > LIMIT.refitLossMm || Math.abs(t.off - t.near) > LIMIT.sidesApartMm;

/** A made-up horse's lines as the engine takes them. */
export const tracingsOf = (series: MadeSeries): Tracing[] =>
	series.tracings.map(({ points, ...t }) => ({ ...t, curve: makeCurve(points) }));

/** Judges a made-up horse, each visit with what was true. */
export function runOf(series: MadeSeries): Run {
	const { calls, changes } = watchHorse(tracingsOf(series), { school: 'close', fittedOn: series.fittedOn });
	const truth = new Map(series.visits.map((v) => [v.day, v.change.T8]));
	const visits = calls.map((call, i): Judged => {
		const front = changes[i]?.stations.get('T8') as StationChange;
		const sides = sideChanges('T8', front);
		const beyond = probabilitiesBeyond(sides, front, LIMIT);
		const of = (side: string) => sides.find((s) => s.side === side) as (typeof sides)[number];
		return {
			call,
			beyond: Math.max(beyond.refit, beyond.apart),
			true: truth.get(call.visitedOn) as Judged['true'],
			said: { near: of('near'), off: of('off') }
		};
	});
	const days = series.visits.map((v) => v.day);
	return { series, visits, years: daysBetween(days[0] as string, days.at(-1) as string) / 365.25 };
}

/** Visits called refit, entered at a chance. */
export function alarms(run: Run, enter: number): boolean[] {
	let held = false;
	return run.visits.map(
		(v, i) => (held = i > 0 && refitHolds(v.beyond, held, visitDoubted(v.call.doubts ?? []), enter))
	);
}

export interface Score {
	crossings: number;
	caught: number;
	quietYears: number;
	falseQuiet: number;
	falseHigh: number;
	highYears: number;
	otherYears: number;
	early: number;
	squares: number;
	inside: number;
	count: number;
	told: number;
	cause: number;
	direction: number;
	side: number;
	readonly byCourse: Map<string, [caught: number, crossings: number]>;
}

const fresh = (): Score => ({
	crossings: 0,
	caught: 0,
	quietYears: 0,
	falseQuiet: 0,
	falseHigh: 0,
	highYears: 0,
	otherYears: 0,
	early: 0,
	squares: 0,
	inside: 0,
	count: 0,
	told: 0,
	cause: 0,
	direction: 0,
	side: 0,
	byCourse: new Map()
});

const directionOf = ({ near, off }: Judged['true']): string => {
	const big = [near, off].filter((v) => Math.abs(v) >= 2);
	if (big.length === 0) return 'none';
	if (Math.min(...big) < 0 && Math.max(...big) > 0) return 'mixed';
	return (big[0] as number) < 0 ? 'loss' : 'gain';
};
const sideOf = (near: number, off: number): string => {
	const [a, b] = [Math.abs(near), Math.abs(off)];
	if (Math.min(a, b) / Math.max(a, b, 1e-9) > 0.45) return 'both';
	return a > b ? 'near' : 'off';
};

/** Scores runs at a chance from which refit is called, intervals taken `wider` times as wide. */
export function scoreOf(runs: readonly Run[], enter: number, wider = 1): Score {
	const s = fresh();
	for (const run of runs) {
		const called = alarms(run, enter);
		const begun = called.flatMap((c, i) => (c && !called[i - 1] ? [i] : []));
		const quiet = run.visits.every((v) => worstOf(v.true) <= 3);
		if (quiet) {
			s.quietYears += run.years;
			s.falseQuiet += begun.length;
			if (run.series.steadiness === 'high') {
				s.highYears += run.years;
				s.falseHigh += begun.length;
			}
		} else {
			s.otherYears += run.years;
			s.early += begun.filter((i) => worstOf((run.visits[i] as Judged).true) < LIMIT.watchLossMm).length;
		}
		const crossing = run.visits.findIndex((v) => crossed(v.true));
		if (crossing >= 0 && crossing + 1 < run.visits.length) {
			const first = called.findIndex((c, i) => c && (i >= crossing || worstOf((run.visits[i] as Judged).true) >= 4));
			const hit = first >= 0 && first <= crossing + 1;
			const [caught, crossings] = s.byCourse.get(run.series.course) ?? [0, 0];
			s.byCourse.set(run.series.course, [caught + Number(hit), crossings + 1]);
			s.crossings++;
			s.caught += Number(hit);
			if (first >= 0) {
				const v = run.visits[first] as Judged;
				s.told++;
				s.cause += Number(CAUSES_OF[run.series.course].includes(v.call.cause));
				s.direction += Number(v.call.direction === directionOf(v.true));
				s.side += Number(sideOf(v.said.near.mm, v.said.off.mm) === sideOf(v.true.near, v.true.off));
			}
		}
		for (const v of run.visits.slice(1))
			for (const side of ['near', 'off'] as const) {
				const error = v.said[side].mm - v.true[side];
				s.squares += error * error;
				s.count++;
				s.inside += Number(Math.abs(error) <= 1.96 * wider * v.said[side].sdMm);
			}
	}
	return s;
}

/** Said against true, by tenths of what was said: of refit, that a limit is truly passed; of steady, that it is not the watch limit. */
export function calibrationOf(runs: readonly Run[]): Map<string, { said: number; true: number; calls: number }> {
	const table = new Map<string, { said: number; true: number; calls: number }>();
	for (const run of runs)
		for (const v of run.visits.slice(1)) {
			const { verdict, sureness } = v.call;
			if (verdict !== 'refit' && verdict !== 'steady') continue;
			const right = verdict === 'refit' ? crossed(v.true) : worstOf(v.true) < LIMIT.watchLossMm;
			const key = `${verdict} ${Math.min(9, Math.floor(10 * sureness))}`;
			const row = table.get(key) ?? { said: 0, true: 0, calls: 0 };
			table.set(key, { said: row.said + sureness, true: row.true + Number(right), calls: row.calls + 1 });
		}
	return table;
}
