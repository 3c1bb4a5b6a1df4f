import { expect } from 'chai';
import { halfWidthOf, makeBack, SIM_STATIONS, trueHalfWidthMm } from '../../sim/back.js';
import { DEMO_PEOPLE, DEMO_YARDS } from '../../sim/demo/patrol.js';
import { demoVisits } from '../../sim/demo/visits.js';
import { normal, seededRandom } from '../../sim/random.js';
import { STORIES } from '../../sim/stories.js';
import { CALM_HAND, drawTracing, traceVisit, trueCut, USUAL_HAND } from '../../sim/trace.js';
import { addDays } from '../../src/core/units/index.js';

const BACK = makeBack({ broad: 1, pocketMm: 0, lopsidedMm: 0 });
const STILL = { nearMm: 0, offMm: 0 };

function bandMean(side: 'near' | 'off', muscle = STILL): number {
	let sum = 0;
	for (let i = 0; i < 240; i++) sum += trueHalfWidthMm(BACK.T8, side, 60.125 + i * 0.25, muscle);
	return sum / 240;
}

describe('made-up backs', () => {
	it('muscle of 1 mm moves the band mean by exactly 1 mm, on its own side', () => {
		const moved = { nearMm: -5, offMm: 2 };
		expect(bandMean('near', moved) - bandMean('near')).to.be.closeTo(-5, 0.001);
		expect(bandMean('off', moved) - bandMean('off')).to.be.closeTo(2, 0.001);
	});

	it('a top that rises narrows what lies just under it, and the band shows what it is told to', () => {
		const at = (riseMm: number) => halfWidthOf(BACK.T8, 'near', { nearMm: 6, offMm: 6, riseMm });
		const mean = (riseMm: number) =>
			Array.from({ length: 60 }, (_, i) => at(riseMm)(60.5 + i)).reduce((a, b) => a + b, 0) / 60;
		expect(mean(4) - mean(0)).to.be.closeTo(0, 1e-9);
		expect(at(4)(20)).to.be.below(at(0)(20) - 1);
		expect(at(4)(0)).to.be.closeTo(at(0)(0), 0.5);
	});

	it('muscle that lies lower still moves the band mean by what it is told', () => {
		const low = { centreMm: 100, reachMm: 30 };
		const mean = (mm: number) => {
			const widthAt = halfWidthOf(BACK.T8, 'off', { nearMm: 0, offMm: mm }, low);
			return Array.from({ length: 60 }, (_, i) => widthAt(60.5 + i)).reduce((a, b) => a + b, 0) / 60;
		};
		expect(mean(-7) - mean(0)).to.be.closeTo(-7, 1e-9);
	});

	it('are steep in front and flatter behind, and wider all the way down', () => {
		const widths = SIM_STATIONS.map((s) => trueHalfWidthMm(BACK[s], 'near', 90, STILL));
		expect(widths).to.deep.equal([...widths].sort((a, b) => a - b));
		for (const s of SIM_STATIONS)
			for (let d = 5; d < 150; d += 5)
				expect(trueHalfWidthMm(BACK[s], 'off', d + 5, STILL)).to.be.above(trueHalfWidthMm(BACK[s], 'off', d, STILL));
	});

	it('the true cut runs from near to off through the apex', () => {
		const cut = trueCut(BACK.T8, STILL);
		expect(cut[0]?.[0]).to.be.below(0);
		expect(cut[cut.length - 1]?.[0]).to.be.above(0);
		expect(cut.some(([x, y]) => x === 0 && y === 0)).to.be.true;
	});
});

