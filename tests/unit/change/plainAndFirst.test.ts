import { expect } from 'chai';
import { watchHorse } from '../../../src/core/call/index.js';
import { judgeFirstVisit, plainReadings } from '../../../src/core/change/index.js';
import { partedBy, type BesidePlain } from '../../../src/core/change/plainReading.js';
import { baselineSentence } from '../../../src/words/index.js';
import type { Tracing } from '../../../src/core/curve/index.js';
import { CALM_HAND } from '../../../sim/trace.js';
import { posed, series, slide, START } from '../../support/shapes.js';

const tracings = series(slide(-8, 8, 20), { visits: 8, hand: CALM_HAND, seed: 31 });

describe('the plain reading', () => {
	it('reads half of the full width from the lines as drawn, no model between', () => {
		const all = plainReadings(tracings, 'T8', START);
		expect(all).to.have.length(7);
		expect(all.at(-1)?.mm).to.be.closeTo(-8, 2);
		expect(Math.abs(all[0]?.mm ?? 99)).to.be.below(2.5);
	});
	it('hardly minds a turned sheet', () => {
		const turned = tracings.map((t) => (t.visitedOn === START ? t : { ...t, curve: posed(t.curve, 2) }));
		const [straight, askew] = [tracings, turned].map((l) => plainReadings(l, 'T8', START).at(-1)?.mm as number);
		expect(askew).to.be.closeTo(straight as number, 0.8);
	});
	it('parts from the model only where both of the last visits say so, the same way and clearly', () => {
		const at = (plainMm: number, mm: number): BesidePlain => ({
			plain: { visitedOn: START, mm: plainMm, variance: 1 },
			mm,
			variance: 1
		});
		expect(partedBy([at(-6, 0)])).to.equal(0);
		expect(partedBy([at(-6, 0), at(-7, 0)])).to.equal(-6.5);
		expect(partedBy([at(-6, 0), at(7, 0)])).to.equal(0);
		expect(partedBy([at(-6, 0), at(-2, 0)])).to.equal(0);
		expect(partedBy([at(-9, 0), at(-3.12, 0)])).to.be.below(0);
		expect(partedBy([at(-9, 0), at(-3.1, 0)])).to.equal(0);
	});
	it('stands beside every call', () => {
		const { calls } = watchHorse(tracings, { school: 'close', fittedOn: START });
		expect(calls[0]?.plain).to.equal(undefined);
		expect(calls.at(-1)?.plain?.mm).to.be.closeTo(-8, 2);
	});
});

describe('the first visit', () => {
	/** The same back with so many mm taken from the flank about 75 mm down. */
	const hollowed = (mm: number): Tracing[] =>
		tracings
			.filter((t) => t.visitedOn === START)
			.map((t) => ({
				...t,
				curve: {
					xMm: t.curve.xMm.map((x, i) => {
						const d = -(t.curve.yMm[i] as number);
						return t.station === 'T8' ? x - Math.sign(x) * mm * Math.exp(-0.5 * ((d - 75) / 22) ** 2) : x;
					}),
					yMm: t.curve.yMm
				}
			}));
	it('is said with the fitted day’s call, and in words only where the back was hollow', () => {
		const { calls } = watchHorse(tracings, { school: 'close', fittedOn: START });
		expect(calls.map((c) => c.baseline !== undefined)).to.deep.equal(calls.map((_, i) => i === 0));
		const of = (mm: number) => {
			const baseline = judgeFirstVisit(hollowed(mm), START, 'T8');
			return baseline && baselineSentence(baseline);
		};
		expect(of(0)).to.equal(undefined);
		expect(of(14)).to.match(/hollow behind the blade.*near \d.*off \d.*in 100 sure.*no target.*vet/);
	});
	it('a full back is no wasted one, a hollow one is, between them nobody says', () => {
		const of = (mm: number) => judgeFirstVisit(hollowed(mm), START, 'T8');
		expect(of(0)?.wasted).to.equal(false);
		expect(of(22)?.wasted).to.equal(true);
		expect(of(22)?.hollowMm.near).to.be.above(6);
		const asked = [0, 4, 8, 12, 16, 20].map((mm) => of(mm)?.wasted);
		expect(asked).to.include(undefined);
	});
	it('needs the front, and says the twist only where the rear was traced', () => {
		expect(judgeFirstVisit(tracings, '2001-01-01', 'T8')).to.equal(undefined);
		const front = tracings.filter((t) => t.station === 'T8');
		expect(judgeFirstVisit(front, START, 'T8')?.twistDeg).to.equal(undefined);
		expect(judgeFirstVisit(tracings, START, 'T8')?.twistDeg).to.be.above(0);
	});
});
