import { expect } from 'chai';
import { goingTo, type Call } from '../../../src/core/call/index.js';
import { LIMITS } from '../../../src/core/change/index.js';

/** What is read of a call. */
const call = (cause: Call['cause'], mm: number, refitOn: string | null, more: Partial<Call> = {}): Call =>
	({
		visitedOn: '2026-05-01',
		cause,
		changes: [
			{ station: 'T8', side: 'near', mm, sdMm: 1, ci95: [mm - 2, mm + 2], real: true },
			{ station: 'T8', side: 'both', mm, sdMm: 1, ci95: [mm - 2, mm + 2], real: true }
		],
		forecast: { refitOn, earliest: refitOn, latest: refitOn },
		...more
	}) as unknown as Call;

describe('where a back is going', () => {
	it('muscle at the withers goes on as far as the limit, on the day the call forecasts', () => {
		expect(goingTo(call('local-loss', -4.5, '2026-07-01'), 'close')).to.deep.equal({ on: '2026-07-01', mm: -1.5 });
		expect(goingTo(call('local-gain', 4, '2026-07-01'), 'close')).to.deep.equal({ on: '2026-07-01', mm: 2 });
		expect(goingTo(call('local-gain', 4, '2026-07-01'), 'roomy')?.mm).to.equal(LIMITS.roomy.refitGainMm - 4);
	});
	it('by limits of the saddle’s own where those led', () => {
		const limits = { ...LIMITS.close, refitLossMm: 8 } as NonNullable<Call['limits']>;
		expect(goingTo(call('local-loss', -5, '2026-07-01', { limits }), 'close')?.mm).to.equal(-3);
	});
	it('nothing is said where nothing is forecast, where it is there already, or where it is no muscle at the withers', () => {
		expect(goingTo(call('local-loss', -4.5, null), 'close')).to.equal(undefined);
		expect(goingTo(call('local-loss', -7, '2026-05-01'), 'close')).to.equal(undefined);
		for (const cause of ['condition-loss', 'growth', 'one-sided', 'none'] as const)
			expect(goingTo(call(cause, -4.5, '2026-07-01'), 'close'), cause).to.equal(undefined);
		expect(goingTo(call('local-gain', -1, '2026-07-01'), 'close'), 'the other way').to.equal(undefined);
	});
});
