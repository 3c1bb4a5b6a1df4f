import { expect } from 'chai';
import {
	cellOf,
	readCsvTable,
	readSvg,
	readTracingFile,
	writeDxf,
	writeSvg,
	readDxf
} from '../../../src/core/formats/index.js';
import { POINTS_COLUMNS } from '../../../src/core/formats/index.js';
import { readMesh } from '../../../src/core/scan/readMesh.js';
import { sliceMesh } from '../../../src/core/scan/index.js';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import { codeOf } from '../../support/codes.js';

const MB = 1_000_000;
const bytesOf = (text: string): ArrayBuffer => new TextEncoder().encode(text).buffer as ArrayBuffer;
const svg = (d: string): string =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="300mm" viewBox="0 0 400 300"><path d="${d}"/></svg>`;

/** What made the readers take half a minute and more. Each is refused by a bound, or read in its own size of time. */
describe('what is too much is refused before it is worked on', () => {
	it('a path of 5 MB', () => {
		const d = `M0 0${'L1.25 2.5'.repeat((5 * MB) / 9 - 100)}`;
		expect(readSvg(svg(d)).problems.map((p) => p.code)).to.deep.equal(['too-many-points']);
	});
	it('a path whose curves would be cut into too many pieces', () => {
		const d = `M0 0${'c1 1 2 1 3 0'.repeat(2000)}`;
		expect(readSvg(svg(d)).problems.map((p) => p.code)).to.deep.equal(['too-many-points']);
	});
	it('a drawing of a hundred thousand elements', () =>
		expect(codeOf(() => readSvg(`<svg viewBox="0 0 1 1" width="1mm">${'<g/>'.repeat(100_000)}</svg>`))).to.equal(
			'too-many-paths'
		));
	it('a CSV of 2 000 columns', () => {
		const header = [...POINTS_COLUMNS, ...Array.from({ length: 2000 }, (_, i) => `c${i}`)].join(',');
		const row = `2026-03-14,T8,1,1,1,${'7,'.repeat(2000)}`;
		const text = [header, ...Array.from({ length: 2000 }, () => row)].join('\n');
		expect(codeOf(() => readTracingFile(text))).to.equal('too-many-columns');
	});
	it('20 MB of newlines, alone or under a header', () => {
		expect(codeOf(() => readTracingFile('\n'.repeat(20 * MB)))).to.equal('empty-file');
		expect(codeOf(() => readTracingFile(`${POINTS_COLUMNS.join(',')}\n${'\n'.repeat(20 * MB)}`))).to.equal(
			'too-many-rows'
		);
	});
	it('a PLY whose header asks for 200 million faces', () => {
		const head = (n: number) =>
			`ply\nformat ascii 1.0\nelement vertex 3\nproperty float x\nproperty float y\nproperty float z\nelement face ${n}\nproperty list uchar int vertex_indices\nend_header\n`;
		expect(codeOf(() => readMesh('x.ply', bytesOf(`${head(2e8)}0 0 0\n1 0 0\n0 1 0\n3 0 1 2\n`)))).to.equal(
			'mesh-broken'
		);
		expect(codeOf(() => readMesh('x.ply', bytesOf(head(-1))))).to.equal('mesh-broken');
		expect(readMesh('x.ply', bytesOf(`${head(1)}0 0 0\n1 0 0\n0 1 0\n3 0 1 2\n`)).corners).to.have.length(9);
	});
	it('a fan of 20 000 triangles that all meet in the cut is walked once through', () => {
		const n = 20_000;
		const corners = new Float32Array(9 * n);
		for (let i = 0; i < n; i++) {
			const x = (k: number) => -200 + (400 * k) / n;
			corners.set([0, 0, 0, x(i), -100, 10, x(i), -100, -10], 9 * i);
		}
		const { strayPieces, bridged } = sliceMesh({ corners }, 0.0001);
		expect(strayPieces + bridged).to.be.at.least(0);
	});
});

describe('exports grow with what they hold', () => {
	const line = (n: number): Tracing => ({
		visitedOn: '2026-03-14',
		station: 'T8',
		repeat: 1,
		curve: makeCurve(
			Array.from({ length: n }, (_, i) => [-180 + (360 * i) / (n - 1), -((i - n / 2) ** 2) / ((n * n) / 600)] as const)
		)
	});
	it('160 000 points are written as SVG and DXF and read back', () => {
		const tracings = Array.from({ length: 9 }, (_, i) => ({ ...line(18_000), repeat: i + 1 }));
		expect(readSvg(writeSvg(tracings.slice(0, 3))).lines).to.have.length(3);
		expect(writeSvg(tracings)).to.contain('viewBox="-190');
		expect(readDxf(writeDxf(tracings)).lines.map((l) => l.curve.xMm.length)).to.deep.equal(Array(9).fill(18_000));
	});
	it('only the columns that are wanted are kept of a wide table', () => {
		const [row] = readCsvTable('a,b,c\n1,2,3\n', ['a'], ['c', 'missing']);
		expect(row?.record).to.deep.equal(['1', '3']);
		expect(['a', 'c', 'b', 'missing'].map((name) => cellOf(row!, name))).to.deep.equal(['1', '3', '', '']);
	});
});
