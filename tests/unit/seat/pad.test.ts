import { expect } from 'chai';
import { bridgingKpa, padCsv, USUAL_PAD, USUAL_PAD_SHAPE, type PadFaults } from '../../../sim/pressurePad.js';
import { seededRandom } from '../../../sim/random.js';
import { problemOf } from '../../../src/core/errors/index.js';
import { readPadGrid } from '../../../src/core/formats/index.js';
import {
	padBeside,
	seatOf,
	type BackSection,
	type Point,
	type SaddleSection,
	type SeatCase
} from '../../../src/core/seat/index.js';
import { bearingView } from '../../../src/core/seat/fitDayView.js';
import { seatSpace } from '../../../src/core/seat/seatSpace.js';
import { errorSentence, padSentences } from '../../../src/words/index.js';

const EXACT: PadFaults = { noiseShare: 0, edgeShare: 0, driftShare: 0 };
const refusal = (text: string) => {
	try {
		readPadGrid(text);
	} catch (error) {
		return problemOf(error);
	}
	throw new Error('taken');
};
const grid = (rows: number, columns: number, value = '1'): string =>
	Array.from({ length: rows }, () => Array.from({ length: columns }, () => value).join(',')).join('\n');

describe('reading a pressure pad’s grid', () => {
	it('takes the mean of its frames, the size of its cells from a remark', () => {
		const read = readPadGrid(padCsv(USUAL_PAD_SHAPE, bridgingKpa, USUAL_PAD, 30, seededRandom(3)));
		expect(read).to.include({ rows: 20, columns: 16, frames: 30 });
		expect(read.cellMm).to.deep.equal({ along: 25, across: 25 });
		// Row 2 is near the front end of the bars, row 9 in the middle; column 5 lies 62 mm beside the spine.
		expect(read.mean[2 * 16 + 5]).to.be.closeTo(bridgingKpa(62.5, 62.5), 0.8);
		expect(read.mean[9 * 16 + 5]).to.be.closeTo(bridgingKpa(237.5, 62.5), 0.5);
		expect(read.mean[9 * 16 + 8], 'over the spine').to.equal(0);
	});
	it('reads semicolons with decimal commas, frames parted by words, empty cells as none', () => {
		const frame = ['1,5;2;3;4', '5;6;7;8', '9;10;11;', '0;0;0;0'].join('\n');
		const read = readPadGrid(`frame 1 at 0,1 s\n${frame}\nframe 2 at 0,2 s\n${frame}\n`);
		expect(read).to.include({ rows: 4, columns: 4, frames: 2 });
		expect(Array.from(read.mean.slice(0, 4))).to.deep.equal([1.5, 2, 3, 4]);
		expect(read.mean[11]).to.equal(0);
		expect(read.cellMm).to.equal(undefined);
	});
	it('refuses what is no grid by line and reason, in words', () => {
		const cases: [text: string, why: string, line: number][] = [
			[grid(4, 3), 'columns', 1],
			[grid(4, 81), 'columns', 1],
			[`${grid(4, 5)}\n1,2,3`, 'ragged', 5],
			[`${grid(5, 4)}\n\n${grid(4, 4)}\n\n${grid(5, 4)}`, 'frames', 11],
			[`${grid(4, 4)}\n\n${grid(5, 4)}`, 'rows', 10],
			[`${grid(4, 4)}\n1,2,x,4`, 'number', 5],
			[`${grid(4, 4)}\n1,-2,3,4`, 'number', 5],
			[grid(82, 4), 'rows', 81]
		];
		for (const [text, why, line] of cases) {
			const problem = refusal(text);
			expect(problem.data, why).to.deep.include({ why, line });
			expect(errorSentence(problem)).to.match(new RegExp(`^Line ${line}: .*try again`));
		}
		for (const empty of ['', 'pressure', grid(6, 6, '0'), '# nothing\n'])
			expect(refusal(empty).code).to.equal('pad-empty');
		expect(refusal('1,'.repeat(5_000_000)).code).to.equal('too-large');
	});
});

