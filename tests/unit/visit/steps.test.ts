import { expect } from 'chai';
import { stepMissing, stepProgress, STEPS, stepsOf } from '../../../src/core/visit/index.js';
import { screensOf } from '../../../src/lib/ui/walk/screens.js';
import { visitOf } from '../../support/notes.js';

describe('the order of work', () => {
	it('goes from the horse going to the decision (common practice, no source)', () => {
		const order = [
			'going',
			'stand',
			'feel',
			'hair',
			'marks',
			'tracings',
			'bare',
			'girthed',
			'rider',
			'sweat',
			'decide'
		];
		expect(STEPS.filter((s) => order.includes(s))).to.deep.equal(order);
	});

	it('has ways in, each in that order and each ending with a decision but the ten seconds before a ride', () => {
		expect(stepsOf('ten', true)).to.deep.equal(['before']);
		expect(stepsOf('full', true)).to.not.include('before');
		for (const way of ['full', 'quick', 'tracing', 'after'] as const) {
			const steps = stepsOf(way, true);
			expect(steps.at(-1)).to.equal('decide');
			if (way !== 'after') expect([...steps].sort((a, b) => STEPS.indexOf(a) - STEPS.indexOf(b))).to.deep.equal(steps);
		}
		expect(stepsOf('after', false)[0]).to.equal('sweat');
	});

	it('asks for treatment notes only of those who treat', () => {
		expect(stepsOf('full', false)).to.not.include('treatment');
		expect(stepsOf('full', true)).to.include('treatment');
	});

	it('tells open, begun, skipped and done apart', () => {
		const { states } = visitOf('2026-03-14', {
			'stand/level': true,
			'rest/hair': true,
			'skip/sweat': true,
			'sign/soreness/pocket/near': { grade: 1 }
		});
		expect(['stand', 'hair', 'sweat', 'feel', 'going'].map((s) => stepProgress(states, s as 'stand'))).to.deep.equal([
			'begun',
			'done',
			'skipped',
			'begun',
			'open'
		]);
		expect(stepMissing(states, 'stand')).to.deep.equal(['stand/square', 'stand/head', 'stand/bare']);
	});

	it('a sign taken back no longer counts as begun', () => {
		const { states } = visitOf('2026-03-14', { 'sign/soreness/pocket/near': null });
		expect(stepProgress(states, 'feel')).to.equal('open');
	});
});

describe('screensOf', () => {
	const steps = stepsOf('full', false);
	it('shows one hand check a screen, by kind of saddle', () => {
		const of = (kind: 'general' | 'western') => screensOf(steps, kind, false).map((s) => s.key);
		expect(of('general')).to.include('bare/panel-spread').and.not.include('bare/skirts');
		expect(of('western')).to.include('bare/skirts').and.not.include('bare/panel-spread');
	});
	it('asks what touches once more on a pad', () => {
		const keys = (padded: boolean) => screensOf(steps, 'general', padded).map((s) => s.key);
		expect(keys(true)).to.include('pad/contact');
		expect(keys(false)).to.not.include('pad/contact');
	});
	it('leaves the hand checks out where no saddle is known', () =>
		expect(screensOf(steps, undefined, false).some((s) => s.step === 'bare')).to.be.false);
	it('has a key of its own for every screen', () => {
		const keys = screensOf(stepsOf('full', true), 'stock', true).map((s) => s.key);
		expect(new Set(keys).size).to.equal(keys.length);
	});
});
