import { COURSES, MAKES, makeMadeSeries } from '../sim/makes/index.js';
import { seededRandom } from '../sim/random.js';
import { CONDITIONS, seatFitDay, type Fault, type FitDaySeat } from '../src/core/seat/index.js';
import { tracingsOf } from './lib/scoreSeries.js';
import { trueOutcome } from './lib/trueSeat.js';

/**
 * The fit-day saddle on made-up horses of several makes against the truth (true back then and now, saddle cut from
 * the true fitted back): `npm run bench:seat -- 1 810001` (horses of each course and steadiness, seed).
 */
const each = Number(process.argv[2] ?? 1);
const seed = Number(process.argv[3] ?? 810_001);
const STEADINESS = ['low', 'mid', 'high'] as const;
const FIGURES = ['drop mm', 'tip deg', 'roll deg', 'room mm', 'share'] as const;
const JUDGED = [3, 8, 14, 24];
/** Most made-up horses change by more than most horses do: those whose front truly moved by less are told apart. */
const MODERATE_MM = 7;

interface Score {
	count: number;
	squares: number[];
	still: number[];
	inside: number[];
	quiet: number;
	falseNamed: number;
	clear: number;
	caught: number;
	wrong: number;
}
const fresh = (): Score => ({
	count: 0,
	squares: FIGURES.map(() => 0),
	still: FIGURES.map(() => 0),
	inside: FIGURES.map(() => 0),
	quiet: 0,
	falseNamed: 0,
	clear: 0,
	caught: 0,
	wrong: 0
});

const valuesOf = (s: FitDaySeat) => [
	s.dropFrontMm,
	s.tipDeg,
	s.rollDeg,
	s.clearanceFrontChangeMm,
	s.loadFrontShareChange
];

function take(score: Score, truth: ReturnType<typeof trueOutcome>, said: FitDaySeat): void {
	score.count++;
	valuesOf(said).forEach(({ value, sd }, i) => {
		const really = truth.outcome[i] as number;
		score.squares[i] = (score.squares[i] as number) + (value - really) ** 2;
		score.still[i] = (score.still[i] as number) + really ** 2;
		if (Math.abs(value - really) <= 1.96 * sd) score.inside[i] = (score.inside[i] as number) + 1;
	});
	const named = said.conditions.filter((c): c is Fault => c !== 'fits');
	const most = Math.max(...CONDITIONS.map((c) => truth.strengths[c]));
	if (most < 0.5) {
		score.quiet++;
		if (named.length > 0) score.falseNamed++;
	}
	const clear = CONDITIONS.filter((c) => truth.strengths[c] >= 1.3);
	score.clear += clear.length;
	score.caught += clear.filter((c) => named.includes(c)).length;
	score.wrong += named.filter((c) => truth.strengths[c] < 0.7).length;
}

const row = (name: string, s: Score): string =>
	name.padEnd(16) +
	String(s.count).padStart(5) +
	FIGURES.map(
		(_, i) =>
			`${Math.sqrt((s.squares[i] as number) / s.count).toFixed(i === 4 ? 4 : i === 0 || i === 3 ? 2 : 3)} (${Math.sqrt((s.still[i] as number) / s.count).toFixed(i === 4 ? 3 : 2)}) ${((100 * (s.inside[i] as number)) / s.count).toFixed(0)}%`
	)
		.map((v) => v.padStart(19))
		.join('') +
	`  false ${s.falseNamed}/${s.quiet}  clear ${s.caught}/${s.clear}  wrong ${s.wrong}`;

console.log(`error RMS (size of the truth, RMS) and how often the 95% interval holds it; seed ${seed}`);
console.log('make/course'.padEnd(21) + FIGURES.map((f) => f.padStart(19)).join(''));
const byCourse = new Map<string, Score>();
const [whole, moderate] = [fresh(), fresh()];
MAKES.forEach((make, m) => {
	const random = seededRandom(seed + m);
	const own = fresh();
	for (const course of COURSES)
		for (const steadiness of STEADINESS)
			for (let k = 0; k < each; k++) {
				const series = makeMadeSeries(make, course, steadiness, random);
				const tracings = tracingsOf(series);
				const score = byCourse.get(course) ?? fresh();
				byCourse.set(course, score);
				for (const visit of JUDGED) {
					const on = series.visits[visit]?.day as string;
					const said = seatFitDay(tracings, { fitDay: series.fittedOn, on });
					const truth = trueOutcome(
						(p) => series.sectionOn(series.fittedOn, p),
						(p) => series.sectionOn(said.on, p)
					);
					const small = Math.abs(truth.outcome[0]) < MODERATE_MM ? [moderate] : [];
					for (const into of [own, score, whole, ...small]) take(into, truth, said);
				}
			}
	console.log(row(make.name, own));
});
for (const [course, score] of byCourse) console.log(row(course, score));
console.log(row('all', whole));
console.log(row(`within ${MODERATE_MM} mm`, moderate));
