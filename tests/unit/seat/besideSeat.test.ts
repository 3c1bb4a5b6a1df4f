import { expect } from 'chai';
import { seatsBeside, type SeatKept } from '../../../src/core/seat/index.js';
import { comparedRows, seatsBesideSentence } from '../../../src/words/index.js';

const even = (rows: number, columns: number, share = 1): number[][] =>
	Array.from({ length: rows }, () => Array.from({ length: columns }, () => share));
const SEAT: SeatKept = {
	bearing: { near: even(6, 2), off: even(6, 2), thirds: [0.3, 0.4, 0.3], sides: [0.5, 0.5] },
	conditions: ['fits'],
	contactShare: 0.8,
	pitchDeg: 0.5,
	rollDeg: 0,
	sd: { pitchDeg: 0.3, rollDeg: 0.3, contactShare: 0.05 }
};
const apart = (now: Partial<SeatKept>, kept: Partial<SeatKept> = {}): string[] =>
	seatsBeside({ ...SEAT, ...kept }, { ...SEAT, ...now })
		.figures.filter((f) => f.apart)
		.map((f) => f.what);

describe('one seat beside another', () => {
	it('a seat beside itself has no difference, in no cell and no word', () => {
		const beside = seatsBeside(SEAT, SEAT);
		expect([...beside.more.near.flat(), ...beside.more.off.flat()]).to.deep.equal(Array(24).fill(0));
		expect(beside.figures.filter((f) => f.apart)).to.deep.equal([]);
		expect(seatsBesideSentence(beside)).to.equal('Both sit alike, as far as drawings can tell.');
	});

	it('attitude and contact part from the range of both on, not before', () => {
		// 1.96 times the root of 0.3² and 0.3².
		expect(apart({ pitchDeg: 0.5 + 0.82 })).to.deep.equal([]);
		expect(apart({ pitchDeg: 0.5 + 0.84 })).to.deep.equal(['tip']);
		expect(apart({ rollDeg: -0.84 })).to.deep.equal(['lean']);
		expect(apart({ contactShare: 0.8 - 0.13 })).to.deep.equal([]);
		expect(apart({ contactShare: 0.8 - 0.15 })).to.deep.equal(['carries']);
		expect(apart({ pitchDeg: 5 }, { pitchDeg: undefined }), 'nothing is compared with what was not read').to.deep.equal(
			[]
		);
	});

	it('shares of the weight part from where a hand could tell', () => {
		const thirds = (front: number): Partial<SeatKept> => ({
			bearing: { ...SEAT.bearing, thirds: [front, 0.4, 0.6 - front] }
		});
		expect(apart(thirds(0.35))).to.deep.equal([]);
		expect(apart(thirds(0.37))).to.deep.equal(['front', 'rear']);
	});

	it('faults that are gone and that came are told by name', () => {
		const beside = seatsBeside(
			{ ...SEAT, conditions: ['narrow', 'bridging'] },
			{ ...SEAT, conditions: ['bridging', 'pitched-back'] }
		);
		expect([beside.gone, beside.come, beside.shared]).to.deep.equal([['narrow'], ['pitched-back'], ['bridging']]);
		expect(seatsBesideSentence(beside)).to.match(/^Without it: .*\. New with it: .*\. Figures alike/);
	});

	it('where only figures part, it is said whether both have faults', () => {
		const tipped = (conditions: SeatKept['conditions']) =>
			seatsBesideSentence(seatsBeside({ ...SEAT, conditions }, { ...SEAT, conditions, pitchDeg: 3 }));
		expect(tipped(['fits'])).to.equal('No fault stands out in either.');
		expect(tipped(['wide'])).to.equal('The same faults in both.');
	});

	it('two saddles of other sizes are laid over each other by share of length and width, either way round', () => {
		const half = even(6, 2).map((row, j) => row.map(() => (j < 3 ? 2 : 0)));
		const small = even(3, 4, 1);
		const now: SeatKept = { ...SEAT, bearing: { ...SEAT.bearing, near: small, off: small } };
		const kept: SeatKept = { ...SEAT, bearing: { ...SEAT.bearing, near: half, off: even(6, 2) } };
		const { more } = seatsBeside(kept, now);
		expect(more.near.map((row) => row[0])).to.deep.equal([-1, 1, 1]);
		expect(more.near.every((row) => row.length === 4)).to.be.true;
		expect(more.off.flat()).to.deep.equal(Array(12).fill(0));
		const back = seatsBeside(now, kept).more;
		expect(back.near.map((row) => row[0])).to.deep.equal([1, 1, 1, -1, -1, -1]);
	});

	it('figures are told in words: level is level, a lean has its side', () => {
		const rows = comparedRows(seatsBeside(SEAT, { ...SEAT, pitchDeg: -1.25, rollDeg: -0.6 }));
		const row = (what: RegExp) => rows.find((r) => what.test(r.what));
		expect([row(/^Tips/)?.kept, row(/^Tips/)?.now]).to.deep.equal(['0.5° forward ±0.6°', '1.3° back ±0.6°']);
		expect([row(/^Leans/)?.kept, row(/^Leans/)?.now]).to.deep.equal(['level ±0.6°', '0.6° to the off side ±0.6°']);
		expect(row(/front third/)?.now).to.equal('30%');
	});
});
