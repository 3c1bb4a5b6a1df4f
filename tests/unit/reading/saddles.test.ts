import { expect } from 'chai';
import {
	checkField,
	judgeAnswer,
	USUAL_RULES,
	type CheckId,
	type GivenAnswer
} from '../../../src/core/checks/index.js';
import { countSd, handBesideSeat, handHistory, rankSaddles, TELLING_CHECKS } from '../../../src/core/reading/index.js';
import { visitOn } from '../../support/states.js';

const FINE: Readonly<Record<string, GivenAnswer['value']>> = {
	place: 'behind-swing',
	sits: 'settles',
	'clearance-top': { fingers: 3, mm: 54 },
	'clearance-sides': { fingers: 2, mm: 36 },
	'front-angle': 'parallel',
	contact: 'even',
	rock: 'still',
	level: 'as-it-should',
	'channel-middle': { fingers: 3, mm: 54 },
	length: 'inside'
};
const tried = (id: string, more: Record<string, GivenAnswer['value']> = {}, left: readonly string[] = []) => ({
	id,
	name: id,
	changes: [],
	answers: Object.entries({ ...FINE, ...more })
		.filter(([check]) => !left.includes(check))
		.map(([check, value]) =>
			judgeAnswer({ pairingId: id, stage: 'bare', check: check as CheckId, side: 'both', value }, USUAL_RULES)
		)
});

describe('several saddles on one back', () => {
	it('every telling check has a fine answer here', () => expect(Object.keys(FINE)).to.have.members(TELLING_CHECKS));

	it('the one without faults comes first, with what it does better; what no shim mends is said', () => {
		const order = rankSaddles([
			tried('narrow', { 'front-angle': 'first-at-bottom', sits: 'perches', 'clearance-sides': { fingers: 1, mm: 18 } }),
			tried('good'),
			tried('bridging', { contact: 'gap-middle' })
		]);
		expect(order.map((r) => r.id)).to.deep.equal(['good', 'bridging', 'narrow']);
		expect(order[0]).to.deep.include({ place: 1, possible: true, faults: [] });
		expect(order[0]?.better).to.include.members(['contact', 'front-angle']);
		expect(order[1]).to.deep.include({ place: 2, possible: true });
		expect(order[2]).to.deep.include({ possible: false });
		expect(order[2]?.width?.says).to.equal('narrow');
		expect(order[2]?.faults[0]).to.deep.include({ check: 'front-angle', grave: true });
	});

	it('what the answers do not tell apart shares a place', () =>
		expect(rankSaddles([tried('a'), tried('b')]).map((r) => r.place)).to.deep.equal([1, 1]));

	it('checks left open count a little against it and are named', () => {
		const [first, second] = rankSaddles([tried('half', {}, ['rock', 'level', 'length', 'contact']), tried('whole')]);
		expect(first?.id).to.equal('whole');
		expect(second?.open).to.have.members(['rock', 'level', 'length', 'contact']);
	});

	it('on the blade is never put right by a pad', () =>
		expect(rankSaddles([tried('x', { place: 'on-blade' })])[0]?.possible).to.be.false);
});

describe('hands over time', () => {
	const top = (stage: 'bare' | 'girthed', fingers: number) => ({
		[checkField('S', stage, 'clearance-top', 'both')]: { fingers, mm: fingers * 18 }
	});

	it('three in spring, two now: a finger alone is within what counting can do; two are not', () => {
		const one = handHistory([visitOn('2026-04-01', top('bare', 3)), visitOn('2026-10-01', top('bare', 2))], 'S');
		expect(one).to.have.length(1);
		expect(one[0]).to.deep.include({ changedMm: -18, real: false });
		expect(one[0]?.detectableMm).to.be.closeTo(1.96 * Math.SQRT2 * 0.4 * 18, 0.1);
		const two = handHistory([visitOn('2026-04-01', top('bare', 3)), visitOn('2026-10-01', top('bare', 1))], 'S');
		expect(two[0]?.real).to.be.true;
	});

	it('stages are kept apart, in the order of work; other saddles are left aside', () => {
		const visits = [visitOn('2026-04-01', { ...top('girthed', 2), ...top('bare', 3) })];
		expect(handHistory(visits, 'S').map((s) => s.stage)).to.deep.equal(['bare', 'girthed']);
		expect(handHistory(visits, 'Other')).to.deep.equal([]);
	});

	it('a steady hand’s own repeats make it surer, a loose one’s less', () => {
		// Within-subject SD of pairs: the root of the mean of half the squared differences (Bland & Altman 1996).
		const steady = countSd(Array.from({ length: 40 }, () => [3, 3]));
		const loose = countSd(Array.from({ length: 40 }, () => [3, 4]));
		expect(steady).to.be.below(0.2);
		expect(loose).to.be.closeTo(Math.sqrt((5 * 0.16 + 40 * 0.5) / 45), 1e-9);
	});
});

describe('a hand beside the seat', () => {
	const counted = (fingers: number, mm = fingers * 18) => ({
		[checkField('S', 'bare', 'clearance-top', 'both')]: { fingers, mm }
	});
	const beside = (fingersNow: number, changeMm: number, nowOn = '2026-10-05') =>
		handBesideSeat(handHistory([visitOn('2026-04-01', counted(3)), visitOn(nowOn, counted(fingersNow))], 'S'), {
			fitDay: '2026-04-10',
			on: '2026-10-01',
			clearanceFrontChangeMm: { value: changeMm, sd: 1.5 }
		});

	it('agrees within what fingers tell, and says which way it does not', () => {
		expect(beside(2.5, -6)?.says).to.equal('agrees');
		expect(beside(1, -2)?.says).to.equal('less-by-hand');
		expect(beside(4, -12)?.says).to.equal('more-by-hand');
	});

	it('says nothing where no count lies near both days', () => {
		expect(beside(2, -6, '2026-07-01')).to.be.undefined;
		expect(handBesideSeat([], { fitDay: '2026-04-10', on: '2026-10-01', clearanceFrontChangeMm: { value: 0, sd: 1 } }))
			.to.be.undefined;
	});
});
