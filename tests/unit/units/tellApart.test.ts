import { expect } from 'chai';
import { tellApart } from '../../../src/core/units/index.js';

const labels = (...items: readonly (readonly [name: string, ...more: (string | number | null)[]])[]) => [
	...tellApart(items.map(([name, ...more], i) => ({ id: String(i), name, more }))).values()
];

describe('tellApart', () => {
	it('leaves a name that is alone as it is', () =>
		expect(labels(['Marram', 2012], ['Thrift', 2012])).to.deep.equal(['Marram', 'Thrift']));
	it('adds the first thing that tells two of one name apart, however they are written', () =>
		expect(labels(['Marram', 2012, 'bay'], ['marram ', 2012, 'grey'])).to.deep.equal([
			'Marram (bay)',
			'marram  (grey)'
		]));
	it('counts where nothing tells them apart', () =>
		expect(labels(['Marram', null, ''], ['Marram', null, ''])).to.deep.equal(['Marram (1)', 'Marram (2)']));
	it('one thing listed twice is not two', () => {
		const same = { id: 'a', name: 'Marram', more: [2012] };
		expect([...tellApart([same, same]).values()]).to.deep.equal(['Marram']);
	});
	it('shortens a long description', () =>
		expect(labels(['Ruff', 'x'.repeat(60)], ['Ruff', 'y'.repeat(60)])[0]).to.have.length('Ruff ()'.length + 28));
});
