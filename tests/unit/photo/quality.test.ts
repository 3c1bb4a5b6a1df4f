import { expect } from 'chai';
import { findTick } from '../../../src/core/photo/findTick.js';
import type { FollowedLine } from '../../../src/core/photo/followLine.js';
import {
	longestGapMm,
	rateReading,
	SHEET_WARNINGS,
	type ReadingFacts,
	type SheetWarning
} from '../../../src/core/photo/quality.js';
import { makeRaster } from '../../../src/core/photo/raster.js';
import { SHEET_WARNING_WORDS } from '../../../src/words/index.js';

function arch(count = 600, ink = 0.5): FollowedLine {
	const xMm = Float64Array.from({ length: count }, (_, i) => 50 + (300 * i) / (count - 1));
	return { xMm, yMm: xMm.map((x) => 40 + (x - 200) ** 2 / 180), ink: new Float64Array(count).fill(ink) };
}

const GOOD: ReadingFacts = {
	extra: [],
	trimmed: false,
	leastSupport: 0.9,
	paperness: 0.98,
	lead: 0.5,
	straightnessPx: 0.3,
	risePx: 2,
	pxPerMm: 4,
	aspect: Math.SQRT2,
	sheet: 'a3',
	second: 0.05,
	evidence: new Float64Array(80).fill(5),
	line: arch(),
	flatMm: [420, 297],
	tickFromTopMm: 1
};

describe('the quality of a reading', () => {
	it('of a good one is near 1, without a warning', () => {
		const { score, warnings } = rateReading(GOOD);
		expect(warnings).to.deep.equal([]);
		expect(score).to.be.above(0.95);
	});

	const DOUBTS: Readonly<Record<SheetWarning, Partial<ReadingFacts>>> = {
		'sheet-edges-faint': { leastSupport: 0.3 },
		'sheet-doubtful': { lead: 0.01 },
		'sheet-bent': { straightnessPx: 5 },
		'sheet-size-doubtful': { aspect: 1.545 },
		unsharp: { risePx: 8 },
		'line-faint': { evidence: new Float64Array(80).fill(1.5) },
		'line-gaps': { line: { ...arch(), ink: arch().ink.map((v, i) => (i > 200 && i < 270 ? 0 : v)) } },
		'line-runs-off': { line: { ...arch(), xMm: arch().xMm.map((x) => x - 49) } },
		'another-line': { second: 0.4 },
		'line-end-doubtful': { trimmed: true },
		'line-short': { line: { ...arch(), xMm: arch().xMm.map((x) => 150 + (x - 50) / 3) } },
		'marks-uneven': { extra: [['marks-uneven', 0.25]] },
		'printed-scale': { extra: [['printed-scale', 0.3]] },
		'tick-off-top': { tickFromTopMm: 40 }
	};
	it('every doubt has its words and its case', () => {
		expect(Object.keys(DOUBTS).sort()).to.deep.equal([...SHEET_WARNINGS].sort());
		for (const w of SHEET_WARNINGS) expect(SHEET_WARNING_WORDS[w]).to.match(/[.?]$/);
	});
	for (const [warning, facts] of Object.entries(DOUBTS))
		it(`${warning} by itself brings the score under 0.8`, () => {
			const { score, warnings } = rateReading({ ...GOOD, ...facts });
			expect(warnings).to.include(warning);
			expect(score).to.be.below(0.8);
		});
	it('never leaves 0 to 1, however many doubts there are', () => {
		const all = Object.assign({}, GOOD, ...Object.values(DOUBTS)) as ReadingFacts;
		expect(rateReading(all).score).to.be.within(0, 1);
	});
	it('a tabloid sheet read as A3 says that the size is doubtful, and as tabloid does not', () => {
		const seen = 431.8 / 279.4;
		expect(rateReading({ ...GOOD, aspect: seen }).warnings).to.include('sheet-size-doubtful');
		expect(rateReading({ ...GOOD, aspect: seen, sheet: 'tabloid' }).warnings).to.deep.equal([]);
	});
	it('measures the longest gap along the line', () => {
		const line = arch();
		const gap = { ...line, ink: line.ink.map((v, i) => (i >= 300 && i < 330 ? 0 : v)) };
		expect(longestGapMm(line)).to.equal(0);
		expect(longestGapMm(gap)).to.be.within(12, 20);
	});
});

describe('the spine tick', () => {
	const PX = 3;
	const line = arch();
	function sheet(strokes: readonly (readonly [x: number, from: number, to: number])[]) {
		const ink = makeRaster(420 * PX, 297 * PX);
		const dot = (x: number, y: number) => {
			const [u, v] = [Math.round(x * PX), Math.round(y * PX)];
			for (const du of [-1, 0, 1]) ink.data[v * ink.width + u + du] = 0.5;
		};
		line.xMm.forEach((x, i) => dot(x, line.yMm[i] as number));
		for (const [x, from, to] of strokes) for (let y = from; y <= to; y += 0.2) dot(x, y);
		return ink;
	}
	it('is found where a short upright stroke crosses the line, to a mm', () => {
		const at = findTick(sheet([[207, 35, 46]]), PX, line);
		expect(line.xMm[at as number]).to.be.closeTo(207, 1);
	});
	it('a letter above the line, or a stroke below it, is none', () => {
		expect(findTick(sheet([[207, 28, 36]]), PX, line)).to.be.undefined;
		expect(findTick(sheet([[207, 46, 60]]), PX, line)).to.be.undefined;
	});
	it('far down a flank no tick is looked for', () => {
		const low = 40 + (310 - 200) ** 2 / 180;
		expect(findTick(sheet([[310, low - 6, low + 6]]), PX, line)).to.be.undefined;
	});
	it('bare line: none', () => expect(findTick(sheet([]), PX, line)).to.be.undefined);
});
