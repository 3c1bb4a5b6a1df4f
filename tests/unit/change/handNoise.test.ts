import { expect } from 'chai';
import { makeCurve, type Curve, type Tracing } from '../../../src/core/curve/index.js';
import { followHorse } from '../../../src/core/change/followHorse.js';
import { learnNoise, nearestNoise, STARTING_BELIEF } from '../../../src/core/change/handNoise.js';
import { repeatWeights } from '../../../src/core/change/repeats.js';
import { framesOf, widthsOf, type StationFrame } from '../../../src/core/change/stationFrame.js';
import { NOISES, WAVERS, type HandNoise } from '../../../src/core/change/tracingErrors.js';
import { readerOf, sharedWidths } from '../../../src/core/change/tracingInformation.js';
import { normal, seededRandom, type Random } from '../../../sim/random.js';
import { knottedWaver } from '../../../sim/waver.js';
import { everyFourWeeks, trueCurve } from '../../support/shapes.js';

const TRUE = trueCurve('T8');
const FRAME = framesOf([{ visitedOn: '2026-01-01', station: 'T8', repeat: 1, curve: TRUE }])[0] as StationFrame;

/** A line drawn along the true one, off sideways by a waver that is smooth over so many mm. */
function drawn(random: Random, sdMm: number, lengthMm: number): Curve {
	// A knot's ease is alike over about two thirds of its length.
	const knotMm = 1.5 * lengthMm;
	const off = knottedWaver(random, sdMm, knotMm, Math.ceil(900 / knotMm), -450);
	const fromTop = (x: number, y: number): number => Math.sign(x) * Math.hypot(x, y);
	return makeCurve(
		Array.from(TRUE.xMm, (x, i): [number, number] => {
			const y = TRUE.yMm[i] as number;
			return [x + Math.sign(x) * off(fromTop(x, y)) * Math.min(1, Math.abs(x) / 15), y];
		})
	);
}

/** What is believed of a hand after so many visits of three repeats each. */
function learnt(sdMm: number, lengthMm: number, visits = 8): HandNoise {
	const random = seededRandom(17);
	const reader = readerOf(FRAME);
	let belief = STARTING_BELIEF;
	for (let v = 0; v < visits; v++) {
		const curves = [1, 2, 3].map(() => drawn(random, sdMm, lengthMm));
		const read = curves.flatMap((c) => reader.read(c, nearestNoise(belief)) ?? []);
		belief = learnNoise(belief, curves, reader, repeatWeights(read));
	}
	expect(belief.reduce((a, b) => a + b, 0)).to.be.closeTo(1, 1e-9);
	return NOISES[nearestNoise(belief)] as HandNoise;
}
const longest = ({ waver }: HandNoise): number =>
	(WAVERS[waver] ?? []).reduce((sum, [share, mm]) => sum + share * mm, 0);

describe('what repeats tell of a hand', () => {
	it('short bends, longer ones and a line bent anew are told apart', () => {
		expect(longest(learnt(1.5, 18))).to.equal(18);
		expect(longest(learnt(1.5, 30))).to.equal(30);
		expect(longest(learnt(1.5, 100))).to.be.above(50);
	});

	it('a steady hand is told from an unsteady one, and neither is put down as the usual', () => {
		const [steady, unsteady] = [learnt(0.5, 18), learnt(3, 18)];
		expect(steady.mm).to.be.below(0.9);
		expect(unsteady.mm).to.be.above(2.2);
	});

	it('one sprung line among three tells little of the hand', () => {
		const random = seededRandom(3);
		const reader = readerOf(FRAME);
		const clean = [1, 2, 3].map(() => drawn(random, 1, 18));
		const sprung = makeCurve(
			Array.from(TRUE.xMm, (x, i): [number, number] => [x * (1 - (TRUE.yMm[i] as number) / 900), TRUE.yMm[i] as number])
		);
		const after = (curves: readonly Curve[]): number => {
			const weights = repeatWeights(curves.flatMap((c) => reader.read(c, nearestNoise(STARTING_BELIEF)) ?? []));
			return (NOISES[nearestNoise(learnNoise(STARTING_BELIEF, curves, reader, weights))] as HandNoise).mm;
		};
		expect(after([...clean.slice(0, 2), sprung])).to.be.at.most(2 * after(clean));
	});

	it('how far two lines lie apart is the squared distance in units of the errors', () => {
		const reader = readerOf(FRAME);
		const { reach, widths } = sharedWidths([TRUE, trueCurve('T8', { nearMm: 3, offMm: 3 })]);
		const [a, b] = widths as [Float64Array, Float64Array];
		const apart = (times: number): number =>
			reader.apart(
				a.map((v, i) => times * (v - (b[i] as number))),
				reach,
				0
			).d2;
		expect(apart(1)).to.be.above(0);
		expect(apart(2) / apart(1)).to.be.closeTo(4, 1e-9);
		// A noisier hand makes the same distance less.
		const larger = NOISES.findIndex((n) => n.waver === NOISES[0]?.waver && n.mm > 2);
		expect(
			reader.apart(
				a.map((v, i) => v - (b[i] as number)),
				reach,
				larger
			).d2
		).to.be.below(apart(1));
	});

	it('lines that end higher are held against the others only where all of them are', () => {
		const short = {
			xMm: TRUE.xMm.filter((_, i) => (TRUE.yMm[i] as number) > -90),
			yMm: TRUE.yMm.filter((y) => y > -90)
		};
		const { reach, widths } = sharedWidths([TRUE, short]);
		const depths = widthsOf(short).near.filter((w) => !Number.isNaN(w)).length;
		expect(reach.near).to.be.at.most(depths);
		expect(widths.map((w) => w.length)).to.deep.equal([reach.near + reach.off, reach.near + reach.off]);
		expect(widths.flatMap((w) => [...w]).every(Number.isFinite)).to.be.true;
	});
});

describe('what is learnt of a hand later', () => {
	/** A still back whose first lines were drawn badly: aside by some mm, each alike. */
	const record = (sdMm: number): Tracing[] => {
		const random = seededRandom(29);
		return Array.from({ length: 12 }, (_, v) =>
			[1, 2, 3].map((repeat): Tracing => {
				const aside = v === 0 ? 3 : 0.4 * normal(random);
				const line = drawn(random, sdMm, 60);
				return {
					visitedOn: everyFourWeeks(v),
					station: 'T8',
					repeat,
					curve: {
						...line,
						xMm: line.xMm.map((x, i) => x + Math.sign(x) * aside * Math.min(1, -(line.yMm[i] as number) / 50))
					}
				};
			})
		).flat();
	};

	it('is held against the first visits too: a still back drawn badly at first stays within a few mm', () => {
		const changes = followHorse(record(2.5), everyFourWeeks(0), 'T8') ?? [];
		const last = changes.at(-1)?.stations.get('T8');
		expect(Math.abs(last?.both.mm ?? 99)).to.be.below(3);
	});

	it('changes nothing of what was said before: a record cut short answers alike', () => {
		const all = record(2.5);
		const whole = followHorse(all, everyFourWeeks(0), 'T8') ?? [];
		for (const visits of [2, 4, 7, 11]) {
			const cut = followHorse(
				all.filter((t) => t.visitedOn < everyFourWeeks(visits)),
				everyFourWeeks(0),
				'T8'
			);
			expect(cut?.map((c) => c.stations.get('T8')?.near.mm)).to.deep.equal(
				whole.slice(0, visits).map((c) => c.stations.get('T8')?.near.mm)
			);
		}
	});
});
