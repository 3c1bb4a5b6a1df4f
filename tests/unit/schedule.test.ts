import { expect } from 'chai';
import { daysToNextTracing, nextTracingDay } from '../../src/core/schedule/index.js';

/** Intervals are common practice, no source: 4 weeks when young or on watch, 6 to 8 when grown. */
describe('nextTracingDay', () => {
	it('4 weeks for a young horse, 6 to 8 for a grown one', () => {
		expect(daysToNextTracing('steady', 4)).to.equal(28);
		expect(daysToNextTracing('steady', 12)).to.be.within(42, 56);
		expect(daysToNextTracing('steady', undefined)).to.be.within(42, 56);
	});
	it('sooner on watch, soonest after a refit', () => {
		expect(nextTracingDay('2026-01-01', 'watch', 12, null)).to.equal('2026-01-29');
		expect(nextTracingDay('2026-01-01', 'refit', 12, null)).to.equal('2026-01-15');
	});
	it('a limit that may come sooner brings it forward, but never under a week', () => {
		expect(nextTracingDay('2026-01-01', 'watch', 12, '2026-01-20')).to.equal('2026-01-20');
		expect(nextTracingDay('2026-01-01', 'watch', 12, '2026-01-02')).to.equal('2026-01-08');
	});
});
