import { expect } from 'chai';
import { polygonArea } from 'd3-polygon';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import {
	checkMesh,
	extentOf,
	guessUnit,
	inMm,
	orientMesh,
	topLine,
	MOST_TRIANGLES,
	sliceMesh,
	type Mesh
} from '../../../src/core/scan/index.js';
import { readMesh } from '../../../src/core/scan/readMesh.js';
import { codeOf } from '../../support/codes.js';
import { binaryStl, surfaceMesh, textObj, textPly, textStl } from '../../support/meshes.js';

/** A back: a parabola across whose top sags towards the middle. */
const BACK = (x: number, z: number): number => -(x * x) / 150 - 30 * Math.sin((Math.PI * z) / 600);
const SIZE = { halfMm: 150, lengthMm: 600, stepMm: 5 };
const back = surfaceMesh(BACK, SIZE);

describe('cutting a scan', () => {
	for (const s of [12.3, 250, 402.5, 588])
		it(`at s = ${s} mm lies on the surface, within what its 5 mm squares allow`, () => {
			const section = sliceMesh(back, s);
			section.xMm.forEach((x, i) => {
				const y = (section.yMm[i] as number) + section.apexAt[1];
				expect(y - BACK(x + section.apexAt[0], s)).to.be.within(-0.06, 0.06);
			});
			expect([section.xMm[section.apexIndex], section.yMm[section.apexIndex]]).to.deep.equal([0, 0]);
			expect(section.xMm[0]).to.be.closeTo(-150, 0.01);
		});

	it('of a flat-sided prism is exact', () => {
		const roof = surfaceMesh((x) => -Math.abs(x) * 0.8, SIZE);
		const section = sliceMesh(roof, 333.3);
		section.xMm.forEach((x, i) => expect(section.yMm[i]).to.be.closeTo(-Math.abs(x) * 0.8, 1e-3));
		const area = Math.abs(polygonArea(Array.from(section.xMm, (x, i) => [x, section.yMm[i] as number])));
		expect(area).to.be.closeTo(150 * 120, 1);
	});

	it('runs from near to off, whatever order the triangles come in', () => {
		const shuffled = new Float32Array(back.corners.length);
		const n = back.corners.length / 9;
		for (let t = 0; t < n; t++) shuffled.set(back.corners.subarray(9 * t, 9 * t + 9), 9 * ((t * 7919) % n));
		const [a, b] = [sliceMesh(back, 300.7), sliceMesh({ corners: shuffled }, 300.7)];
		expect(b.xMm).to.deep.equal(a.xMm);
		expect([...a.xMm].every((x, i) => i === 0 || x >= (a.xMm[i - 1] as number))).to.be.true;
	});

	it('bridges a hole and leaves stray pieces out', () => {
		const holed = surfaceMesh(BACK, SIZE, (x) => x >= 60 && x < 80);
		const stray = surfaceMesh(() => -300, { halfMm: 5, lengthMm: 600, stepMm: 5 });
		const both: Mesh = { corners: Float32Array.from([...holed.corners, ...stray.corners]) };
		const section = sliceMesh(both, 200.1);
		expect([section.bridged, section.strayPieces]).to.deep.equal([1, 1]);
		expect(section.xMm[section.xMm.length - 1]).to.be.closeTo(150, 0.01);
		expect(Math.min(...section.yMm)).to.be.above(-200);
	});

	it('beside the back is refused', () => expect(codeOf(() => sliceMesh(back, 900))).to.equal('station-outside'));
});

describe('units of a scan', () => {
	const scaled = (k: number): Mesh => ({ corners: back.corners.map((v) => v * k) });
	it('are guessed from its size', () => {
		expect(guessUnit(back)).to.equal('mm');
		expect(guessUnit(scaled(0.001))).to.equal('m');
		expect(guessUnit(scaled(0.1))).to.equal('cm');
		expect(extentOf(inMm(scaled(0.001), 'm'))[2]).to.be.closeTo(600, 0.01);
		expect(guessUnit(scaled(1 / 25.4))).to.equal('inch');
	});
	it('of a mountain are refused', () => expect(codeOf(() => guessUnit(scaled(1e5)))).to.equal('mesh-no-back'));
});

