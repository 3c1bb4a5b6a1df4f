import { expect } from 'chai';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import {
	FORM_BEARS_MM,
	FORM_SET,
	formMeasures,
	SADDLE_PLACES,
	seatMeasured,
	type FittingForm,
	type ShimSet
} from '../../../src/core/seat/index.js';
import { mustGiveBars } from '../../../src/lib/server/door/saddleMeasures.js';

const DAY = '2026-05-01';
const NONE: ShimSet = { front_near: 0, front_off: 0, middle_near: 0, middle_off: 0, rear_near: 0, rear_off: 0 };
const degrees = (slope: number): number => (2 * Math.atan(1 / slope) * 180) / Math.PI;

/** A back of a form's very shape, traced at three stations and along both sides. */
function backOf(form: FittingForm): Tracing[] {
	const { sections } = formMeasures(form);
	const cuts = SADDLE_PLACES.map((place, i): Tracing => {
		const { xMm, yMm } = sections[place];
		const curve = makeCurve(xMm.map((x, k) => [x, yMm[k] as number] as const));
		return { visitedOn: DAY, station: ['T8', 'T13', 'T18'][i] as string, repeat: 1, curve };
	});
	const half = FORM_BEARS_MM / 2;
	const along = Array.from({ length: 24 }, (_, i) => 20 * i).map(
		(x) => [x, -form.rockMm * (1 - ((x - 40 - half) / half) ** 2)] as const
	);
	return [
		...cuts,
		...['L100near', 'L100off'].map((station) => ({ visitedOn: DAY, station, repeat: 1, curve: makeCurve(along) }))
	];
}
const seat = (back: readonly Tracing[], form: FittingForm) =>
	seatMeasured({
		tracings: back,
		saddle: formMeasures(form),
		bearsMm: FORM_BEARS_MM,
		padMm: 0,
		shims: NONE,
		muscleMm: 0,
		planned: false
	});

describe('the made-up set of fitting forms', () => {
	it('has every angle with every rock and twist once, each a shape that gives bars', () => {
		expect(new Set(FORM_SET.map((f) => JSON.stringify(f))).size).to.equal(16);
		for (const form of FORM_SET) expect(() => mustGiveBars(formMeasures(form))).not.to.throw();
	});
	it('its bars open by the angle that it is called by, and flatten by its twist towards the rear', () => {
		for (const form of FORM_SET) {
			const { front, rear } = formMeasures(form).sections;
			// Far out the bar runs along its line: the slope of its last two centimetres.
			const angle = ({ yMm }: typeof front): number => degrees(((yMm.at(-5) as number) - (yMm.at(-1) as number)) / 20);
			expect(angle(front)).to.be.closeTo(form.angleDeg, 1);
			expect(angle(rear)).to.be.closeTo(form.angleDeg + 2 * form.twistDeg, 1);
		}
	});
	for (const own of [FORM_SET[4], FORM_SET[7], FORM_SET[10]] as FittingForm[])
		it(`on a back of ${own.angleDeg}°, rock ${own.rockMm}, twist ${own.twistDeg}° that very form fits and is the evenest of all`, () => {
			const back = backOf(own);
			const seats = FORM_SET.map((form) => ({ form, ...seat(back, form) }));
			const best = [...seats].sort((a, b) => a.unevenness - b.unevenness)[0];
			expect(best?.form).to.deep.equal(own);
			expect(best?.conditions).to.deep.equal(['fits']);
			// Common practice, no source: narrower bears low in front, wider high; straighter bridges, more rock rocks.
			for (const { form, conditions } of seats) {
				const apart = form.angleDeg - own.angleDeg;
				if (apart <= -20) expect(conditions, `${form.angleDeg}°`).to.include('narrow');
				if (apart >= 20) expect(conditions, `${form.angleDeg}°`).to.include('wide');
				if (apart === 0 && form.twistDeg === own.twistDeg && form.rockMm !== own.rockMm)
					expect(conditions).to.include(form.rockMm < own.rockMm ? 'bridging' : 'rocking');
			}
		});
});
