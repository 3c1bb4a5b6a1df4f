import { expect } from 'chai';
import { extentOf, guessUnit, inMm, orientMesh, sliceMesh, type Mesh } from '../../../src/core/scan/index.js';
import { readMesh } from '../../../src/core/scan/readMesh.js';
import { measuresOfCuts, undersideOfMeasures, type UndersideCuts } from '../../../src/core/seat/index.js';
import { errorSentence } from '../../../src/words/index.js';
import { binaryStl, surfaceMesh } from '../../support/meshes.js';

const LENGTH_MM = 440;
const ROCK_MM = 18;
const CHANNEL_MM = 64;
const FROM_MM = 20;
const TO_MM = 420;
/** A made-up underside as it lies on a horse: bars of x² / 150, bowed down in the middle, a channel 30 mm deeper. */
const bar = (x: number): number => -(x * x) / 150;
const bow = (z: number): number => -ROCK_MM * (1 - ((z - 220) / 200) ** 2);
const underside = (x: number, z: number): number => bar(x) + bow(z) + (Math.abs(x) < CHANNEL_MM / 2 - 2 ? 30 : 0);
const scan = surfaceMesh(underside, { halfMm: 156, lengthMm: LENGTH_MM, stepMm: 4 });

const mapped = ({ corners }: Mesh, f: (p: readonly number[]) => readonly number[]): Mesh => {
	const out = new Float32Array(corners.length);
	for (let i = 0; i < corners.length; i += 3) out.set(f([corners[i]!, corners[i + 1]!, corners[i + 2]!]), i);
	return { corners: out };
};
const cutsOf = (mesh: Mesh, bridgeMm = 140): UndersideCuts => ({
	front: sliceMesh(mesh, FROM_MM + 0.01, bridgeMm),
	middle: sliceMesh(mesh, (FROM_MM + TO_MM) / 2 + 0.01, bridgeMm),
	rear: sliceMesh(mesh, TO_MM + 0.01, bridgeMm)
});
const CHANNELS = { front: CHANNEL_MM, middle: CHANNEL_MM, rear: CHANNEL_MM };
/** Largest difference of the bars from the true underside, mm. */
function worst(mesh: Mesh): number {
	const measures = measuresOfCuts(cutsOf(mesh), CHANNELS);
	const flank = (x: number): number => bar(x) - bar(80);
	return Math.max(
		...undersideOfMeasures(measures, TO_MM - FROM_MM).flatMap(({ near, off, sMm }) => {
			const rail = sMm === 200 ? -measures.rockMm : 0;
			return [...near, ...off].map(([x, y]) => Math.abs(y - rail - flank(x)));
		})
	);
}

describe('a saddle’s own shape from a scan of its underside', () => {
	it('three cuts give the bars and their rock as they are', () => {
		const measures = measuresOfCuts(cutsOf(scan), CHANNELS);
		expect(measures.rockMm).to.equal(ROCK_MM);
		expect(worst(scan)).to.be.below(0.4);
		// What lies between the bars is no part of them.
		for (const { xMm } of Object.values(measures.sections))
			expect(Math.min(...xMm.map(Math.abs))).to.equal(CHANNEL_MM / 2);
	});

	it('lying on its back, in metres, through a file: the same', () => {
		const turnedOver = mapped(scan, ([x, y, z]) => [-x! / 1000, -y! / 1000, z! / 1000]);
		const read = readMesh('underside.stl', binaryStl(turnedOver));
		expect(guessUnit(read)).to.equal('m');
		const upright = orientMesh(inMm(read, 'm'));
		expect(extentOf(upright)[2]).to.be.closeTo(LENGTH_MM, 0.01);
		expect(worst(upright)).to.be.below(0.4);
		// Turned end for end near and off change places too; the bars are alike here, the rock stays.
		const ended = orientMesh(inMm(read, 'm'), true);
		expect(measuresOfCuts(cutsOf(ended), CHANNELS).rockMm).to.equal(ROCK_MM);
	});

	it('with nothing scanned between the panels it is bridged, a back’s narrow bridge would lose one side', () => {
		const open = surfaceMesh(underside, { halfMm: 156, lengthMm: LENGTH_MM, stepMm: 4 }, (x) => x > -34 && x < 30);
		expect(worst(open)).to.be.below(0.4);
		const turnedOver = mapped(open, ([x, y, z]) => [-x!, -y!, z!]);
		expect(worst(orientMesh(turnedOver, false, 140))).to.be.below(0.4);
		expect(() => orientMesh(turnedOver))
			.to.throw()
			.with.property('code', 'mesh-no-back');
		const half = measuresOfCuts(cutsOf(open, 40), CHANNELS);
		expect(half.sections.front.xMm.some((x) => x < 0) && half.sections.front.xMm.some((x) => x > 0)).to.equal(false);
	});

	it('a scan of both faces is refused with what to do', () => {
		const lid = surfaceMesh((x, z) => underside(x, z) + 40, { halfMm: 156, lengthMm: LENGTH_MM, stepMm: 4 });
		const wall = surfaceMesh((_, z) => bow(z), { halfMm: 156, lengthMm: LENGTH_MM, stepMm: 4 });
		const side = mapped(wall, ([x, , z]) => {
			const up = ((x! + 156) / 312) * 40;
			return [156, bar(156) + bow(z!) + up, z!];
		});
		const both = { corners: Float32Array.from([...scan.corners, ...lid.corners, ...side.corners]) };
		expect(() => measuresOfCuts(cutsOf(both), CHANNELS))
			.to.throw()
			.with.property('code', 'saddle-scan-folded');
		expect(errorSentence({ code: 'saddle-scan-folded', data: { place: 'front' } })).to.match(
			/Scan the underside alone/
		);
	});
});
