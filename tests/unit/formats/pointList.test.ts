import { expect } from 'chai';
import { readPointList, readTracingFile } from '../../../src/core/formats/index.js';
import { codeOf } from '../../support/codes.js';

const arch = (k: number, sep = ' '): string =>
	Array.from({ length: 31 }, (_, i) => 10 * i - 150)
		.map((x) => `${x}${sep}${(-k * x * x).toFixed(2)}`)
		.join('\n');

describe('bare lists of points', () => {
	it('are told by what they hold, parted by empty lines, named by #', () => {
		const { kind, lines, problems } = readTracingFile(`# T8 2\n${arch(0.006)}\n\n\n${arch(0.004, '\t')}\n`);
		expect(kind).to.equal('point-list');
		expect(problems).to.deep.equal([]);
		expect(lines.map((l) => [l.station, l.repeat])).to.deep.equal([
			['T8', 2],
			[undefined, undefined]
		]);
		expect(lines[0]?.curve.yMm[0]).to.be.closeTo(-135, 1e-4);
		expect(lines[1]?.curve.yMm[0]).to.be.closeTo(-90, 1e-4);
	});

	it('take decimal commas, semicolons, Windows line ends and a byte order mark', () => {
		const text = `\uFEFF${arch(0.006, ';').replaceAll('.', ',').replaceAll('\n', '\r\n')}`;
		expect(readPointList(text).lines[0]?.curve.yMm[0]).to.be.closeTo(-135, 1e-4);
	});

	it('a line that is none spoils its own list and is named', () => {
		const { lines, problems } = readPointList(`${arch(0.006)}\n12 a\n\n${arch(0.004)}\n\n1 2 3\n${arch(0.004)}`);
		expect(lines).to.have.length(1);
		expect(problems.map((p) => [p.code, p.line])).to.deep.equal([
			['not-a-number', 32],
			['not-a-number', 66]
		]);
	});

	it('a CSV, a drawing and a DXF are what they were', () => {
		expect(codeOf(() => readTracingFile('visited_on,station\n'))).to.equal('missing-columns');
		expect(codeOf(() => readTracingFile('0\nSECTION\n'))).to.equal('not-dxf');
		expect(codeOf(() => readTracingFile('1,2\n3,4\n'))).to.equal('missing-columns');
	});

	it('bounds: lists, characters, nothing', () => {
		expect(codeOf(() => readPointList(Array.from({ length: 201 }, () => '1 2\n').join('\n')))).to.equal(
			'too-many-paths'
		);
		expect(codeOf(() => readPointList('1 2\n'.repeat(5_000_001)))).to.equal('too-large');
		expect(codeOf(() => readPointList('# nothing\n\n'))).to.equal('empty-file');
		expect(readPointList('1 2\n'.repeat(1_000_000)).problems.map((p) => p.code)).to.deep.equal(['too-many-points']);
	});
});
