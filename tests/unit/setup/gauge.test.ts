import { expect } from 'chai';
import { readGauge, type GaugeTry } from '../../../src/core/setup/index.js';
import { gaugeSentence } from '../../../src/words/index.js';

const lay = (size: number, says: GaugeTry['says'], on: GaugeTry['on'] = 'bare'): GaugeTry => ({ on, size, says });

describe('the front gauge (common practice, no source)', () => {
	it('flush is its size', () => expect(readGauge([lay(6, 'flush')])).to.include({ size: 6, contradicts: false }));
	it('a gap above is too narrow, rocking too wide: between them it lies', () => {
		const g = readGauge([lay(5, 'gap-above'), lay(8, 'rocks')]);
		expect(g).to.include({ size: undefined, above: 5, below: 8, contradicts: false });
	});
	it('over the half pad that will be used counts before the bare back', () =>
		expect(readGauge([lay(6, 'flush'), lay(7, 'flush', 'pad')])).to.include({ on: 'pad', size: 7 }));
	it('of two that lie flush the wider one', () =>
		expect(readGauge([lay(6, 'flush'), lay(7, 'flush')])?.size).to.equal(7));
	it('a wider one too narrow where a smaller one rocks cannot be', () => {
		expect(readGauge([lay(8, 'gap-above'), lay(6, 'rocks')])?.contradicts).to.equal(true);
		expect(readGauge([lay(6, 'flush'), lay(7, 'gap-above')])?.contradicts).to.equal(true);
		expect(readGauge([lay(6, 'flush'), lay(5, 'rocks')])?.contradicts).to.equal(true);
	});
	it('says one sentence for every outcome', () => {
		const cases = [
			[lay(6, 'flush')],
			[lay(6, 'flush', 'pad')],
			[lay(5, 'gap-above'), lay(8, 'rocks')],
			[lay(5, 'gap-above'), lay(6, 'rocks')],
			[lay(5, 'gap-above')],
			[lay(5, 'rocks')],
			[lay(8, 'gap-above'), lay(6, 'rocks')]
		].map((tries) => {
			const g = readGauge(tries);
			return g ? gaugeSentence(g) : '';
		});
		expect(new Set(cases).size).to.equal(cases.length);
		for (const said of cases) expect(said).to.match(/^[A-Z].*\.$/);
		expect(readGauge([])).to.equal(undefined);
	});
});
