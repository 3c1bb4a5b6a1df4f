import { expect } from 'chai';
import {
	judgeAnswer,
	USUAL_RULES,
	type CheckId,
	type CheckSide,
	type HandRules,
	type JudgedAnswer,
	type Stage
} from '../../../src/core/checks/index.js';
import {
	readHands,
	readWidth,
	type HandsCase,
	type ShapeSeen,
	type WidthReading
} from '../../../src/core/reading/index.js';
import type { Sign } from '../../../src/core/zones/index.js';
import { widthWords } from '../../../src/words/index.js';

type Said = readonly [check: CheckId, value: string | number, stage?: Stage, side?: CheckSide];
const given = ([check, value, stage = 'bare', side = 'both']: Said) => ({
	pairingId: 'p',
	check,
	stage,
	side,
	value: typeof value === 'number' ? { fingers: value, mm: 18 * value } : value
});
const judged = (said: readonly Said[], rules: HandRules = USUAL_RULES): JudgedAnswer[] =>
	said.map((s) => judgeAnswer(given(s), rules));
const sign = (kind: Sign['kind'], zone: Sign['zone'], grade = 1): Sign => ({
	visitedOn: '2026-05-01',
	kind,
	zone,
	side: 'near',
	grade
});
const front = (nearMm: number, offMm = nearMm): ShapeSeen[] => [
	{ station: 'T8', side: 'near', mm: nearMm, real: true },
	{ station: 'T8', side: 'off', mm: offMm, real: true }
];
const read = (said: readonly Said[], signs: readonly Sign[] = [], shape: readonly ShapeSeen[] = []): WidthReading =>
	readWidth(judged(said), signs, shape) as WidthReading;

/**
 * One flank of the withers drawn as a slope falling outward, and the points of a tree as a straight edge over it,
 * let down until it touches. Heights in mm, slopes in degrees from the horizontal.
 */
function letDown(flankDeg: number, treeDeg: number, fromMm = 50, toMm = 130) {
	const tan = (deg: number) => Math.tan((deg * Math.PI) / 180);
	// Height of the tree's edge over the flank at x, before it is let down.
	const over = (x: number) => -x * tan(treeDeg) + x * tan(flankDeg);
	const touch = Math.min(over(fromMm), over(toMm));
	const gap = (x: number) => over(x) - touch;
	return {
		first: gap(toMm) < gap(fromMm) ? 'first-at-bottom' : 'first-at-top',
		/** How high the arch, the edge carried on to the middle, stands over the top of the withers. */
		archMm: -touch
	};
}

describe('the front angle by geometry', () => {
	const flankDeg = 52;
	it('a tree steeper than the flank, too narrow, meets it at the bottom and stands higher', () => {
		const narrow = letDown(flankDeg, flankDeg + 8);
		expect(narrow.first).to.equal('first-at-bottom');
		expect(narrow.archMm).to.be.above(letDown(flankDeg, flankDeg).archMm);
		expect(read([['front-angle', narrow.first]]).says).to.equal('narrow');
	});
	it('a tree flatter than the flank, too wide, meets it at the top and comes down', () => {
		const wide = letDown(flankDeg, flankDeg - 8);
		expect(wide.first).to.equal('first-at-top');
		expect(wide.archMm).to.be.below(letDown(flankDeg, flankDeg).archMm);
		expect(read([['front-angle', wide.first]]).says).to.equal('wide');
	});
	it('muscle lost from under a tree that fitted leaves it too wide, gained too narrow', () => {
		// A flank that falls in is steeper than the tree that was made for it.
		expect(letDown(flankDeg + 8, flankDeg).first).to.equal('first-at-top');
		expect(read([], [], front(-6)).likeliest).to.equal('wide');
		expect(letDown(flankDeg - 8, flankDeg).first).to.equal('first-at-bottom');
		expect(read([], [], front(6)).likeliest).to.equal('narrow');
	});
});