describe('made-up hands', () => {
	it('the same seed draws the same line, bit for bit', () => {
		const draw = (seed: number) => drawTracing(BACK.T8, STILL, USUAL_HAND, seededRandom(seed));
		expect(draw(4)).to.deep.equal(draw(4));
		expect(draw(4)).not.to.deep.equal(draw(5));
	});

	it('normal draws have mean 0 and SD 1', () => {
		const random = seededRandom(9);
		const draws = Array.from({ length: 20_000 }, () => normal(random));
		const mean = draws.reduce((a, b) => a + b) / draws.length;
		const variance = draws.reduce((a, b) => a + (b - mean) ** 2, 0) / draws.length;
		expect(mean).to.be.closeTo(0, 0.03);
		expect(variance).to.be.closeTo(1, 0.04);
	});

	it('a noisy hand strays further than a calm one', () => {
		const stray = (hand: typeof USUAL_HAND) => {
			const random = seededRandom(2);
			let sum = 0;
			for (let i = 0; i < 40; i++) {
				const line = drawTracing(BACK.T13, STILL, { ...hand, badShare: 0 }, random);
				sum += Math.abs((line[20]?.[0] ?? 0) - (trueCut(BACK.T13, STILL)[20]?.[0] ?? 0));
			}
			return sum;
		};
		expect(stray(USUAL_HAND)).to.be.above(stray(CALM_HAND));
	});

	it('a visit traces every station as often as asked', () => {
		const muscle = { T8: STILL, T13: STILL, T18: STILL };
		const visit = traceVisit(BACK, muscle, CALM_HAND, 2, seededRandom(1));
		expect(visit.map((t) => `${t.station} ${t.repeat}`)).to.deep.equal([
			'T8 1',
			'T8 2',
			'T13 1',
			'T13 2',
			'T18 1',
			'T18 2'
		]);
	});
});

describe('stories', () => {
	it('do what they say at T8', () => {
		expect(STORIES.layOff(20, 9)(60).T8.nearMm).to.be.closeTo(-9, 1e-9);
		expect(STORIES.layOff(20, 9)(19).T8.nearMm).to.be.closeTo(0, 1e-9);
		expect(STORIES.growing(8)(52).T8.offMm).to.be.closeTo(8, 1e-9);
		expect(STORIES.oneSide(10, 10)(40).T8.nearMm).to.be.closeTo(-10, 1e-9);
		expect(Math.abs(STORIES.oneSide(10, 10)(40).T8.offMm)).to.be.below(1);
		for (let w = 0; w < 104; w++) expect(Math.abs(STORIES.steady()(w).T8.nearMm)).to.be.below(1);
	});

	it('fat shows everywhere, muscle in front', () => {
		const fat = STORIES.springFat(6)(19);
		expect(fat.T18.nearMm / fat.T8.nearMm).to.be.above(0.7);
		const muscle = STORIES.gained(0, 10)(40);
		expect(muscle.T18.nearMm / muscle.T8.nearMm).to.be.below(0.2);
	});
});

describe('the demo', () => {
	const [patrol, round] = DEMO_YARDS;

	it('is a patrol of six horses and five saddles, and a bodyworker with many more', () => {
		expect(patrol?.horses).to.have.length(6);
		expect(patrol?.saddles).to.have.length(5);
		expect(round?.horses.length).to.be.above(25);
		expect(new Set(DEMO_YARDS.flatMap((y) => y.horses.map((h) => h.name))).size).to.equal(
			6 + (round?.horses.length ?? 0)
		);
	});

	it('every horse goes in a saddle of its yard', () => {
		for (const yard of DEMO_YARDS)
			for (const horse of yard.horses) expect(yard.saddles.map((s) => s.name)).to.include(horse.saddle);
	});

	it('spans about two years and ends shortly before today, never after it', () => {
		for (const horse of patrol?.horses ?? []) {
			const days = demoVisits(horse, '2026-11-23', 5).map((v) => v.visitedOn);
			expect(days).to.deep.equal([...days].sort());
			expect(new Set(days).size).to.equal(days.length);
			const [first, last] = [days[0] as string, days[days.length - 1] as string];
			expect(last >= addDays('2026-11-23', -20) && last <= '2026-11-23', last).to.be.true;
			expect(first >= '2024-09-01' && first <= '2025-02-28', first).to.be.true;
		}
	});

	it('uses only addresses that can belong to nobody', () => {
		for (const { email } of Object.values(DEMO_PEOPLE)) expect(email).to.match(/\.example$/);
	});
});