/** A roof: both flanks fall by `fall` mm a mm, on it bars of the same fall. */
function roofSeat(fall: number, middleMm = 0) {
	const back = (sMm: number, yMm: number): BackSection => ({
		sMm,
		toplineYMm: 0,
		points: Array.from({ length: 61 }, (_, i): Point => [-180 + 6 * i, yMm - fall * Math.abs(-180 + 6 * i)])
	});
	const bar = (sMm: number): SaddleSection => ({
		sMm,
		near: [
			[-120, -120 * fall],
			[-40, -40 * fall]
		],
		off: [
			[40, -40 * fall],
			[120, -120 * fall]
		]
	});
	const sections = [back(40, 0), back(240, middleMm), back(300, middleMm), back(500, 0)];
	const given: SeatCase = {
		back: { sections, spineHalfWidthMm: 25 },
		saddle: { sections: [bar(0), bar(420)], offsetMm: 60 },
		kKpaPerMm: 1.4,
		loads: [{ weightN: 900, sMm: 270, xMm: 0 }],
		pads: [],
		gridMm: 12,
		limits: { clearanceFrontMinMm: -Infinity, pitchMaxDeg: 90, rollMaxDeg: 90 }
	};
	const seat = seatOf(given);
	return { bearing: bearingView(seat), space: seatSpace(sections, seat) };
}
const reading = (kPaAt: (along: number, arc: number) => number, faults = EXACT) =>
	readPadGrid(padCsv(USUAL_PAD_SHAPE, kPaAt, faults, 8, seededRandom(21)));

describe('a pad’s reading beside a seat', () => {
	const lay = { alongMm: 25, acrossMm: 25, frontMm: -40 };
	it('even load on an even seat: nothing parts them, and that is said', () => {
		const beside = padBeside(
			reading(() => 7),
			lay,
			roofSeat(0.2)
		);
		expect(beside.covered).to.equal(1);
		for (const t of beside.thirds) expect(t.pad).to.be.closeTo(1 / 3, 0.01);
		for (const t of [...beside.thirds, ...beside.sides]) expect(t.pad).to.be.closeTo(t.seat, 0.02);
		expect(padSentences(beside).join(' ')).to.match(/share the weight out alike/);
	});
	it('a unit and a gain of its own change nothing', () => {
		const seat = roofSeat(0.2, -10);
		const [once, tenfold] = [1, 10].map((k) =>
			padBeside(
				reading((s, arc) => k * bridgingKpa(s, arc)),
				lay,
				seat
			)
		) as [ReturnType<typeof padBeside>, ReturnType<typeof padBeside>];
		once.thirds.forEach((t, i) => expect(t.pad).to.be.closeTo(tenfold.thirds[i]?.pad ?? 0, 0.003));
	});
	it('lies on the skin: on a roof of 45 degrees a stripe 141 mm along the pad is 100 mm beside the spine', () => {
		const seat = roofSeat(1);
		const stripe = 100 * Math.SQRT2;
		const beside = padBeside(
			reading((_, arc) => Math.max(0, 10 - Math.abs(arc - stripe) / 3)),
			lay,
			seat
		);
		const sums = (beside.pad.off[10] ?? []).map((v, i) => {
			const [a, b] = [seat.space.bars.off[10]?.[i]?.[0] ?? 0, seat.space.bars.off[10]?.[i + 1]?.[0] ?? 0];
			return [v, (a + b) / 2] as const;
		});
		const middle = sums.reduce((m, [v, x]) => m + v * x, 0) / sums.reduce((m, [v]) => m + v, 0);
		expect(middle).to.be.closeTo(100, 6);
		expect(beside.sides[0].pad, 'nothing on the near side').to.equal(0);
	});
	it('a pad that shows a bridge on an even seat parts from it in the middle, on a bridging seat less', () => {
		const bridge = reading(bridgingKpa, USUAL_PAD);
		const even = padBeside(bridge, lay, roofSeat(0.2));
		const hollow = padBeside(bridge, lay, roofSeat(0.2, -12));
		const apart = (b: typeof even): number => Math.abs(b.thirds[1].pad - b.thirds[1].seat);
		expect(even.thirds[1].pad).to.be.below(0.29);
		expect(apart(even)).to.be.above(0.06);
		expect(apart(hollow)).to.be.below(apart(even));
		expect(padSentences(even).join(' '))
			.to.match(/Weight in the middle: \d+% by the pad, \d+% by the seat\./)
			.and.match(/the hand decides/);
		expect(Math.max(...even.more.near.flat())).to.be.above(0.1);
		expect(Math.min(...even.more.near.flat())).to.be.below(-0.1);
	});
	it('one that lay half beside the bars says so', () => {
		const beside = padBeside(reading(bridgingKpa), { ...lay, frontMm: 250 }, roofSeat(0.2));
		expect(beside.covered).to.be.within(0.3, 0.5);
		expect(padSentences(beside)[0]).to.match(/covers \d+% of the bars/);
	});
});
