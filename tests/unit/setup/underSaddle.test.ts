import { expect } from 'chai';
import { underSaddle, type Setup } from '../../../src/core/setup/index.js';
import { underWords } from '../../../src/words/index.js';

const setup = (parts: Readonly<Record<string, string | number>>): Setup => ({
	parts: new Map(Object.entries(parts).map(([part, value]) => [part, { value, since: '2026-05-01' }])),
	seenOn: '2026-05-01'
});

describe('what lies under a saddle, for a seat', () => {
	it('a pad counts as packed where somebody pressed it, else as measured; shims by side', () => {
		const both = underSaddle(setup({ pad: 'thick', padMm: 19, packedMm: 6, 'front-near': 3, 'rear-off': 9 }));
		expect(both?.padMm).to.equal(6);
		expect(both?.shims).to.deep.equal({
			front_near: 3,
			front_off: 0,
			middle_near: 0,
			middle_off: 0,
			rear_near: 0,
			rear_off: 9
		});
		expect(underSaddle(setup({ pad: 'thick', padMm: 19 }))?.padMm).to.equal(19);
	});
	it('nothing in millimetres is nothing: a pad by its word alone, a plate, a girth', () => {
		expect(underSaddle(setup({}))).to.equal(undefined);
		expect(underSaddle(setup({ pad: 'thin', plate: '7', girth: 'in-groove', 'wedge-near': 4 }))).to.equal(undefined);
	});
	it('is told in one line', () => {
		const under = underSaddle(setup({ packedMm: 6, 'front-near': 3, 'front-off': 3 }));
		expect(under && underWords(under)).to.equal('pad 6 mm; front 3 mm, both sides');
		const pad = underSaddle(setup({ padMm: 8 }));
		expect(pad && underWords(pad)).to.equal('pad 8 mm');
	});
});
