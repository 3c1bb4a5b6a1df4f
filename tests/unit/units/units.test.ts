import { expect } from 'chai';
import {
	addDays,
	checkFingers,
	daysBetween,
	DEFAULT_FINGERS,
	degToRad,
	fingersToMm,
	inchToMm,
	mmToFingers,
	mmToInch,
	parseDay,
	radToDeg
} from '../../../src/core/units/index.js';
import { codeOf } from '../../support/codes.js';

describe('days', () => {
	it('reads a calendar day and trims it', () => expect(parseDay(' 2024-02-29 ')).to.equal('2024-02-29'));

	for (const bad of ['2023-02-29', '2024-13-01', '14.03.2024', '2024-3-1', '', '0001-01-01', '2024-01-01T10:00Z'])
		it(`refuses “${bad}”`, () => expect(codeOf(() => parseDay(bad))).to.equal('bad-date'));

	it('counts whole days across a change of clocks', () => {
		expect(daysBetween('2026-03-28', '2026-03-30')).to.equal(2);
		expect(daysBetween('2026-10-24', '2026-10-26')).to.equal(2);
		expect(daysBetween('2026-03-01', '2026-02-28')).to.equal(-1);
	});

	it('adds days over a leap February', () => expect(addDays('2024-02-28', 2)).to.equal('2024-03-01'));
});

describe('lengths and angles', () => {
	it('takes an inch for 25.4 mm (international yard and pound agreement, 1959; from memory)', () => {
		expect(inchToMm(4)).to.be.closeTo(101.6, 1e-12);
		expect(mmToInch(inchToMm(7.3))).to.be.closeTo(7.3, 1e-12);
	});

	it('turns degrees to radians and back', () => {
		expect(degToRad(180)).to.equal(Math.PI);
		expect(radToDeg(degToRad(33))).to.be.closeTo(33, 1e-12);
	});
});

describe('fingers', () => {
	it('reads calibrated counts exactly and halves between them', () => {
		const hand = { twoMm: 34, threeMm: 52, fourMm: 71 };
		expect([2, 3, 4].map((n) => fingersToMm(n, hand))).to.deep.equal([34, 52, 71]);
		expect(fingersToMm(2.5, hand)).to.equal(43);
	});

	it('goes back from mm to fingers on the same hand', () => {
		for (const n of [0.5, 1, 2, 2.5, 3.2, 4, 5])
			expect(mmToFingers(fingersToMm(n, DEFAULT_FINGERS), DEFAULT_FINGERS)).to.be.closeTo(n, 1e-9);
	});

	it('puts the usual 50-75 mm bare clearance at about 3 to 4 fingers (common practice, no source)', () => {
		expect(mmToFingers(50, DEFAULT_FINGERS)).to.be.within(2.5, 3.2);
		expect(mmToFingers(75, DEFAULT_FINGERS)).to.be.within(3.8, 4.5);
	});

	it('refuses fingers of 90 mm and a hand that shrinks', () => {
		expect(codeOf(() => checkFingers({ twoMm: 90, threeMm: 180, fourMm: 270 }))).to.equal('bad-fingers');
		expect(codeOf(() => checkFingers({ twoMm: 36, threeMm: 30, fourMm: 72 }))).to.equal('bad-fingers');
		expect(checkFingers(DEFAULT_FINGERS)).to.equal(DEFAULT_FINGERS);
	});
});
