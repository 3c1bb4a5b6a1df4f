import { expect } from 'chai';
import { setupPeriods } from '../../../src/core/setup/index.js';
import { underOn } from '../../../src/lib/ui/overtime/underOn.js';
import { setupDays } from '../../../src/words/index.js';
import { visitOn } from '../../support/states.js';

const days = setupDays(
	setupPeriods(
		[
			visitOn('2026-01-10', {
				'setup/S/pad': 'half',
				'setup/S/padMm': 10,
				'setup/S/front-near': 9,
				'setup/S/plate': 'M'
			}),
			visitOn('2026-03-10', { 'setup/S/front-near': 0 })
		],
		'S'
	)
);

describe('under which set-up something was', () => {
	it('is what stood that day, and nothing before anybody noted it', () => {
		expect(underOn(days, '2026-01-09')).to.equal('');
		expect(underOn(days, '2026-03-09')).to.equal('half pad 10 mm, front shims near 9, off 0 mm, plate M');
		expect(underOn(days, '2026-03-10')).to.equal('half pad 10 mm, plate M');
	});

	it('on the bare back is what belongs to the saddle: pad and shims are off', () =>
		expect(underOn(days, '2026-01-10', true)).to.equal('plate M'));
});
