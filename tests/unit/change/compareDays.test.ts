import { expect } from 'chai';
import { compareDays } from '../../../src/core/change/index.js';
import {
	againstPath,
	clearest,
	dayPath,
	differenceCsv,
	intervalPath,
	unroll
} from '../../../src/lib/ui/shape/overlayShape.js';
import { everyFourWeeks, series, slide, START } from '../../support/shapes.js';
import { CALM_HAND } from '../../../sim/trace.js';

const tracings = series(slide(-8, 8, 16), { visits: 6, hand: CALM_HAND, seed: 5 });
const found = compareDays('T8', tracings, START);

describe('one day held against another', () => {
	it('holds every day against the chosen one, place for place', () => {
		expect(found?.days.map((d) => d.day)).to.deep.equal([0, 1, 2, 3, 4, 5].map(everyFourWeeks));
		for (const d of found?.days ?? []) {
			expect(d.mm.length).to.equal(found?.against.alongMm.length);
			expect(d.counted + d.leftOut).to.equal(3);
		}
	});

	it('muscle lost shows in the band and not at the spine, with an interval that leaves it standing', () => {
		const last = found?.days[5];
		if (!found || !last) return expect.fail('nothing compared');
		const at = (along: number) => {
			const k = found.against.alongMm.findIndex((a) => a > along);
			return last.mm[k] as number;
		};
		for (const along of [-135, 125]) expect(at(along), `at ${along}`).to.be.within(-9, -3);
		expect(Math.abs(at(-8))).to.be.below(1.5);
		const most = clearest(found.against, last);
		expect(most?.mm).to.be.below(-5);
		expect(most?.plusMinusMm).to.be.within(1, -(most?.mm ?? 0));
	});

	it('the chosen day against itself is nothing clear', () => {
		const first = found?.days[0];
		if (!found || !first) return expect.fail('nothing compared');
		expect(clearest(found.against, first)).to.equal(undefined);
	});

	it('fewer repeats are told with more doubt', () => {
		const single = compareDays(
			'T8',
			tracings.filter((t) => t.visitedOn === START || t.repeat === 1),
			START
		);
		const width = (c: typeof found) => c?.days[3]?.plusMinusMm[20] ?? 0;
		expect(width(single)).to.be.above(width(found));
	});

	it('a day without that station has nothing to be held against', () => {
		expect(compareDays('T10', tracings, START)).to.equal(undefined);
		expect(compareDays('T8', tracings, '2001-01-01')).to.equal(undefined);
	});
});

describe('drawing the difference', () => {
	it('curve, interval and unrolled difference are paths without holes; a spreadsheet has a row a place', () => {
		const day = found?.days[4];
		if (!found || !day) return expect.fail('nothing compared');
		const { against } = found;
		const { line, band } = unroll(against, day, 8);
		for (const path of [againstPath(against), dayPath(against, day), intervalPath(against, day), line, band])
			expect(path).to.match(/^M-?[\d.]+ -?[\d.]+(L-?[\d.]+ -?[\d.]+)+Z?$/);
		const rows = differenceCsv('T8', START, against, [day]).trim().split('\r\n');
		expect(rows.length).to.equal(1 + day.mm.filter((mm) => mm !== null).length);
		expect(rows[1]).to.match(/^T8,2024-01-10,2024-05-01,-[\d.]+,-?[\d.]+,[\d.]+$/);
	});
});
