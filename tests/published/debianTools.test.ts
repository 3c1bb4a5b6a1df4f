import { expect } from 'chai';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { loftBack, placedCuts } from '../../src/core/back/index.js';
import { makeCurve, type Tracing } from '../../src/core/curve/index.js';
import { writeDxf, writeStl, writeSvg } from '../../src/core/formats/index.js';
import { readMesh } from '../../src/core/scan/readMesh.js';
import { sliceMesh } from '../../src/core/scan/index.js';
import { binaryStl, surfaceMesh, textObj, textPly } from '../support/meshes.js';

/** What we write is opened, and what we read is made, by programs from Debian's packages. */
describe('programs from Debian’s packages', function () {
	this.timeout(300_000);
	let folder: string;
	before(() => (folder = mkdtempSync(path.join(tmpdir(), 'zt-tools-'))));
	after(() => rmSync(folder, { recursive: true, force: true }));
	const file = (name: string, bytes: string | Uint8Array): string => {
		const full = path.join(folder, name);
		writeFileSync(full, bytes);
		return full;
	};
	const run = (program: string, ...args: string[]): string => execFileSync(program, args, { encoding: 'utf8' });

	const curve = makeCurve(Array.from({ length: 301 }, (_, i) => [i - 150, -((i - 150) ** 2) / 160] as const));
	const tracing: Tracing = { visitedOn: '2026-11-01', station: 'T8', repeat: 1, curve };
	const back = loftBack(
		placedCuts([
			{ station: 'T8', curve },
			{ station: 'T18', curve }
		])
	);

	/** Smallest and largest corner as assimp tells them. */
	function extents(name: string): { min: number[]; max: number[] } {
		const said = run('/usr/bin/assimp', 'info', path.join(folder, name));
		const corner = (word: string): number[] => {
			const found = new RegExp(`${word}imum point\\s+\\(([^)]*)\\)`).exec(said)?.[1] ?? '';
			return found.trim().split(/\s+/).map(Number);
		};
		return { min: corner('Min'), max: corner('Max') };
	}

	it('assimp reads our STL at its size', () => {
		file('back.stl', writeStl(back));
		const { min, max } = extents('back.stl');
		expect(max[0]).to.be.closeTo(150, 0.01);
		expect(min[0]).to.be.closeTo(-150, 0.01);
		expect(min[1]).to.be.closeTo(-(150 * 150) / 160, 0.01);
		expect([min[2], max[2]]).to.deep.equal([40, 430]);
	});

	it('a scan that assimp turned from STL into PLY and OBJ is cut alike', () => {
		const mesh = surfaceMesh((x, z) => 20 - (x * x) / (170 + z / 10), { halfMm: 160, lengthMm: 400, stepMm: 10 });
		file('scan.stl', new Uint8Array(binaryStl(mesh)));
		const ours = sliceMesh(mesh, 123);
		for (const kind of ['ply', 'obj']) {
			run('/usr/bin/assimp', 'export', path.join(folder, 'scan.stl'), path.join(folder, `scan.${kind}`));
			const bytes = readFileSync(path.join(folder, `scan.${kind}`));
			const theirs = sliceMesh(
				readMesh(`scan.${kind}`, bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer),
				123
			);
			expect(theirs.xMm.length, kind).to.equal(ours.xMm.length);
			theirs.yMm.forEach((y, i) => expect(y, kind).to.be.closeTo(ours.yMm[i] as number, 0.001));
		}
		expect(textObj(mesh).byteLength + textPly(mesh).byteLength).to.be.above(0);
	});

	it('ezdxf opens our DXF without a fault, in mm, every point to 0.01 mm', () => {
		const name = file('cut.dxf', writeDxf([tracing]));
		const code = [
			'import ezdxf, json, sys',
			'doc = ezdxf.readfile(sys.argv[1])',
			'lines = [e for e in doc.modelspace() if e.dxftype() == "POLYLINE"]',
			'print(json.dumps({"version": doc.dxfversion, "faults": len(doc.audit().errors),',
			' "points": [[p[0], p[1]] for p in lines[0].points()], "lines": len(lines)}))'
		].join('\n');
		const said = JSON.parse(run('/usr/bin/python3', '-c', code, name).split('\n').filter(Boolean).pop() as string) as {
			version: string;
			faults: number;
			lines: number;
			points: [number, number][];
		};
		expect([said.version, said.faults, said.lines]).to.deep.equal(['AC1009', 0, 1]);
		expect(said.points).to.have.length(301);
		said.points.forEach(([x, y], i) => {
			expect(x).to.be.closeTo(curve.xMm[i] as number, 0.01);
			expect(y).to.be.closeTo(curve.yMm[i] as number, 0.01);
		});
	});

	it('rsvg draws our SVG 1:1: page and line to 0.01 mm of a page drawn at 1000 px an inch', () => {
		const svg = writeSvg([tracing]);
		const name = file('cut.svg', svg);
		const [, w, h] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg) as unknown as [string, string, string];
		const out = path.join(folder, 'cut.pdf');
		run('/usr/bin/rsvg-convert', '--format=pdf', '--dpi-x=72', '--dpi-y=72', '-o', out, name);
		const page = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(run('/usr/bin/pdfinfo', out)) as unknown as string[];
		expect((Number(page[1]) / 72) * 25.4).to.be.closeTo(Number(w), 0.05);
		expect((Number(page[2]) / 72) * 25.4).to.be.closeTo(Number(h), 0.05);
	});
});
