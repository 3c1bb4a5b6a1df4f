import { expect } from 'chai';
import { bodyChange, followHorse, readCause, type BodyMeasure } from '../../../src/core/change/index.js';
import type { StationChange } from '../../../src/core/change/index.js';
import { watchHorse } from '../../../src/core/call/index.js';
import { bodiesOf } from '../../../src/core/reading/index.js';
import { foldEntries } from '../../../src/core/visit/index.js';
import { reasonSentence } from '../../../src/words/index.js';
import { CALM_HAND } from '../../../sim/trace.js';
import { series, slide, START } from '../../support/shapes.js';

/** A loss that lies between muscle and condition: the rear half as much as the front. */
const tracings = series(slide(-8, 8, 28, { near: 1, off: 1, middle: 0.7, rear: 0.5 }), {
	visits: 12,
	hand: CALM_HAND,
	seed: 71
});
const last = [...tracings]
	.map((t) => t.visitedOn)
	.sort()
	.at(-1) as string;
const change = followHorse(tracings, START, 'T8')?.at(-1);
const mm = (change?.stations.get('T8') as StationChange).both.mm;

/** Facts of the trade: common practice, no source. */
describe('weight, condition and height beside the shape', () => {
	const cause = (body: Parameters<typeof readCause>[3]) => readCause(change, mm, false, body);

	it('a thinner horse by tape and eye speaks for condition, an unchanged one for muscle', () => {
		const [thin, plain, still] = [
			cause({ weightShare: -0.09, conditionScore: -1.5 }),
			cause(undefined),
			cause({ weightShare: 0.005, conditionScore: 0 })
		];
		expect(thin.cause).to.equal('condition-loss');
		expect(still.cause).to.equal('local-loss');
		const chanceOf = (c: typeof thin) => (c.likeliest === 'condition-loss' ? c.chance : 1 - c.chance);
		expect(chanceOf(thin)).to.be.greaterThan(chanceOf(plain));
		expect(chanceOf(still)).to.be.lessThan(chanceOf(plain));
	});

	it('a mistyped weight alone does not decide', () => {
		const chance = (share: number) => cause({ weightShare: share }).chance;
		expect(Math.abs(chance(3) - cause(undefined).chance)).to.be.lessThan(0.02);
	});

	it('withers that rose speak for growth in the young', () => {
		const wide = series(slide(8, 8, 28, { near: 1, off: 1, middle: 0.75, rear: 0.65 }), {
			visits: 12,
			hand: CALM_HAND,
			seed: 72
		});
		const grown = followHorse(wide, START, 'T8')?.at(-1);
		const growth = (withersCm: number) => {
			const read = readCause(grown, 8, true, { withersCm });
			return read.likeliest === 'growth' ? read.chance : 0;
		};
		expect(growth(3)).to.be.greaterThan(0.8);
		expect(growth(3)).to.be.greaterThan(growth(0));
	});
});

describe('which measures speak of a change', () => {
	const on = (day: string, weightKg: number): BodyMeasure => ({ on: day, weightKg });
	it('nearest to each day, within six weeks, never later than the day', () => {
		const taken = [on('2026-01-05', 500), on('2026-02-20', 480), on('2026-06-01', 450), on('2026-06-20', 600)];
		expect(bodyChange(taken, '2026-01-01', '2026-06-10').weightShare).to.be.closeTo(-0.1, 1e-12);
	});
	it('one measure near both days says nothing, and so does an old one', () => {
		expect(bodyChange([on('2026-01-15', 500)], '2026-01-01', '2026-02-01')).to.deep.equal({});
		expect(bodyChange([on('2026-01-01', 500), on('2026-02-01', 450)], '2026-01-01', '2026-09-01')).to.deep.equal({});
	});
	it('are read from the taps of visits; weight needs girth and length', () => {
		const entry = (field: string, value: number, i: number) => ({
			id: `00000000-0000-7000-8000-00000000000${i}`,
			field,
			value,
			replaces: [],
			madeAt: '2026-01-01T10:00:00.000Z'
		});
		const states = foldEntries([
			entry('tape/girthCm', 188, 1),
			entry('tape/lengthCm', 168, 2),
			entry('condition/score', 5.5, 3)
		]);
		const [body] = bodiesOf([
			{ visitedOn: '2026-01-01', states },
			{ visitedOn: '2026-02-01', states: foldEntries([entry('tape/girthCm', 188, 4)]) }
		]);
		// Girth² × length / 11 880, Carroll & Huntington 1988: 188² × 168 / 11 880.
		expect(body?.weightKg).to.be.closeTo(499.8, 0.1);
		expect(body?.conditionScore).to.equal(5.5);
		expect(bodiesOf([{ visitedOn: '2026-02-01', states: foldEntries([entry('tape/girthCm', 188, 4)]) }])).to.deep.equal(
			[]
		);
	});
});

describe('the call says what the body did', () => {
	const bodies: BodyMeasure[] = [
		{ on: START, weightKg: 500, conditionScore: 6 },
		{ on: last, weightKg: 455, conditionScore: 4.5 }
	];
	it('as a reason beside the cause it made likelier', () => {
		const call = watchHorse(tracings, { school: 'close', fittedOn: START, bodies }).calls.at(-1);
		expect(call?.cause).to.equal('condition-loss');
		const said = call?.reasons.find((r) => r.code === 'body-since-fit');
		expect(said && reasonSentence(said)).to.equal(
			'Since the fit mark weight by tape down 9%, condition score down 1.5'
		);
	});
	it('and nothing where it was not measured', () => {
		const call = watchHorse(tracings, { school: 'close', fittedOn: START }).calls.at(-1);
		expect(call?.reasons.map((r) => r.code)).to.not.include('body-since-fit');
	});
});
