import { expect } from 'chai';
import { CoreError } from '../../../src/core/errors/index.js';
import { readSheet, type Picture, type ReadLine } from '../../../src/core/photo/index.js';
import { meanDistanceMm, openPicture, PHOTOS, photoTruths } from '../../support/pictures.js';

/** A picture turned by quarter turns clockwise. */
function turned(picture: Picture, quarters: number): Picture {
	if (quarters === 0) return picture;
	const { width, height, rgba } = picture;
	const out = new Uint8Array(rgba.length);
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const [u, v] = [height - 1 - y, x];
			out.set(rgba.subarray((y * width + x) * 4, (y * width + x) * 4 + 4), (v * height + u) * 4);
		}
	return turned({ width: height, height: width, rgba: out }, quarters - 1);
}

const refused = (run: () => unknown): string => {
	try {
		run();
	} catch (error) {
		if (error instanceof CoreError) return error.code;
		throw error;
	}
	return 'nothing';
};
const plain = (width: number, height: number, grey: number): Picture => {
	const rgba = new Uint8Array(width * height * 4);
	for (let i = 0; i < rgba.length; i++) rgba[i] = i % 4 === 3 ? 255 : grey + ((i * 7919) % 13);
	return { width, height, rgba };
};

describe('reading photos of sheets, against their true curves', function () {
	this.timeout(300_000);
	for (const truth of photoTruths())
		it(`${truth.file}: ${truth.readable ? `${truth.sheet}, within 1.2 mm` : truth.why_not}`, async () => {
			const picture = await openPicture(`${PHOTOS}/${truth.file}`);
			if (!truth.readable) {
				expect(refused(() => readSheet(picture, truth.sheet))).to.equal(
					truth.why_not === 'motion_blur' ? 'blurred' : 'no-line'
				);
				return;
			}
			const line = readSheet(picture, truth.sheet);
			expect(meanDistanceMm(truth.points_mm ?? [], line)).to.be.below(1.2);
			expect(line.quality.score).to.be.at.least(0.8);
			expect([line.xMm[line.apexIndex], line.yMm[line.apexIndex]]).to.deep.equal([0, 0]);
		});
});

describe('a read sheet', function () {
	this.timeout(300_000);
	let picture: Picture;
	let upright: ReadLine;
	before(async () => {
		picture = await openPicture(`${PHOTOS}/p0015.jpg`);
		upright = readSheet(picture, 'a3');
	});

	for (const quarters of [1, 2, 3])
		it(`reads alike when the picture is turned by ${quarters * 90}°`, () => {
			const line = readSheet(turned(picture, quarters), 'a3');
			const points = Array.from(upright.xMm, (x, i) => [x, upright.yMm[i] as number] as const).filter(
				(_, i) => i % 8 === 0
			);
			expect(meanDistanceMm(points, line)).to.be.below(1);
		});

	it('runs from left to right with the arch opening downward', () => {
		expect(upright.xMm[0]).to.be.below(-100);
		expect(upright.xMm[upright.xMm.length - 1]).to.be.above(100);
		expect(Math.min(upright.yMm[0] as number, upright.yMm[upright.yMm.length - 1] as number)).to.be.below(-80);
	});

	it('lies in the picture where the ink is', () => {
		const at = upright.inPicture[upright.apexIndex] as readonly [number, number];
		expect(at[0]).to.be.within(0, picture.width);
		expect(at[1]).to.be.within(0, picture.height);
		expect(upright.inPicture).to.have.length(upright.xMm.length);
	});

	it('of the wrong size says that the proportions do not fit', () => {
		const line = readSheet(picture, 'letter');
		expect(line.quality.warnings).to.include('sheet-size-doubtful');
		expect(line.quality.score).to.be.below(0.8);
	});

	it('tells its progress, and stops when asked to', () => {
		const shares: number[] = [];
		readSheet(picture, 'a3', (s) => shares.push(s));
		expect(shares).to.deep.equal([...shares].sort((a, b) => a - b));
		expect(shares.at(-1)).to.equal(1);
		expect(() =>
			readSheet(picture, 'a3', () => {
				throw new RangeError('enough');
			})
		).to.throw(RangeError, 'enough');
	});
});

describe('what cannot be read is refused by name', function () {
	this.timeout(300_000);
	it('a picture of nothing', () => expect(refused(() => readSheet(plain(800, 600, 120), 'a3'))).to.equal('no-sheet'));
	it('a picture too small or far too large', () => {
		expect(refused(() => readSheet(plain(100, 100, 9), 'a3'))).to.equal('picture-too-small');
		expect(refused(() => readSheet({ width: 20_000, height: 20_000, rgba: new Uint8Array(0) }, 'a3'))).to.equal(
			'picture-too-large'
		);
	});
});
