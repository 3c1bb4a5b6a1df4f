import { expect } from 'chai';
import { watchHorse, type Call } from '../../../src/core/call/index.js';
import { USUAL_AT_FIRST, usualAfter } from '../../../src/core/change/usual.js';
import { makeCurve, type Curve, type Tracing } from '../../../src/core/curve/index.js';
import { makeMadeSeries, MAKES, type Course } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';
import { tracingsOf } from '../../../scripts/lib/scoreSeries.js';

/** A horse of a make, traced steadily for fourteen months. */
function traced(name: string, course: Course, seed: number) {
	const make = MAKES.find((m) => m.name === name) as (typeof MAKES)[number];
	const series = makeMadeSeries(make, course, 'low', seededRandom(seed), 'none', 14);
	return { series, tracings: tracingsOf(series), days: series.visits.map((v) => v.day) };
}
const drawn = (curve: Curve, of: (x: number, y: number) => readonly [number, number]): Curve =>
	makeCurve(Array.from(curve.xMm, (x, i) => of(x, curve.yMm[i] as number)));
const watch = (tracings: readonly Tracing[], fittedOn: string): readonly Call[] =>
	watchHorse(tracings, { school: 'close', fittedOn }).calls;

describe('what a visit may be beside what it claims', () => {
	for (const name of ['bumps', 'proportion', 'layers', 'families'])
		it(`${name}: a ruler that sprang open at one station is named there, and hardly moves the answer`, () => {
			const { tracings, days } = traced(name, 'quiet', 21);
			const day = days[9] as string;
			// Both flanks turned out about the top by six degrees: ten millimetres at a depth of a hundred.
			const turn = (6 * Math.PI) / 180;
			const sprung = tracings.map((t) => {
				if (t.visitedOn !== day || t.station !== 'T8') return t;
				const top = Math.max(...t.curve.yMm);
				const at = t.curve.xMm[t.curve.yMm.indexOf(top)] as number;
				const opened = drawn(t.curve, (x, y) => {
					const way = Math.sign(x - at) || 1;
					const [dx, dy] = [Math.abs(x - at), y - top];
					return [
						at + way * (dx * Math.cos(turn) - dy * Math.sin(turn)),
						top + dx * Math.sin(turn) + dy * Math.cos(turn)
					];
				});
				return { ...t, curve: opened };
			});
			const call = watch(sprung, days[0] as string)[9] as Call;
			expect(call.doubts?.map((d) => [d.kind, d.station])).to.deep.equal([['sprung', 'T8']]);
			for (const c of call.changes.filter((x) => x.station === 'T8')) expect(Math.abs(c.mm)).to.be.below(3);
		});

	it('a copy six in a hundred small is named on most steady records, and no clean visit of them is', () => {
		const told = [31, 32, 33, 34].map((seed) => {
			const { tracings, days } = traced('families', 'quiet', seed);
			const day = days[10] as string;
			const small = tracings.map((t) =>
				t.visitedOn === day ? { ...t, curve: drawn(t.curve, (x, y) => [0.94 * x, 0.94 * y]) } : t
			);
			const calls = watch(small, days[0] as string);
			const others = calls.filter((c) => c.visitedOn !== day).flatMap((c) => c.doubts ?? []);
			return { named: calls[10]?.doubts?.some((d) => d.kind === 'shrunk') ?? false, cried: others.length };
		});
		expect(told.filter((t) => t.named).length).to.be.at.least(2);
		expect(told.reduce((n, t) => n + t.cried, 0)).to.be.below(2);
	});

	it('muscle that goes fast is no station marked aside: it is followed within two visits', () => {
		for (const [name, seed] of [
			['proportion', 41],
			['layers', 42]
		] as const) {
			const { series, tracings, days } = traced(name, 'lay-off', seed);
			const calls = watch(tracings, days[0] as string);
			const gone = series.visits.findIndex((v) => Math.max(-v.change.T8.near, -v.change.T8.off) > 6);
			expect(gone).to.be.above(0);
			expect(calls.slice(gone, gone + 2).map((c) => c.verdict)).to.include('refit');
		}
	});
});

describe('how large the errors of a horse’s visits usually are', () => {
	const after = (surprises: readonly number[]) => surprises.reduce(usualAfter, USUAL_AT_FIRST).scale;
	it('less for a steady hand, more for an unsteady one, within bounds', () => {
		expect(after(Array<number>(12).fill(0.7))).to.be.closeTo(1, 1e-9);
		expect(after(Array<number>(12).fill(0.35))).to.be.within(0.4, 0.75);
		expect(after(Array<number>(12).fill(1))).to.be.within(1.2, 1.6);
		expect(after(Array<number>(200).fill(0.01))).to.equal(0.4);
		expect(after(Array<number>(200).fill(50))).to.equal(1.6);
	});
	it('one odd visit counts for little', () => {
		expect(after([...Array<number>(11).fill(0.7), 40])).to.be.below(1.1);
	});
});
