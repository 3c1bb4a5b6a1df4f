import { expect } from 'chai';
import {
	LIMITS,
	sideChanges,
	sidesApart,
	type Cause,
	type CauseRead,
	type StationChange
} from '../../../src/core/change/index.js';
import { changeOf } from '../../support/changes.js';
import { probabilitiesBeyond } from '../../../src/core/call/beyond.js';
import { refitChance, watchChance } from '../../../src/core/call/calibrate.js';
import { nextStepFor, reasonsFor, tooNoisy, type ReasonInput } from '../../../src/core/call/reasons.js';
import { surenessOf, verdictFromShape } from '../../../src/core/call/verdict.js';

const beyondOf = (c: StationChange, school: 'close' | 'roomy' = 'close') =>
	probabilitiesBeyond(sideChanges('T8', c), c, LIMITS[school]);

describe('side changes', () => {
	const [near, off, both] = sideChanges('T8', changeOf(-8, -2, 1));

	it('put the halves together again', () => {
		expect([near?.mm, off?.mm, both?.mm]).to.deep.equal([-8, -2, -5]);
		expect(sidesApart(changeOf(-8, -2)).mm).to.equal(6);
	});

	it('doubt one side more than the mean of both', () => {
		expect(near?.sdMm).to.be.closeTo(Math.SQRT2, 1e-12);
		expect(both?.sdMm).to.be.closeTo(1, 1e-12);
	});

	it('are real when their interval leaves out zero', () => {
		expect(near?.real).to.be.true;
		expect(off?.real).to.be.false;
		expect(near?.ci95[1]).to.be.closeTo(-8 + 1.96 * Math.SQRT2, 0.001);
	});
});

describe('probabilities beyond the limits', () => {
	it('are the calibrated half on the limit itself', () => {
		const b = beyondOf(changeOf(-6, -6, 0.5));
		expect(b.refit).to.be.closeTo(refitChance(0.5), 1e-6);
		expect(b.watch).to.be.above(0.99);
	});

	it('are calibrated by a logistic line: certain stays certain, more stays more, and a half is well past it', () => {
		expect([refitChance(0), refitChance(1), watchChance(0), watchChance(1)]).to.deep.equal([0, 1, 0, 1]);
		expect(refitChance(0.5)).to.be.closeTo(1 / (1 + Math.exp(-0.8)), 1e-12);
		expect(watchChance(0.5)).to.be.closeTo(1 / (1 + Math.exp(-0.6)), 1e-12);
		// By hand: odds 1 : 4 to the power 1.2, times e to the 0.8.
		expect(refitChance(0.2)).to.be.closeTo(0.2966, 5e-4);
		for (const f of [refitChance, watchChance])
			for (let p = 0.01; p < 0.99; p += 0.01) expect(f(p + 0.01)).to.be.above(f(p));
	});

	it('take the roomy limits for gain and the same for loss', () => {
		expect(beyondOf(changeOf(7.5, 7.5), 'close').refit).to.be.above(0.9);
		expect(beyondOf(changeOf(7.5, 7.5), 'roomy').refit).to.be.below(0.1);
		expect(beyondOf(changeOf(-7.5, -7.5), 'roomy').refit).to.be.above(0.9);
	});

	it('see the sides move apart even when neither passed its own limit', () => {
		const b = beyondOf(changeOf(-5, 4.5, 0.4));
		expect(b.refit).to.be.below(0.1);
		expect(b.apart).to.be.above(0.9);
	});

	it('are asked of every kind of change thought of, not of their mean', () => {
		const change = changeOf(-4, -4, 0.5);
		const two = [
			{ chance: 0.3, mm: -9, variance: 0.1 },
			{ chance: 0.7, mm: 0, variance: 0.1 }
		];
		const b = probabilitiesBeyond(
			sideChanges('T8', change),
			{ ...change, under: { ...change.under, near: two, off: two, both: two } },
			LIMITS.close
		);
		expect(b.refit).to.be.closeTo(refitChance(0.3), 1e-9);
	});

	it('name the worst side', () => expect(beyondOf(changeOf(-7, -1)).worst.side).to.equal('near'));
});

