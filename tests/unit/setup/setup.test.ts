import { expect } from 'chai';
import {
	comparePeriods,
	compareSetups,
	followSetup,
	numberOf,
	setupOn,
	setupPeriods,
	textOf
} from '../../../src/core/setup/index.js';
import { visitOn } from '../../support/states.js';

const visits = [
	visitOn('2026-01-10', { 'setup/S/pad': 'thin', 'setup/S/padMm': 8, 'setup/S/front-near': 6, 'setup/S/front-off': 6 }),
	visitOn('2026-02-10', { 'setup/S/same': true }),
	visitOn('2026-03-10', { 'setup/S/front-near': 3, 'setup/Other/pad': 'thick' }),
	visitOn('2026-04-10', { 'setup/S/front-near': 0, 'setup/S/front-off': null, 'setup/S/nonsense': 4 })
];

describe('set-up of a saddle', () => {
	it('stays until it is changed, each part with the day it was changed', () => {
		const { parts, seenOn } = setupOn(visits, 'S', '2026-03-20');
		expect(Object.fromEntries([...parts].map(([k, v]) => [k, [v.value, v.since]]))).to.deep.equal({
			pad: ['thin', '2026-01-10'],
			padMm: [8, '2026-01-10'],
			'front-near': [3, '2026-03-10'],
			'front-off': [6, '2026-01-10']
		});
		expect(seenOn).to.equal('2026-03-10');
	});

	it('of an earlier day is what stood then', () => {
		expect(numberOf(setupOn(visits, 'S', '2026-02-20'), 'front-near')).to.equal(6);
		expect(setupOn(visits, 'S', '2026-02-20').seenOn).to.equal('2026-02-10');
		expect(setupOn(visits, 'S', '2025-12-31').parts.size).to.equal(0);
	});

	it('a shim of nothing is out, and so is one that was taken back', () => {
		const { setup, changes } = followSetup(visits, 'S');
		expect([...setup.parts.keys()]).to.deep.equal(['pad', 'padMm']);
		expect(changes.map((c) => c.on)).to.deep.equal(['2026-01-10', '2026-03-10', '2026-04-10']);
		expect(changes[2]?.changed).to.deep.equal([
			{ part: 'front-near', from: 3 },
			{ part: 'front-off', from: 6 }
		]);
	});

	it('of two saddles are kept apart', () =>
		expect(textOf(setupOn(visits, 'Other', '2026-05-01'), 'pad')).to.equal('thick'));

	it('two of one saddle compare part by part', () =>
		expect(compareSetups(setupOn(visits, 'S', '2026-01-10'), setupOn(visits, 'S', '2026-04-10'))).to.deep.equal([
			{ part: 'front-near', from: 6 },
			{ part: 'front-off', from: 6 }
		]));

	it('any two compare, each with what happened under it', () => {
		const counted = [
			{ on: '2026-02-10', fingers: 3 },
			{ on: '2026-03-05', fingers: 2.5 },
			{ on: '2026-04-10', fingers: 2 }
		];
		const rodeOn = ['2026-01-09', '2026-01-10', '2026-03-09', '2026-03-10', '2026-05-01'];
		const periods = setupPeriods(visits, 'S', { rodeOn, counted });
		expect(periods.map((p) => [p.since, p.until, p.rides, p.fingers])).to.deep.equal([
			['2026-01-10', '2026-03-10', 2, 2.5],
			['2026-03-10', '2026-04-10', 1, undefined],
			['2026-04-10', undefined, 1, 2]
		]);
		const [first, second, third] = periods as [(typeof periods)[0], (typeof periods)[0], (typeof periods)[0]];
		expect(comparePeriods(first, second)).to.deep.equal([{ part: 'front-near', from: 6, to: 3 }]);
		expect(comparePeriods(third, second)).to.deep.equal([
			{ part: 'front-near', to: 3 },
			{ part: 'front-off', to: 6 }
		]);
		// Read for an earlier day, nothing that came later is told.
		expect(setupPeriods(visits, 'S', { rodeOn, counted }, '2026-03-01').map((p) => [p.rides, p.fingers])).to.deep.equal(
			[[1, 3]]
		);
	});
});
