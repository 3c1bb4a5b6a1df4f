import { expect } from 'chai';
import { framesOf } from '../../../src/core/change/index.js';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import { makeMadeSeries, MAKES } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';
import { tracingsOf } from '../../../scripts/lib/scoreSeries.js';

/** Three tracings of a front, of which so many end 70 mm below the top. */
function fitted(short: number): Tracing[] {
	const series = makeMadeSeries(MAKES[0] as (typeof MAKES)[number], 'quiet', 'low', seededRandom(5), 'none', 3);
	const [one] = tracingsOf(series).filter((t) => t.station === 'T8');
	const whole = one as Tracing;
	const top = Math.max(...whole.curve.yMm);
	const points = Array.from(whole.curve.xMm, (x, i) => [x, whole.curve.yMm[i] as number] as const);
	const cut = makeCurve(points.filter(([, y]) => top - y < 70));
	return [1, 2, 3].map((repeat) => ({ ...whole, repeat, curve: repeat <= short ? cut : whole.curve }));
}

describe('a fitted day with short tracings', () => {
	it('is used where at least one of them reaches the band', () => {
		for (const short of [0, 1, 2]) expect(framesOf(fitted(short)), `${short} short`).to.have.length(1);
	});
	it('is none where all are short', () => expect(framesOf(fitted(3))).to.have.length(0));
});
