import { expect } from 'chai';
import QRCode from 'qrcode';
import { problemOf } from '../../../src/core/errors/index.js';
import {
	PRINTED_REPEATS,
	PRINTED_STATIONS,
	readPrinted,
	SHEETS,
	sheetLayout,
	writeSheetCode,
	type SheetCode
} from '../../../src/core/photo/index.js';
import { readSheetCode } from '../../../src/core/photo/sheetCode.js';
import { tracingSheets } from '../../../src/lib/server/print/index.js';
import { tilesOf } from '../../../src/lib/server/print/tiledSheets.js';
import { meanDistanceMm } from '../../support/pictures.js';
import { photoOfSheet, type PrintedPhoto } from '../../support/printed.js';
import { PRINT_PX_PER_MM } from '../../../sim/sheetPhoto.js';

const OWNER = {
	horse: 'Eider',
	horseId: '0190a000-1111-7abc-8def-0123456789ab',
	visitId: '0190a000-2222-7abc-8def-fffffffffff0'
};
const CODE: SheetCode = {
	sheet: 'a3',
	tiled: false,
	horseId: OWNER.horseId,
	visitId: OWNER.visitId,
	station: 'T13',
	repeat: 2
};

describe('the code of a printed sheet', () => {
	it('comes back as it was written, for every station, repeat and size', () => {
		for (const sheet of ['a3', 'tabloid'] as const)
			for (const tiled of [true, false])
				for (const station of [...PRINTED_STATIONS, undefined])
					for (const repeat of [...PRINTED_REPEATS, undefined]) {
						const code = { ...CODE, sheet, tiled, station, repeat };
						expect(readSheetCode(writeSheetCode(code))).to.deep.equal(code);
					}
	});

	it('fits version 3 of the square code at medium correction (ISO/IEC 18004: 61 letters and digits)', () => {
		expect(writeSheetCode(CODE)).to.have.length(58);
		expect(QRCode.create(writeSheetCode(CODE), { errorCorrectionLevel: 'M' }).version).to.equal(3);
	});

	it('any other code is none of ours', () => {
		for (const text of [
			'',
			'hello',
			'https://example.org/',
			`${writeSheetCode(CODE)}0`,
			writeSheetCode(CODE).replace('ZT1', 'ZT9')
		])
			expect(readSheetCode(text), text).to.be.undefined;
		const tooLarge = writeSheetCode(CODE).slice(0, 6) + 'Z'.repeat(52);
		expect(readSheetCode(tooLarge)).to.be.undefined;
	});
});

describe('where things stand on a printed sheet', () => {
	for (const sheet of ['a3', 'tabloid'] as const) {
		const layout = sheetLayout(sheet);
		it(`${sheet}: marks, code and boxes lie on the paper, 5 mm from its edge, and within what is wiped as print`, () => {
			const holds = (x: number, y: number) =>
				layout.printed.some((a) => x >= a.xMm && y >= a.yMm && x <= a.xMm + a.wMm && y <= a.yMm + a.hMm);
			const { longMm, shortMm } = SHEETS[sheet];
			for (const [x, y] of layout.marks) {
				const r = layout.markRadiusMm;
				expect(Math.min(x - r, y - r, longMm - x - r, shortMm - y - r)).to.be.above(5);
				expect(holds(x - r, y) && holds(x + r, y)).to.be.true;
			}
			for (const a of [layout.code, ...layout.boxes])
				expect(holds(a.xMm, a.yMm) && holds(a.xMm + a.wMm, a.yMm + a.hMm)).to.be.true;
		});

		it(`${sheet}: tiles cover the sheet once, and no mark or rule lies across a cut`, () => {
			const paper = sheet === 'a3' ? 'a4' : 'letter';
			const tiles = tilesOf(sheet, paper);
			expect(tiles.reduce((s, t) => s + t.wMm * t.hMm, 0)).to.be.closeTo(layout.longMm * layout.shortMm, 1e-6);
			const inOne = (x0: number, y0: number, x1: number, y1: number) =>
				tiles.some((t) => x0 >= t.xMm && y0 >= t.yMm && x1 <= t.xMm + t.wMm && y1 <= t.yMm + t.hMm);
			const r = layout.markRadiusMm;
			for (const [x, y] of layout.marks) expect(inOne(x - r, y - r, x + r, y + r), `mark ${x} ${y}`).to.be.true;
			const { code, rule } = layout;
			expect(inOne(code.xMm, code.yMm, code.xMm + code.wMm, code.yMm + code.hMm)).to.be.true;
			expect(inOne(rule[0], rule[1] - 5, rule[0] + 100, rule[1])).to.be.true;
			for (const t of tiles)
				expect([t.wMm <= SHEETS[paper].longMm - 20, t.hMm <= SHEETS[paper].shortMm - 20]).to.deep.equal([true, true]);
		});
	}
});

