import { expect } from 'chai';
import { tracingsOf } from '../../../scripts/lib/scoreSeries.js';
import { limitsOfCall, limitsOfOwn, watchHorse, type CallLimits } from '../../../src/core/call/index.js';
import { probabilitiesBeyond } from '../../../src/core/call/beyond.js';
import { LIMITS, sideChanges } from '../../../src/core/change/index.js';
import type { OwnLimit, WayOfChange } from '../../../src/core/seat/index.js';
import { limitsWords, reasonSentence } from '../../../src/words/index.js';
import { MAKES, makeMadeSeries } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';
import { changeOf } from '../../support/changes.js';

const bears = (way: WayOfChange, mm: number | undefined, sdMm = 1): OwnLimit => ({
	way,
	mm,
	sdMm,
	fault: mm === undefined ? undefined : 'wide'
});
const led = (over: Partial<CallLimits>, own = { lossSdMm: 0, gainSdMm: 0, apartSdMm: 0 }): CallLimits => ({
	...LIMITS.close,
	...over,
	own
});

describe('limits that lead a call', () => {
	it('a saddle’s own are the strictest of its ways, watch two thirds of the way to refit', () => {
		const own = limitsOfOwn(
			[
				bears('withers-lost', 8, 2),
				bears('fat-lost', 5, 1.5),
				bears('withers-gained', undefined),
				bears('fat-gained', 7, 2.5),
				bears('near-lost', 11, 3),
				bears('off-lost', 9, 2)
			],
			LIMITS.close
		);
		expect(own).to.deep.equal({
			refitLossMm: 5,
			watchLossMm: 3.5,
			refitGainMm: 7,
			watchGainMm: 4.5,
			sidesApartMm: 9,
			own: { lossSdMm: 1.5, gainSdMm: 2.5, apartSdMm: 2 }
		});
	});

	it('none lies more than half over the usual one, nor under what a tracing shows at best', () => {
		const wide = limitsOfOwn([bears('withers-lost', 15), bears('near-lost', 16)], LIMITS.close);
		expect([wide.refitLossMm, wide.refitGainMm, wide.sidesApartMm]).to.deep.equal([9, 9, 12]);
		// What is a convention has no doubt of its own.
		expect(wide.own).to.deep.equal({ lossSdMm: 0, gainSdMm: 0, apartSdMm: 0 });
		expect(limitsOfOwn([bears('fat-lost', 1)], LIMITS.close).refitLossMm).to.equal(3);
		expect(limitsOfOwn([], LIMITS.roomy).refitGainMm).to.equal(13.5);
	});

	it('a limit without doubt judges as any other; with doubt a change on it is as likely beyond as not', () => {
		const change = changeOf(-6, -6, 0.5);
		const at = (limits: CallLimits) => probabilitiesBeyond(sideChanges('T8', change), change, limits);
		expect(at(led({}))).to.deep.equal(at(LIMITS.close));
		const unsure = { lossSdMm: 2, gainSdMm: 2, apartSdMm: 0 };
		expect(at(led({}, unsure)).refit).to.be.within(0.5, at(LIMITS.close).refit);
		// Far off the limit its doubt does not turn the answer, near it it does.
		const far = changeOf(-12, -12, 0.5);
		expect(probabilitiesBeyond(sideChanges('T8', far), far, led({}, unsure)).refit).to.be.above(0.97);
		const under = changeOf(-4.5, -4.5, 0.3);
		const sure = probabilitiesBeyond(sideChanges('T8', under), under, led({}));
		const open = probabilitiesBeyond(sideChanges('T8', under), under, led({}, unsure));
		expect(sure.refit).to.be.below(0.02);
		expect(open.refit).to.be.within(0.15, 0.4);
	});

	it('a call that was led by its saddle’s own says so, with their figures, and goes by them', function () {
		this.timeout(60_000);
		const series = makeMadeSeries(MAKES[2]!, 'condition-loss', 'low', seededRandom(91), 'none', 10);
		const tracings = tracingsOf(series);
		const usual = watchHorse(tracings, { school: 'close', fittedOn: series.fittedOn }).calls;
		const { calls } = watchHorse(tracings, { school: 'close', lead: 'own', fittedOn: series.fittedOn });
		expect(usual.every((c) => c.limits === undefined)).to.equal(true);
		const [first] = calls;
		const limits = first?.limits;
		expect(limits?.own).not.to.equal(undefined);
		expect(calls.every((c) => c.limits === limits || JSON.stringify(c.limits) === JSON.stringify(limits))).to.equal(
			true
		);
		// The shape is the same; only what is made of it hangs on the limits.
		expect(calls.map((c) => c.changes)).to.deep.equal(usual.map((c) => c.changes));
		const reason = calls.at(-1)?.reasons.find((r) => r.code === 'own-limits');
		expect(reasonSentence(reason!)).to.match(/^Judged by this saddle’s own limits: refit at \d+(\.\d)?( ± \d)? /);
		expect(limitsOfCall(first, 'close')).to.equal(limits);
		expect(limitsOfCall(usual[0], 'roomy')).to.equal(LIMITS.roomy);
		// Cut short, the same limits: they follow from the fitted day alone.
		const days = [...new Set(tracings.map((t) => t.visitedOn))].sort().slice(0, 4);
		const cut = watchHorse(
			tracings.filter((t) => days.includes(t.visitedOn)),
			{ school: 'close', lead: 'own', fittedOn: series.fittedOn }
		);
		expect(cut.calls).to.deep.equal(calls.slice(0, cut.calls.length));
	});

	it('limits are told in one line, a doubt only where there is one', () => {
		expect(limitsWords(LIMITS.close)).to.equal('refit at 6 mm lost or 6 mm gained, the sides 8 mm apart');
		const own = led({ refitLossMm: 5 }, { lossSdMm: 1.5, gainSdMm: 0, apartSdMm: 2 });
		expect(limitsWords(own)).to.equal('refit at 5 ± 3 mm lost or 6 mm gained, the sides 8 ± 4 mm apart');
	});
});