describe('turning a scan the right way', () => {
	/** A back that is broader on the off side, so that a mirror image would show. */
	const lopsided = surfaceMesh((x, z) => BACK(x, z) + (x > 0 ? x * 0.15 : 0), SIZE);
	const swapped = (order: readonly number[], signs: readonly number[]): Mesh => ({
		corners: lopsided.corners.map((_, i) => {
			const k = i % 3;
			return (signs[k] as number) * (lopsided.corners[i - k + (order[k] as number)] as number);
		})
	});
	const halves = (mesh: Mesh): readonly [number, number] => {
		const { yMm } = sliceMesh(mesh, 300.1);
		return [yMm[0] as number, yMm[yMm.length - 1] as number];
	};
	const TURNS: readonly (readonly [why: string, order: number[], signs: number[]])[] = [
		['as it is', [0, 1, 2], [1, 1, 1]],
		['lying along x', [2, 1, 0], [1, 1, -1]],
		['z up', [0, 2, 1], [1, -1, 1]],
		['upside down', [0, 1, 2], [-1, -1, 1]]
	];
	for (const [why, order, signs] of TURNS)
		it(`${why}: the cuts arch upward and near stays near or the head is at the other end`, () => {
			const [near, off] = halves(orientMesh(swapped(order, signs)));
			const [otherNear, otherOff] = halves(orientMesh(swapped(order, signs), true));
			expect(Math.max(near, off)).to.be.below(-100);
			// Turning the head round exchanges the sides; one of the two is the truth.
			expect([near < off, otherNear < otherOff]).to.have.members([true, false]);
		});
	it('what does not arch is no back', () =>
		expect(codeOf(() => orientMesh(surfaceMesh(() => 0, SIZE)))).to.equal('mesh-no-back'));
	it('the top line sags where the back does', () => {
		const { zMm, yMm } = topLine(orientMesh(back), 5);
		const low = zMm[yMm.indexOf(Math.min(...yMm))] as number;
		expect(low).to.be.closeTo(300, 10);
	});
});

describe('files of scans', () => {
	const FILES = { 'b.stl': binaryStl(back), 't.stl': textStl(back), 'o.obj': textObj(back), 'p.ply': textPly(back) };
	for (const [name, bytes] of Object.entries(FILES))
		it(`${name} gives the same triangles back`, () => {
			const mesh = readMesh(name, bytes);
			expect(mesh.corners.length).to.equal(back.corners.length);
			const [a, b] = [sliceMesh(back, 250.5), sliceMesh(mesh, 250.5)];
			b.yMm.forEach((y, i) => expect(y).to.be.closeTo(a.yMm[i] as number, 0.01));
		});

	it('that are broken are refused by name', () => {
		const lying = binaryStl(back).slice(0, 5000);
		const huge = new ArrayBuffer(84);
		new DataView(huge).setUint32(80, MOST_TRIANGLES + 1, true);
		expect(codeOf(() => readMesh('cut.stl', lying))).to.equal('mesh-broken');
		expect(codeOf(() => readMesh('lie.stl', huge))).to.equal('mesh-broken');
		expect(codeOf(() => readMesh('empty.obj', new ArrayBuffer(0)))).to.equal('mesh-empty');
		expect(codeOf(() => readMesh('notes.txt', new ArrayBuffer(90)))).to.equal('mesh-kind');
		expect(
			codeOf(() => readMesh('p.ply', new TextEncoder().encode('ply\nnonsense').buffer as ArrayBuffer))
		).to.be.oneOf(['mesh-broken', 'mesh-empty']);
		expect(codeOf(() => checkMesh({ corners: Float32Array.from([0, 0, 0, 1, 0, NaN, 0, 1, 0]) }))).to.equal(
			'mesh-broken'
		);
		expect(codeOf(() => checkMesh({ corners: new Float32Array(10) }))).to.equal('mesh-broken');
	});
});

describe('zt slice', () => {
	const folder = mkdtempSync(path.join(os.tmpdir(), 'zt-slice-'));
	after(() => rmSync(folder, { recursive: true }));
	const zt = (...args: string[]) => {
		const done = spawnSync(process.execPath, ['scripts/zt.mjs', 'slice', ...args], { encoding: 'utf8' });
		return { status: done.status, json: JSON.parse(done.stdout) as Record<string, unknown> };
	};

	it('answers a section for each station, in mm, apex at the origin', () => {
		const file = path.join(folder, 'back.stl');
		writeFileSync(file, new Uint8Array(binaryStl({ corners: back.corners.map((v) => v / 1000) })));
		const { status, json } = zt(file, '--at', '0.5,250,500');
		expect(status).to.equal(0);
		expect(json['unit']).to.equal('m');
		const sections = json['sections'] as {
			s_mm: number;
			points_mm: [number, number][];
			apex_index: number;
		}[];
		expect(sections.map((s) => s.s_mm)).to.deep.equal([0.5, 250, 500]);
		for (const s of sections) expect(s.points_mm[s.apex_index]).to.deep.equal([0, 0]);
		expect(sections[1]?.points_mm[0]?.[1]).to.be.closeTo(-150, 0.2);
	});

	it('refuses by code what cannot be cut', () => {
		const file = path.join(folder, 'bad.stl');
		writeFileSync(file, 'not a mesh');
		expect(zt(file, '--at', '100')).to.deep.include({ status: 2 });
		expect((zt(file, '--at', '100').json['error'] as { code: string }).code).to.equal('mesh-broken');
		expect((zt(file, '--at', 'x').json['error'] as { code: string }).code).to.equal('bad-option');
		expect((zt(file).json['error'] as { code: string }).code).to.equal('bad-option');
	});
});
