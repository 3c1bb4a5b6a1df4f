import { expect } from 'chai';
import { readDxf, readTracingFile, writeDxf } from '../../../src/core/formats/index.js';
import { codeOf } from '../../support/codes.js';
import { curveOf } from '../../support/shapes.js';

const curve = curveOf((x) => (x * x) / 150, 150, 5);
const tracings = (['T8', 'T13'] as const).flatMap((station) =>
	[1, 2].map((repeat) => ({ visitedOn: '2026-03-14', station, repeat, curve }))
);
const lwpolyline = (unit: string, k: number): string =>
	[
		'0',
		'SECTION',
		'2',
		'HEADER',
		'9',
		'$INSUNITS',
		'70',
		unit,
		'0',
		'ENDSEC',
		'0',
		'SECTION',
		'2',
		'ENTITIES',
		'0',
		'LWPOLYLINE',
		'8',
		'BACK',
		'90',
		'61',
		'70',
		'0',
		...Array.from(curve.xMm, (x, i) => ['10', String(x / k), '20', String((curve.yMm[i] as number) / k)]).flat(),
		'0',
		'CIRCLE',
		'8',
		'BACK',
		'10',
		'5',
		'20',
		'5',
		'40',
		'1',
		'0',
		'ENDSEC',
		'0',
		'EOF'
	].join('\n');

describe('DXF', () => {
	it('R12 polylines read back to a thousandth of a mm, with station and repeat', () => {
		const { lines, problems } = readDxf(writeDxf(tracings));
		expect(problems).to.deep.equal([]);
		expect(lines.map((l) => `${l.station} ${l.repeat}`)).to.deep.equal(['T8 1', 'T8 2', 'T13 1', 'T13 2']);
		lines[0]?.curve.xMm.forEach((x, i) => {
			expect(x).to.be.closeTo(curve.xMm[i] as number, 0.001);
			expect(lines[0]?.curve.yMm[i]).to.be.closeTo(curve.yMm[i] as number, 0.001);
		});
	});

	it('says AC1009, ends with EOF and pairs every code with a value', () => {
		const lines = writeDxf(tracings).trimEnd().split('\r\n');
		expect(lines.length % 2).to.equal(0);
		expect(lines.slice(-2)).to.deep.equal(['0', 'EOF']);
		expect(lines[lines.indexOf('$ACADVER') + 2]).to.equal('AC1009');
		expect(lines.filter((_, i) => i % 2 === 0).every((code) => /^\d+$/.test(code))).to.be.true;
		expect(lines.filter((l) => l === 'POLYLINE')).to.have.length(4);
	});

	for (const [unit, k] of [
		['4', 1],
		['5', 10],
		['6', 1000],
		['1', 25.4]
	] as const)
		it(`a light polyline in unit ${unit} comes out in mm`, () => {
			const { lines } = readDxf(lwpolyline(unit, k));
			expect(lines).to.have.length(1);
			expect(lines[0]?.curve.xMm[0]).to.be.closeTo(-150, 0.001);
		});

	it('is known by what it holds when files are brought in', () => {
		const report = readTracingFile(writeDxf(tracings));
		expect([report.kind, report.lines.length]).to.deep.equal(['dxf', 4]);
	});

	it('what is none, or holds no line, or is in miles, is refused by name', () => {
		expect(codeOf(() => readDxf('hello\nworld\n'))).to.equal('not-dxf');
		expect(codeOf(() => readDxf('0\nSECTION\n2\nHEADER\n0\nEOF\n'))).to.equal('not-dxf');
		expect(codeOf(() => readDxf('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n'))).to.equal('svg-no-path');
		expect(codeOf(() => readDxf(lwpolyline('3', 1)))).to.equal('dxf-unit');
	});

	it('a polyline that is no back is named, the others stay', () => {
		const flat = { ...tracings[0], repeat: 3, curve: curveOf(() => 0, 100, 5) } as (typeof tracings)[number];
		const { lines, problems } = readDxf(writeDxf([...tracings, flat]));
		expect([lines.length, problems.map((p) => p.code)]).to.deep.equal([4, ['curve-too-flat']]);
	});
});
