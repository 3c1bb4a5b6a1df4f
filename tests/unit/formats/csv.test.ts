import { expect } from 'chai';
import { readPointsCsv, readTracingFile, readWidthsCsv, writePointsCsv } from '../../../src/core/formats/index.js';
import { curvePoints } from '../../../src/core/curve/index.js';
import { CALM_HAND } from '../../../sim/trace.js';
import { codeOf } from '../../support/codes.js';
import { series, slide } from '../../support/shapes.js';

const HEADER = 'visited_on,station,repeat,x_mm,y_mm';
const line = (repeat: number, x: number, y: number | string, day = '2026-03-14', station = 'T8') =>
	`${day},${station},${repeat},${x},${y}`;
const arch = (repeat: number, day?: string, station?: string): string[] =>
	Array.from({ length: 31 }, (_, i) => line(repeat, -150 + 10 * i, -((-150 + 10 * i) ** 2 / 150), day, station));
const file = (...lines: string[]): string => [HEADER, ...lines].join('\n');

describe('readPointsCsv', () => {
	it('reads tracings by day, station and repeat, with optional columns', () => {
		const text = [
			`${HEADER},operator,source`,
			...arch(1).map((l) => `${l},Joss,points`),
			...arch(2).map((l) => `${l},,`)
		].join('\r\n');
		const { tracings, problems } = readPointsCsv(`\uFEFF${text}\r\n`);
		expect(problems).to.deep.equal([]);
		expect(tracings.map((t) => [t.visitedOn, t.station, t.repeat, t.operator])).to.deep.equal([
			['2026-03-14', 'T8', 1, 'Joss'],
			['2026-03-14', 'T8', 2, undefined]
		]);
		expect(tracings[0]?.curve.xMm).to.have.length(31);
	});

	it('reads decimal commas and semicolons', () => {
		const text = file(...arch(1))
			.replaceAll(',', ';')
			.replaceAll('.', ',');
		const { tracings, problems } = readPointsCsv(text);
		expect(problems).to.deep.equal([]);
		expect(tracings[0]?.curve.yMm[1]).to.be.closeTo(-130.667, 0.001);
	});

	it('takes columns in any order and stations in small letters', () => {
		const text = ['Y_MM,X_MM,Repeat,Station,Visited_on', ...arch(1).map((l) => l.split(',').reverse().join(','))]
			.join('\n')
			.replaceAll('T8', 't8');
		expect(readPointsCsv(text).tracings[0]?.station).to.equal('T8');
	});

	it('names the line of a number that is none, and keeps the other tracings', () => {
		const spoilt = arch(2);
		spoilt[4] = line(2, -110, 'abc');
		const { tracings, problems } = readPointsCsv(file(...arch(1), ...spoilt));
		expect(tracings).to.have.length(1);
		expect(problems[0]).to.include({ code: 'not-a-number', line: 1 + 31 + 5 });
		expect(problems[0]?.data).to.include({ column: 'y_mm', value: 'abc' });
	});

	it('names the line where points jump back', () => {
		const mixed = arch(1);
		[mixed[10], mixed[20]] = [mixed[20] as string, mixed[10] as string];
		const { problems } = readPointsCsv(file(...mixed));
		expect(problems[0]?.code).to.equal('points-out-of-order');
		expect(problems[0]?.line).to.be.within(12, 13);
	});

	it('refuses a day in the future, a bad station and a bad repeat by line', () => {
		const text = file(
			line(1, 0, 0, '2030-01-01'),
			line(1, 0, 0, '2026-03-14', 'C3'),
			'2026-03-14,T8,0,1,1',
			...arch(1)
		);
		const { tracings, problems } = readPointsCsv(text, { today: '2026-11-23' });
		expect(problems.map((p) => [p.line, p.code])).to.deep.equal([
			[2, 'future-date'],
			[3, 'bad-station'],
			[4, 'bad-repeat']
		]);
		expect(tracings).to.have.length(1);
	});

	it('keeps neither of two tracings under one number', () => {
		const { tracings, problems } = readPointsCsv(file(...arch(1), ...arch(2), ...arch(1)));
		expect(tracings.map((t) => t.repeat)).to.deep.equal([2]);
		expect(problems.map((p) => p.code)).to.deep.equal(['doubled-repeat']);
		expect(problems[0]?.line).to.equal(2 + 62);
	});

	it('a bad row in the middle does not make a tracing a doubled one', () => {
		const rows = arch(1);
		rows.splice(15, 0, '2026-13-99,T8,1,0,0');
		expect(readPointsCsv(file(...rows)).problems.map((p) => p.code)).to.deep.equal(['bad-date']);
	});

	it('refuses whole files that are no such CSV', () => {
		expect(codeOf(() => readPointsCsv('date,place,x,y\n1,2,3,4'))).to.equal('missing-columns');
		expect(codeOf(() => readPointsCsv(''))).to.equal('empty-file');
		expect(codeOf(() => readPointsCsv(HEADER))).to.equal('empty-file');
		expect(codeOf(() => readPointsCsv('%PDF-1.7 ...'))).to.equal('not-csv');
		expect(codeOf(() => readPointsCsv('\u0000\u0001PNG'))).to.equal('not-csv');
		expect(codeOf(() => readPointsCsv('<svg></svg>'))).to.equal('not-csv');
	});

	it('refuses a million points without reading them all into tracings', () => {
		const million = `${HEADER}\n${'2026-03-14,T8,1,1,1\n'.repeat(1_000_000)}`;
		expect(codeOf(() => readPointsCsv(million))).to.be.oneOf(['too-many-rows', 'too-large']);
	});
});