describe('the verdict', () => {
	const b = (watch: number, refit: number, apart = 0) => ({ ...beyondOf(changeOf(0, 0)), watch, refit, apart });

	it('enters watch where more likely than not, refit from two in five', () => {
		expect(verdictFromShape(b(0.59, 0), undefined, false)).to.equal('steady');
		expect(verdictFromShape(b(0.61, 0), undefined, false)).to.equal('watch');
		expect(verdictFromShape(b(0.9, 0.39), undefined, false)).to.equal('watch');
		expect(verdictFromShape(b(0.9, 0.41), undefined, false)).to.equal('refit');
		expect(verdictFromShape(b(0.9, 0, 0.41), undefined, false)).to.equal('refit');
	});

	it('leaves them only when the change has clearly gone', () => {
		expect(verdictFromShape(b(0.9, 0.5), 'refit', false)).to.equal('refit');
		expect(verdictFromShape(b(0.9, 0.22), 'refit', false)).to.equal('refit');
		expect(verdictFromShape(b(0.9, 0.18), 'refit', false)).to.equal('watch');
		expect(verdictFromShape(b(0.4, 0), 'watch', false)).to.equal('watch');
		expect(verdictFromShape(b(0.3, 0), 'watch', false)).to.equal('steady');
		expect(verdictFromShape(b(0.4, 0), 'steady', false)).to.equal('steady');
	});

	it('a visit that may be a mistake begins no refit, and ends none', () => {
		expect(verdictFromShape(b(0.9, 0.9), 'steady', true)).to.equal('watch');
		expect(verdictFromShape(b(0.5, 0, 0.9), undefined, true)).to.equal('watch');
		expect(verdictFromShape(b(0.9, 0.3), 'refit', true)).to.equal('refit');
		expect(verdictFromShape(b(0.3, 0.1), 'steady', true)).to.equal('steady');
	});

	it('says how sure it is of what it says', () => {
		expect(surenessOf('refit', b(0.9, 0.7, 0.8), 1)).to.equal(0.8);
		expect(surenessOf('watch', b(0.6, 0.1), 1)).to.equal(0.6);
		expect(surenessOf('steady', b(0.2, 0), 1)).to.equal(0.8);
	});

	it('is never surer of steady than the width as drawn, nor less sure of the watch that it calls', () => {
		expect(surenessOf('steady', b(0.01, 0), 0.7)).to.equal(0.7);
		expect(surenessOf('watch', b(0.1, 0), 0.3, 'plain-beyond')).to.equal(0.7);
	});
});

describe('reasons and next steps', () => {
	function input(
		change: StationChange,
		verdict: ReasonInput['verdict'],
		named: Cause = 'none',
		chance = 0.95
	): ReasonInput {
		const cause: CauseRead = { cause: named, likeliest: named, chance, rival: 'condition-loss' };
		const front = sideChanges('T8', change);
		const beyond = probabilitiesBeyond(front, change, LIMITS.close);
		return {
			verdict,
			beyond,
			front,
			change,
			others: new Map(),
			cause,
			body: {},
			limits: LIMITS.close,
			detectableMm: 3.14,
			doubted: false,
			guard: undefined,
			plain: undefined
		};
	}
	const codes = (r: ReasonInput) => reasonsFor(r).map((x) => x.code);

	it('steady: tells real but small apart from nothing seen', () => {
		expect(codes(input(changeOf(0.3, -0.2), 'steady'))).to.deep.equal(['no-real-change']);
		expect(codes(input(changeOf(-2.9, -0.1, 0.5), 'steady'))).to.deep.equal(['small-real-change']);
	});

	it('refit: the worst side with mm, interval and limit comes first', () => {
		const [first] = reasonsFor(input(changeOf(-7.94, -3, 0.5), 'refit', 'local-loss'));
		expect(first).to.deep.equal({
			code: 'front-lost',
			data: { station: 'T8', side: 'near', mm: 7.9, plusMinusMm: 1.4, limitMm: 6 }
		});
	});

	it('an unsure cause is told with its rival, and no cause at all is told as not known yet', () => {
		const leaning = reasonsFor(input(changeOf(-8, -7, 0.5), 'refit', 'local-loss', 0.66));
		expect(leaning.map((x) => x.code)).to.include.members(['cause-local-loss', 'cause-leaning']);
		expect(leaning.find((x) => x.code === 'cause-leaning')?.data).to.deep.equal({
			likeliest: 'local-loss',
			rival: 'condition-loss',
			percent: 66
		});
		const cause: CauseRead = { cause: 'none', likeliest: 'growth', chance: 0.45, rival: 'local-gain' };
		const open = codes({ ...input(changeOf(8, 7, 0.5), 'refit'), cause });
		expect(open).to.include('cause-unsure');
		expect(open.filter((c) => c.startsWith('cause-'))).to.have.length(1);
	});

	it('what speaks against is marked so', () => {
		const against = reasonsFor(input(changeOf(-7.9, -1, 0.5), 'refit', 'one-sided')).filter((r) => r.against);
		expect(against.map((r) => r.code)).to.deep.equal(['other-side-within']);
	});

	it('a sudden step, sides apart and a tracing left out are said', () => {
		const r = input(changeOf(-9, 2, 0.4, { stepped: true, leftOut: 1 }), 'refit', 'one-sided');
		expect(codes(r)).to.include.members(['sides-apart', 'cause-one-sided', 'sudden-step', 'tracing-left-out']);
	});

	it('one side only goes to the vet, refit to the fitter, watch to another tracing, steady rides on', () => {
		expect(nextStepFor(input(changeOf(-9, 0), 'refit', 'one-sided'))).to.equal('call-vet');
		expect(nextStepFor(input(changeOf(-9, -9), 'refit', 'local-loss'))).to.equal('call-fitter');
		expect(nextStepFor(input(changeOf(-5, -5, 0.5), 'watch', 'local-loss'))).to.equal('trace-again');
		expect(nextStepFor(input(changeOf(0, 0, 0.5), 'steady'))).to.equal('ride-on');
	});

	it('too noisy with fewer than three tracings asks for a third', () => {
		const r = input(changeOf(-3.6, -3.4, 1.9, { counted: 2 }), 'steady');
		expect(tooNoisy(r.beyond, r.front)).to.be.true;
		expect(nextStepFor(r)).to.equal('trace-third');
		expect(codes(r)).to.include('too-noisy');
	});
});
