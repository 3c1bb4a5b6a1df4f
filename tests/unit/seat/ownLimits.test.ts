import { expect } from 'chai';
import { tracingsOf } from '../../../scripts/lib/scoreSeries.js';
import { MOST_TRIED_MM, seatFitDay, WAYS_OF_CHANGE } from '../../../src/core/seat/index.js';
import { ownLimits } from '../../../src/core/seat/ownLimits.js';
import { MAKES, makeMadeSeries } from '../../../sim/makes/index.js';
import { giveOrTakeSd, ownLimitRows } from '../../../src/words/index.js';
import { seededRandom } from '../../../sim/random.js';

describe('limits of a pairing’s own', function () {
	this.timeout(120_000);
	const saddleOf = (make: number) => {
		const series = makeMadeSeries(MAKES[make]!, 'quiet', 'low', seededRandom(60 + make), 'none', 6);
		return seatFitDay(tracingsOf(series), { fitDay: series.fittedOn }).saddle;
	};
	const limitOf = (limits: ReturnType<typeof ownLimits>, way: (typeof WAYS_OF_CHANGE)[number]): number =>
		limits.find((l) => l.way === way)?.mm ?? MOST_TRIED_MM + 1;

	for (const make of [0, 1, 2, 3])
		it(`${MAKES[make]!.name}: each way has a limit of its own, within reason, with the fault that comes first`, () => {
			const saddle = saddleOf(make);
			const limits = ownLimits(saddle, 430);
			expect(limits.map((l) => l.way)).to.deep.equal([...WAYS_OF_CHANGE]);
			for (const l of limits) {
				expect(l.mm === undefined, l.way).to.equal(l.fault === undefined);
				if (l.mm !== undefined) expect(l.mm).to.be.within(1, MOST_TRIED_MM);
			}
			// Where less room may go, less change is borne.
			const tight = ownLimits(saddle, 430, 4);
			for (const way of ['withers-lost', 'fat-lost'] as const)
				expect(limitOf(tight, way), way).to.be.at.most(limitOf(limits, way));
			expect(limitOf(tight, 'withers-lost')).to.be.below(MOST_TRIED_MM);
			expect(tight.find((l) => l.way === 'fat-lost')?.fault).to.equal('clearance');
		});

	it('each way is told with its range and what comes then; where none was met, how far was tried', () => {
		const rows = ownLimitRows([
			{ way: 'withers-lost', mm: 12, sdMm: 1.5, fault: 'pitched-forward' },
			{ way: 'fat-lost', mm: 6, sdMm: 2, fault: 'clearance' },
			{ way: 'fat-gained', mm: undefined, sdMm: 0, fault: undefined }
		]);
		expect(rows.map((r) => `${r.way}: ${giveOrTakeSd(r.mm, r.sdMm)}, ${r.then}`)).to.deep.equal([
			'loses muscle at the withers: 12 ± 3 mm, tips forward',
			'loses all over: 6 ± 4 mm, a finger of room is gone',
			'gains all over: over 16 mm, no fault seen so far'
		]);
	});

	it('a limit that hangs on how a back changes is less sure than one that does not', () => {
		for (const make of [2, 3])
			for (const { mm, sdMm } of ownLimits(saddleOf(make), 430)) {
				if (mm === undefined) expect(sdMm).to.equal(0);
				else expect(sdMm).to.be.within(0.5, 4);
			}
	});

	it('a back alike on both sides bears as much on either', () => {
		const limits = ownLimits(saddleOf(0), 430);
		expect(Math.abs(limitOf(limits, 'near-lost') - limitOf(limits, 'off-lost'))).to.be.at.most(3);
	});
});