describe('too wide or too narrow (common practice, no source)', () => {
	it('little room beside alone says too narrow for the moving shoulder, as does enough on top with it', () => {
		expect(read([['clearance-sides', 1]]).says).to.equal('narrow');
		const both = read([
			['clearance-top', 4],
			['clearance-sides', 1]
		]);
		expect(both.says).to.equal('narrow');
		expect(both.sure).to.be.above(read([['clearance-sides', 1]]).sure);
	});
	it('little on top and beside: it has come down, or the wither is tall', () => {
		const down = read([
			['clearance-top', 1],
			['clearance-sides', 1]
		]);
		expect([down.says, down.rival]).to.deep.equal(['wide', 'tall-wither']);
	});
	it('one finger bare usually means too wide; five are no fault', () => {
		expect(read([['clearance-top', 1]]).says).to.equal('wide');
		expect(read([['clearance-top', 5]]).says).to.equal('unclear');
		expect(judged([['clearance-top', 5]])[0]?.result).to.equal('fine');
	});
	it('rolling is too wide, or too narrow and perched: the other checks tell which', () => {
		const alone = read([['side-grip', 'rolls']]);
		expect([alone.says, alone.nextCheck]).to.deep.equal(['unclear', 'front-angle']);
		const perched = read([
			['side-grip', 'rolls'],
			['sits', 'perches'],
			['clearance-top', 5]
		]);
		expect(perched.says).to.equal('narrow');
		expect(perched.for).to.include('side-grip-rolls');
		const sunk = read([
			['side-grip', 'rolls'],
			['sits', 'sinks'],
			['clearance-top', 1]
		]);
		expect(sunk.says).to.equal('wide');
		expect(sunk.for).to.include('side-grip-rolls');
	});
	it('two checks that cannot both be right leave it unclear, with the rival and what to check', () => {
		const clash = read([
			['front-angle', 'first-at-bottom'],
			['clearance-top', 1]
		]);
		expect(clash.says).to.equal('unclear');
		expect([clash.likeliest, clash.rival].sort()).to.deep.equal(['narrow', 'wide']);
		expect(clash.nextCheck).to.be.a('string');
		expect(clash.against.length).to.be.above(0);
	});
	it('one check against four is outweighed, and named against', () => {
		const wide = read(
			[
				['front-angle', 'first-at-bottom'],
				['clearance-top', 1],
				['clearance-sides', 1],
				['sits', 'sinks'],
				['level', 'pommel-low']
			],
			[],
			front(-6)
		);
		expect(wide.says).to.equal('wide');
		expect(wide.against).to.include('front-angle-first-at-bottom');
	});
	it('where soreness sits leans the way the force goes', () => {
		const lean = (zone: Sign['zone']) => read([], [sign('soreness', zone)]);
		expect(lean('withers-flank').likeliest).to.not.equal('wide');
		const at = (zone: Sign['zone']) => read([['side-grip', 'rolls']], [sign('soreness', zone)]).likeliest;
		expect([at('withers-flank'), at('withers-top'), at('spine-front')]).to.deep.equal(['narrow', 'wide', 'wide']);
	});
	it('a pommel that is low may be a rear that is high', () => {
		const low = read([
			['level', 'pommel-low'],
			['ball', 'rolls-forward']
		]);
		expect([low.says, low.rival]).to.deep.equal(['wide', 'rear-high']);
	});
	it('all fine is a width that fits', () => {
		const fits = read([
			['front-angle', 'parallel'],
			['clearance-top', 3],
			['clearance-sides', 2],
			['level', 'as-it-should'],
			['side-grip', 'stays']
		]);
		expect(fits.says).to.equal('fits');
		expect(fits.sure).to.be.within(0.9, 0.99);
	});
	it('sides that differ count half each, and nothing at all is no reading', () => {
		const both = read([
			['front-angle', 'first-at-bottom', 'bare', 'near'],
			['front-angle', 'first-at-bottom', 'bare', 'off']
		]);
		expect(both.sure).to.be.closeTo(read([['front-angle', 'first-at-bottom']]).sure, 1e-9);
		const apart = read([
			['front-angle', 'first-at-bottom', 'bare', 'near'],
			['front-angle', 'first-at-top', 'bare', 'off']
		]);
		expect(apart.says).to.equal('unclear');
		expect(readWidth([], [], [])).to.be.undefined;
	});
	it('mirrors: every finding turned round turns the answer round with the same sureness', () => {
		const narrow = read([
			['front-angle', 'first-at-bottom'],
			['sits', 'perches'],
			['level', 'cantle-low'],
			['ball', 'rolls-back']
		]);
		const wide = read([
			['front-angle', 'first-at-top'],
			['sits', 'sinks'],
			['level', 'pommel-low'],
			['ball', 'rolls-forward']
		]);
		expect([narrow.says, wide.says]).to.deep.equal(['narrow', 'wide']);
		expect(narrow.sure).to.be.closeTo(wide.sure, 0.02);
	});
	it('is said in words with its doubt', () => {
		expect(widthWords(read([['side-grip', 'rolls']]))).to.equal(
			'Too wide or too narrow cannot be told yet. Next to tell: front angle.'
		);
		expect(widthWords(read([['front-angle', 'first-at-bottom']]))).to.match(/^So far: too narrow, \d\d in 100\./);
	});
});

describe('readHands', () => {
	const hands = (said: readonly Said[], more: Partial<HandsCase> = {}) =>
		readHands({ kind: 'general', rules: USUAL_RULES, answers: said.map(given), signs: [], shape: [], ...more });

	it('names each fault at its stage, by that stage’s own limit', () => {
		const found = hands([
			['clearance-top', 3],
			['clearance-top', 2, 'girthed'],
			['clearance-top', 1, 'rider']
		]);
		expect(found.faults.map((f) => `${f.code} ${f.answer.stage}`)).to.deep.equal(['clearance-top-little rider']);
		expect(found.falls.map((f) => f.fellMm)).to.deep.equal([18, 18]);
	});
	it('a saddle that is too narrow gets no shim, not even for its bridge', () => {
		const codes = hands([
			['front-angle', 'first-at-bottom'],
			['sits', 'perches'],
			['contact', 'gap-middle']
		]).advice.map((a) => a.code);
		expect(codes).to.deep.equal(['refit-wider']);
	});
	it('one that has come down gets a front shim thinner than the room it lacks, until muscle returns', () => {
		const [shim] = hands([
			['front-angle', 'first-at-top'],
			['clearance-top', 2]
		]).advice;
		expect(shim).to.include({ code: 'front-shim', where: 'front', sides: 'both', until: 'muscle-returns' });
		expect(shim?.mm).to.be.within(3, 17);
		expect((shim?.mm ?? 1) % 3).to.equal(0);
	});
	it('with a matter for the vet there is no advice, but the width is still told', () => {
		const open = hands([['front-angle', 'first-at-top']], { signs: [sign('skin', 'pocket', 4)] });
		expect([open.vetFirst, open.advice.length, open.width?.says]).to.deep.equal([true, 0, 'wide']);
		expect(hands([], { shape: front(-9, 0) }).vetFirst).to.be.true;
		expect(hands([['front-angle', 'first-at-top']], { signs: [sign('soreness', 'withers-flank', 4)] }).vetFirst).to.be
			.false;
	});
	it('on the blade: move it back', () =>
		expect(hands([['place', 'on-blade']]).advice.map((a) => a.code)).to.deep.equal(['move-back']));
});
