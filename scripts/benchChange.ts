import { COURSES, makeMadeSeries, MAKES, ONLY_REPORTED, TROUBLES, type Trouble } from '../sim/makes/index.js';
import { seededRandom } from '../sim/random.js';
import { calibrationOf, crossed, runOf, scoreOf, worstOf, type Run, type Score } from './lib/scoreSeries.js';
import { REFIT } from '../src/core/call/index.js';

/**
 * Judges made-up horses of several makes and prints how often the call was right:
 * `npm run bench:change -- 2 900001` (horses of each course and steadiness, seed). The chance from which refit is
 * called and the width of intervals are chosen on three makes and reported on the one left out, in turn; one make more
 * is only reported on.
 */
const each = Number(process.argv[2] ?? 2);
const seed = Number(process.argv[3] ?? 900_001);
const ALL = [...MAKES, ...ONLY_REPORTED];
const STEADINESS = ['low', 'mid', 'high'] as const;

const share = (a: number, b: number): string => (b > 0 ? (a / b).toFixed(2) : '  - ').padStart(6);
const per100 = (a: number, years: number): string => (years > 0 ? ((100 * a) / years).toFixed(1) : '-').padStart(6);

function print(name: string, s: Score, note: string): void {
	console.log(
		`${name.padEnd(12)}${share(s.caught, s.crossings)}${per100(s.falseQuiet, s.quietYears)}${per100(s.falseHigh, s.highYears)}` +
			`${per100(s.early, s.otherYears)}${Math.sqrt(s.squares / s.count)
				.toFixed(2)
				.padStart(7)}${share(s.inside, s.count)}` +
			`${share(s.cause, s.told)}${share(s.direction, s.told)}${share(s.side, s.told)}  ${note}`
	);
}

const runs = new Map<string, Run[]>();
ALL.forEach((make, m) => {
	const random = seededRandom(seed + m);
	const made = COURSES.flatMap((course) =>
		STEADINESS.flatMap((steadiness) =>
			Array.from({ length: each }, () => runOf(makeMadeSeries(make, course, steadiness, random)))
		)
	);
	runs.set(make.name, made);
});

/** Worse the more is missed, called falsely or early. */
const cost = (s: Score): number =>
	3 * (1 - s.caught / s.crossings) + (2 * s.falseQuiet) / s.quietYears + s.early / s.otherYears;
const ENTER = [0.4, REFIT.enter, 0.6, 0.7];
const WIDER = [0.9, 1, 1.1, 1.2, 1.3];

console.log(`Horses of each make: ${COURSES.length * STEADINESS.length * each}, seed ${seed}`);
console.log('make        caught false  high early  error inside cause   dir  side');
for (const make of MAKES) {
	const own = runs.get(make.name) as Run[];
	print(make.name, scoreOf(own, REFIT.enter), 'as shipped');
	const others = MAKES.filter((m) => m !== make).flatMap((m) => runs.get(m.name) as Run[]);
	const enter = ENTER.reduce((best, e) => (cost(scoreOf(others, e)) < cost(scoreOf(others, best)) ? e : best));
	const off = (w: number): number => {
		const s = scoreOf(others, enter, w);
		return Math.abs(s.inside / s.count - 0.95);
	};
	const wider = WIDER.reduce((best, w) => (off(w) < off(best) ? w : best));
	print('', scoreOf(own, enter, wider), `left out: refit from ${enter}, intervals x ${wider}, chosen on the others`);
}

for (const make of ONLY_REPORTED) print(make.name, scoreOf(runs.get(make.name) as Run[], REFIT.enter), 'as shipped');

console.log('\ncaught by course');
for (const course of COURSES.filter((c) => c !== 'quiet'))
	console.log(
		course.padEnd(16) +
			ALL.map((make) => {
				const [caught, crossings] = scoreOf(runs.get(make.name) as Run[], REFIT.enter).byCourse.get(course) ?? [0, 0];
				return `${make.name} ${caught}/${crossings}`.padEnd(20);
			}).join('')
	);

console.log('\nsaid against true, where 50 calls or more');
for (const make of ALL)
	for (const [key, row] of [...calibrationOf(runs.get(make.name) as Run[])].sort())
		if (row.calls >= 50)
			console.log(
				`${make.name.padEnd(12)}${key.padEnd(10)}${String(row.calls).padStart(5)}  said ${(row.said / row.calls).toFixed(2)}  true ${(row.true / row.calls).toFixed(2)}`
			);

/** One visit that went wrong, as against the hands and instruments that change for good. */
const ONE_VISIT: readonly Trouble[] = ['mirrored', 'swapped', 'other-horse', 'shrunk', 'sprung'];
console.log(
	'\ntroubles: horses, named, false refit at the visit, off by more than 4 mm; error; doubts per 100 clean visits'
);
for (const trouble of TROUBLES) {
	const random = seededRandom(seed + 100 + TROUBLES.indexOf(trouble));
	const all = ALL.flatMap((make) =>
		(['low', 'mid'] as const).flatMap((steadiness) =>
			Array.from({ length: each }, () => runOf(makeMadeSeries(make, 'quiet', steadiness, random, trouble)))
		)
	);
	let [named, falsely, moved, squares, count, cried, clean] = [0, 0, 0, 0, 0, 0, 0];
	const wanted = trouble.startsWith('hands') ? 'hands' : trouble;
	for (const { series, visits } of all) {
		const on = series.troubledOn;
		const doubts = visits.flatMap((v) => v.call.doubts ?? []);
		const right = doubts.filter((d) => d.kind === wanted);
		named += Number(right.some((d) => (ONE_VISIT.includes(trouble) ? d.date === on : true)));
		visits.forEach((v, i) => {
			const here = v.call.visitedOn === on && ONE_VISIT.includes(trouble);
			const begins = v.call.verdict === 'refit' && visits[i - 1]?.call.verdict !== 'refit' && !crossed(v.true);
			if (here) {
				falsely += Number(begins && worstOf(v.true) < 4);
				moved += Number((['near', 'off'] as const).some((s) => Math.abs(v.said[s].mm - v.true[s]) > 4));
			} else if (i > 0 && (trouble === 'none' || ONE_VISIT.includes(trouble))) {
				clean++;
				cried += Number((v.call.doubts ?? []).length > 0);
			}
			if (i > 0)
				for (const s of ['near', 'off'] as const) {
					squares += (v.said[s].mm - v.true[s]) ** 2;
					count++;
				}
		});
	}
	console.log(
		`${trouble.padEnd(12)}${String(all.length).padStart(4)}${share(named, all.length)}${share(falsely, all.length)}${share(moved, all.length)}` +
			`${Math.sqrt(squares / count)
				.toFixed(2)
				.padStart(8)}${per100(cried, clean)}`
	);
}
