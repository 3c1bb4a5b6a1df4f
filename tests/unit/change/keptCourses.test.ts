import { expect } from 'chai';
import { watchHorse } from '../../../src/core/call/index.js';
import type { Course } from '../../../src/core/change/index.js';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import { makeMadeSeries, MAKES, type Make } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';

const { tracings, fittedOn } = (() => {
	const series = makeMadeSeries(MAKES[0] as Make, 'lay-off', 'mid', seededRandom(31), 'none', 8);
	return {
		fittedOn: series.fittedOn,
		tracings: series.tracings.map(({ points, ...t }): Tracing => ({ ...t, curve: makeCurve(points) }))
	};
})();
const days = [...new Set(tracings.map((t) => t.visitedOn))].sort();
const until = (n: number): Tracing[] => tracings.filter((t) => t.visitedOn <= (days[n] as string));
/** As they come over a thread's border: other objects, the same figures. */
const anew = (list: readonly Tracing[]): Tracing[] => structuredClone([...list]);
const judged = (list: readonly Tracing[], kept?: Map<string, Course>) =>
	watchHorse(list, { school: 'close', fittedOn, ...(kept ? { kept } : {}) }).calls;

/** How many visits were taken in: every one leaves its course, but for those that are long past. */
class Counted extends Map<string, Course> {
	found: number[] = [];
	override get(name: string): Course | undefined {
		const course = super.get(name);
		if (course) this.found.push(course.visits);
		return course;
	}
}

describe('a horse followed on from where it was', () => {
	it('gives the same calls, and goes on from the last visit', () => {
		const kept = new Counted();
		expect(judged(anew(until(5)), kept)).to.deep.equal(judged(until(5)));
		expect(kept.found).to.deep.equal([]);
		for (const n of [6, 7, 8]) {
			expect(judged(anew(until(n)), kept), `${n}`).to.deep.equal(judged(until(n)));
			expect(kept.found.at(-1)).to.equal(n);
		}
	});

	it('the last visit put right is judged from the one before it', () => {
		const kept = new Counted();
		judged(until(7), kept);
		const wider = until(7).map((t) =>
			t.visitedOn === days[7] ? { ...t, curve: { ...t.curve, xMm: t.curve.xMm.map((x) => 1.02 * x) } } : t
		);
		kept.found = [];
		const again = judged(wider, kept);
		expect(again).to.deep.equal(judged(wider));
		expect(again).not.to.deep.equal(judged(until(7)));
		expect(kept.found.at(-1)).to.equal(7);
	});

	it('a visit long past put right, or another fitted day, begins anew', () => {
		const kept = new Counted();
		judged(until(8), kept);
		kept.found = [];
		const shifted = tracings.map((t) =>
			t.visitedOn === days[2] && t.repeat === 1
				? { ...t, curve: { ...t.curve, yMm: t.curve.yMm.map((y) => y * 1.001) } }
				: t
		);
		expect(judged(shifted, kept)).to.deep.equal(judged(shifted));
		expect(kept.found).to.deep.equal([]);
		watchHorse(tracings, { school: 'close', fittedOn: days[1] as string, kept });
		expect(kept.found).to.deep.equal([]);
	});

	it('a name, a mark of being checked and an operator are part of what was read', () => {
		const kept = new Counted();
		judged(until(6), kept);
		kept.found = [];
		for (const change of [{ checked: true }, { operator: 'B' }, { source: 'photo' }, { repeat: 9 }]) {
			const other = until(6).map((t, i) => (i === 0 ? { ...t, ...change } : t));
			expect(judged(other, kept), JSON.stringify(change)).to.deep.equal(judged(other));
			expect(kept.found, JSON.stringify(change)).to.deep.equal([]);
		}
	});
});