describe('printed sheets, drawn by another program and photographed by our own generator', function () {
	this.timeout(300_000);
	let pdf: Uint8Array;
	before(async () => {
		pdf = await tracingSheets(OWNER, 'a3');
	});
	const distance = ({ points, photo }: PrintedPhoto) => {
		const line = readPrinted(photo);
		return { line, mm: meanDistanceMm(points, line) };
	};

	it('say whose they are and are read within 0.3 mm, whatever the ground, the turn and the light', async () => {
		for (const seed of [500, 503, 507]) {
			const { line, mm } = distance(await photoOfSheet(pdf, 5, seed));
			expect(line.code).to.deep.equal(CODE);
			if (line.apexBy === 'tick') expect(mm, `seed ${seed}`).to.be.below(0.3);
			expect(line.quality.warnings).to.deep.equal([]);
		}
	});

	it('a lens that bends by 4% at the corners is seen by the marks and undone', async () => {
		const { line, mm } = distance(await photoOfSheet(pdf, 5, 507, { lensBend: 0.04, widthPx: 2400 }));
		expect(line.view.lens?.share).to.be.closeTo(0.04, 0.012);
		expect(mm).to.be.below(0.3);
	});

	it('printed at 95% is noticed by the paper’s own edges', async () => {
		const { line } = distance(await photoOfSheet(pdf, 5, 507, { scale: 0.95 }));
		expect(line.quality.warnings).to.include('printed-scale');
		expect(line.quality.score).to.be.below(0.8);
	});

	it('boxes left open are ticked by pen', async () => {
		const { boxes } = sheetLayout('a3');
		const tick = (i: number) => (print: Float32Array, widthPx: number) => {
			const { xMm, yMm, wMm } = boxes[i] as (typeof boxes)[number];
			for (let k = 0; k < wMm * PRINT_PX_PER_MM; k++)
				for (const [x, y] of [
					[xMm * PRINT_PX_PER_MM + k, yMm * PRINT_PX_PER_MM + k],
					[xMm * PRINT_PX_PER_MM + k, (yMm + wMm) * PRINT_PX_PER_MM - k]
				] as const)
					for (const d of [-1, 0, 1]) print[Math.round(y + d) * widthPx + Math.round(x)] = 0.7;
		};
		const { photo } = await photoOfSheet(pdf, 10, 507, {
			pen: (print, w) => {
				tick(2)(print, w);
				tick(3)(print, w);
			}
		});
		const { station, repeat } = readPrinted(photo).code;
		expect([station, repeat]).to.deep.equal(['T18', 1]);
		const open = readPrinted((await photoOfSheet(pdf, 10, 507)).photo).code;
		expect([open.station, open.repeat]).to.deep.equal([undefined, undefined]);
	});

	it('a sheet that is none of ours, or half out of the picture, is refused by name', async () => {
		const codeOf = (photo: Parameters<typeof readPrinted>[0]): string => {
			try {
				readPrinted(photo);
				return 'read';
			} catch (error) {
				return problemOf(error).code;
			}
		};
		const grey = { width: 400, height: 300, rgba: new Uint8Array(400 * 300 * 4).fill(180) };
		expect(codeOf(grey)).to.equal('no-code');
		const half = await photoOfSheet(pdf, 5, 507, { fault: 'cut-off' });
		expect(codeOf(half.photo)).to.be.oneOf(['cut-off', 'no-code']);
	});
});