describe('writePointsCsv', () => {
	it('reads back to the same tracings, to a thousandth of a millimetre', () => {
		const tracings = series(slide(-4, 0, 8), { visits: 2, hand: CALM_HAND, seed: 5 }).map((t) => ({
			...t,
			operator: 'Marramby, "Joss"'
		}));
		const back = readPointsCsv(writePointsCsv(tracings));
		expect(back.problems).to.deep.equal([]);
		expect(back.tracings).to.have.length(18);
		back.tracings.forEach((t, i) => {
			expect(t.operator).to.equal('Marramby, "Joss"');
			curvePoints(t.curve).forEach(([x, y], k) => {
				expect(x).to.be.closeTo(tracings[i]?.curve.xMm[k] as number, 5.1e-4);
				expect(y).to.be.closeTo(tracings[i]?.curve.yMm[k] as number, 5.1e-4);
			});
		});
	});
	it('ends lines as RFC 4180 says', () => expect(writePointsCsv([])).to.match(/\r\n$/));
});

describe('readWidthsCsv', () => {
	const head = 'visited_on,station,repeat,depth_mm,near_mm,off_mm';
	it('makes a curve of half-widths, with one side left empty where it was not read', () => {
		const { tracings, problems } = readWidthsCsv(
			`${head}\n2026-03-14,T8,1,30,50,51\n2026-03-14,T8,1,60,"70,5",72\n2026-03-14,T8,1,120,120,121\n2026-03-14,T8,1,150,,150\n`
		);
		expect(problems).to.deep.equal([]);
		expect(curvePoints(tracings[0]?.curve as never)).to.deep.include([-70.5, -60]);
		expect(tracings[0]?.source).to.equal('widths');
	});
	it('names what is wrong with a tracing and keeps the rest', () => {
		const good = '2026-03-14,T8,1,30,50,51\n2026-03-14,T8,1,60,70,72\n2026-03-14,T8,1,120,120,121';
		const { tracings, problems } = readWidthsCsv(
			`${head}\n${good}\n2026-03-14,T8,2,30,50,51\n2026-03-14,T8,2,30,50,51\n2026-03-14,T13,1,x,1,1`
		);
		expect(tracings).to.have.length(1);
		expect(problems.map((p) => p.code).sort()).to.deep.equal(['doubled-depth', 'not-a-number']);
	});
});

describe('readTracingFile', () => {
	it('tells files apart by what they hold', () => {
		expect(readTracingFile(file(...arch(1))).kind).to.equal('points-csv');
		expect(
			readTracingFile('visited_on,station,repeat,depth_mm,near_mm,off_mm\n2026-03-14,T8,1,30,50,51\n').kind
		).to.equal('widths-csv');
		expect(codeOf(() => readTracingFile('\u0000\u0000\u0001'))).to.equal('unknown-kind');
		expect(codeOf(() => readTracingFile('{"some":"json"}'))).to.equal('not-archive');
	});
});
