import { expect } from 'chai';
import {
	decayed,
	fromDb,
	joinSigns,
	shapeChance,
	START_DB,
	STARTING,
	toDb,
	weighEvidence,
	WEIGHED_REFIT,
	type Call
} from '../../../src/core/call/index.js';
import { READING_CODES, type Reading, type ReadingCode } from '../../../src/core/reading/index.js';
import { addDays } from '../../../src/core/units/index.js';

const DAY = '2026-11-20';
const reading = (
	code: ReadingCode,
	daysAgo = 0,
	data: Reading['data'] = {},
	weight: Reading['weight'] = 'watch'
): Reading => ({
	code,
	weight,
	data,
	seenOn: addDays(DAY, -daysAgo)
});
const NONE = { answers: [], checkedOn: undefined };
const weigh = (readings: readonly Reading[], more: Partial<Parameters<typeof weighEvidence>[0]> = {}) =>
	weighEvidence({ day: DAY, shape: undefined, front: 'T8', school: 'close', readings, evidence: NONE, ...more });

const changeOf = (mm: number, sdMm: number) =>
	(['near', 'off', 'both'] as const).map((side) => ({
		station: 'T8',
		side,
		mm,
		sdMm,
		ci95: [mm - 1.96 * sdMm, mm + 1.96 * sdMm] as const,
		real: Math.abs(mm) > 1.96 * sdMm
	}));
const callOf = (mm: number, sdMm: number, daysAgo = 0): Call =>
	({ visitedOn: addDays(DAY, -daysAgo), verdict: 'steady', changes: changeOf(mm, sdMm) }) as unknown as Call;

/**
 * Worked by hand, in docs/call.md with the same figures: start −10; new white +6 fresh; dry over a gap +5 sixty days old
 * counts 2.5; dry over pressure fresh +5 leads its source, so the gap counts half of 2.5; sum −10 + 6 + 5 + 1.25 = 2.25.
 */
describe('weighing all evidence, against a table worked by hand', () => {
	it('is additive in decibans with age and leaning as the table says', () => {
		const w = weigh([reading('white-new'), reading('dry-over-gap', 60), reading('dry-over-pressure')]);
		expect(w.strokes.map((s) => [s.what, Number(s.db.toFixed(4))])).to.deep.equal([
			['white-new', 6],
			['dry-over-pressure', 5],
			['dry-over-gap', 1.25]
		]);
		expect(w.sumDb).to.be.closeTo(2.25, 1e-9);
		// 10^0.225 = 1.6788 to one: 0.6267.
		expect(w.chance).to.be.closeTo(0.6267, 1e-4);
		expect(w.sourcesFor).to.deep.equal(['hair', 'sweat']);
	});

	it('odds and chances turn into each other: ten decibans are ten to one, three are two to one', () => {
		expect(fromDb(10)).to.be.closeTo(10 / 11, 1e-12);
		expect(fromDb(-10)).to.be.closeTo(1 / 11, 1e-12);
		expect(fromDb(10 * Math.log10(2))).to.be.closeTo(2 / 3, 1e-12);
		for (const p of [0.01, 0.2, 0.5, 0.93]) expect(fromDb(toDb(p))).to.be.closeTo(p, 1e-12);
		expect(decayed(8, 60, 60)).to.equal(4);
		expect(decayed(8, 120, 60)).to.equal(2);
		expect(decayed(8, -5, 60)).to.equal(8);
	});

	it('nothing known is where every look begins: one in eleven', () => {
		expect(weigh([]).sumDb).to.equal(START_DB);
		expect(weigh([]).chance).to.be.closeTo(1 / 11, 1e-9);
	});

	it('the shape’s own chance replaces the start, and grows old towards it', () => {
		const lost = weigh([], { shape: callOf(-10, 1) });
		expect(lost.chance).to.be.closeTo(0.99, 0.001);
		const still = weigh([], { shape: callOf(0, 1.2) });
		expect(still.chance).to.be.at.most(0.011);
		const old = weigh([], { shape: callOf(0, 1.2, 120) });
		expect(old.sumDb).to.be.closeTo((START_DB + still.sumDb) / 2, 1e-9);
		expect(shapeChance({ changes: changeOf(-10, 1) }, 'T13', 'close')).to.equal(undefined);
		// Roomy fitting takes more gain before it is beyond.
		expect(shapeChance({ changes: changeOf(7, 1) }, 'T8', 'roomy')!).to.be.below(
			shapeChance({ changes: changeOf(7, 1) }, 'T8', 'close')!
		);
	});

	it('all checks fine speak against, half a check’s worth of doubt and they do not', () => {
		const answers = (result: 'fine' | 'doubtful') =>
			['clearance-top', 'clearance-sides', 'front-angle', 'contact'].map((check) => ({ check, result }));
		const fine = { answers: answers('fine'), checkedOn: DAY } as never;
		const doubt = { answers: answers('doubtful'), checkedOn: DAY } as never;
		expect(weigh([], { evidence: fine }).sumDb).to.equal(START_DB - 6);
		expect(weigh([], { evidence: doubt }).sumDb).to.equal(START_DB);
	});

	it('what is a matter for the vet, or only asks for a look, weighs nothing of the fit', () => {
		for (const code of [
			'open-skin',
			'heat-or-swelling',
			'lame',
			'bare-rung',
			'look-again',
			'decided',
			'too-heavy'
		] as const) {
			expect(READING_CODES).to.include(code);
			expect(weigh([reading(code, 0, {}, 'vet')]).sumDb, code).to.equal(START_DB);
		}
		for (const code of Object.keys(STARTING)) expect(READING_CODES).to.include(code);
	});

	it('one source alone, however often, makes no refit; three together do, and never a milder call', () => {
		const sweat = ['dry-over-gap', 'dry-over-pressure', 'bridge-ends', 'dry-untold'].map((c) =>
			reading(c as ReadingCode)
		);
		expect(weigh(sweat).sourcesFor).to.deep.equal(['sweat']);
		const join = (readings: Reading[]) =>
			joinSigns(undefined, readings, DAY, { ageYears: 9, weighing: weigh(readings) })?.verdict;
		expect(join(sweat)).to.equal('watch');
		const many = [
			...sweat,
			...(['white-new', 'sore-over-change', 'width-narrow', 'rung', 'along-spine'] as const).map((c) => reading(c))
		];
		const w = weigh(many);
		expect(w.chance).to.be.at.least(WEIGHED_REFIT.chance);
		expect(join(many)).to.equal('refit');
		const quiet = joinSigns(undefined, [reading('lame', 0, {}, 'vet')], DAY, { ageYears: 9, weighing: weigh([]) });
		expect(quiet?.verdict).to.equal('stop');
	});
});
