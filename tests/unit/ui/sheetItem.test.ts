import { expect } from 'chai';
import { makeCurve } from '../../../src/core/curve/index.js';
import type { ReadLine, SheetCode } from '../../../src/core/photo/index.js';
import { belongsHere, fileElsewhere, withSheet, type FiledVisit } from '../../../src/lib/ui/desk/filing.js';
import {
	answered,
	corrected,
	curveOfItem,
	isDoubtful,
	isGood,
	newItem,
	redone,
	undone
} from '../../../src/lib/ui/desk/sheetItem.js';

const FILE = new File(['x'], 'a.jpg');
const LINE = {
	xMm: Float64Array.of(-100, -50, 0, 60, 110),
	yMm: Float64Array.of(-80, -30, 0, -35, -90),
	apexIndex: 2,
	quality: { score: 0.97, warnings: [] },
	corners: [],
	inPicture: []
} as unknown as ReadLine;
const CODE: SheetCode = { sheet: 'tabloid', tiled: false, horseId: 'h1', visitId: 'v1', station: 'T18', repeat: 3 };
const fresh = newItem(1, FILE, 'blob:1', 'a3', 'T8');
const read = answered(fresh, { status: 'read', line: LINE, width: 10, height: 8 });

describe('a sheet on the desk', () => {
	it('read well is good, in doubt or refused is not', () => {
		expect([isGood(fresh), isDoubtful(fresh)]).to.deep.equal([false, false]);
		expect([isGood(read), isDoubtful(read)]).to.deep.equal([true, false]);
		const unsure = { ...LINE, quality: { score: 0.6, warnings: ['unsharp'] } } as unknown as ReadLine;
		expect(isDoubtful(answered(fresh, { status: 'read', line: unsure, width: 10, height: 8 }))).to.be.true;
		const refused = answered(fresh, { status: 'refused', problem: { code: 'no-sheet', data: {} } });
		expect([isDoubtful(refused), refused.problem?.code]).to.deep.equal([true, 'no-sheet']);
	});

	it('its code says size, station and repeat; what the code leaves open stays', () => {
		const filed = answered(fresh, { status: 'read', line: LINE, code: CODE, width: 10, height: 8 });
		expect([filed.sheet, filed.station, filed.repeat]).to.deep.equal(['tabloid', 'T18', 3]);
		const open = { ...CODE, station: undefined, repeat: undefined };
		const half = answered(fresh, { status: 'read', line: LINE, code: open, width: 10, height: 8 });
		expect([half.station, half.repeat]).to.deep.equal(['T8', undefined]);
	});

	it('corrections are taken back and made again; a new one forgets what was undone', () => {
		const moved = corrected(read, { line: { ...LINE, apexIndex: 3 } });
		expect([isGood(moved), isDoubtful(moved)], 'waits for the person').to.deep.equal([false, true]);
		expect(undone(moved).now).to.equal(read.now);
		expect(redone(undone(moved)).now).to.equal(moved.now);
		const other = corrected(undone(moved), { flipped: true });
		expect(redone(other)).to.equal(other);
		expect(undone(undone(other))).to.deep.equal(undone(other));
	});

	it('a refusal after a correction leaves the reading that was there', () => {
		const after = answered({ ...read, share: 0.5 }, { status: 'refused', problem: { code: 'no-line', data: {} } });
		expect([after.now, after.share]).to.deep.equal([read.now, undefined]);
	});

	it('turned round, the near side comes to the left; scaled by the check rule', () => {
		const flipped = curveOfItem(corrected(read, { flipped: true }));
		expect(Array.from(flipped?.xMm ?? [], (x) => x + 0)).to.deep.equal([-110, -60, 0, 50, 100]);
		const scaled = curveOfItem({ ...read, ruleMm: 95 });
		expect(scaled?.xMm[0]).to.be.closeTo(-95, 1e-9);
		expect(scaled?.yMm[4]).to.be.closeTo(-85.5, 1e-9);
	});
});

describe('sheets file themselves', () => {
	const curve = makeCurve([
		[-100, -80],
		[-50, -30],
		[0, 0],
		[60, -35],
		[110, -90]
	]);
	const kept = (station: string, repeat: number | undefined, code?: SheetCode) => ({
		station,
		repeat,
		curve,
		file: FILE,
		code,
		operator: '',
		quality: undefined
	});
	const empty: FiledVisit = {
		horseId: 'h1',
		draft: { id: 'v1', visitedOn: '2026-11-01', note: '', tracings: [] },
		pictures: []
	};
	const places = (v: FiledVisit | undefined) => v?.draft.tracings.map((t) => `${t.station} ${t.repeat}`);

	it('a sheet belongs to the visit that its code names; one without a code belongs here', () => {
		const here = { horseId: 'h1', visitId: 'v1' };
		expect(belongsHere(undefined, here)).to.be.true;
		expect(belongsHere(CODE, here)).to.be.true;
		expect(belongsHere({ ...CODE, visitId: 'v2' }, here)).to.be.false;
		expect(belongsHere({ ...CODE, horseId: 'h2' }, here)).to.be.false;
	});

	it('the same sheet photographed twice takes its own place; one without a repeat the next free', () => {
		const visit = [kept('T8', 2), kept('T8', 2), kept('T8', undefined), kept('T8', undefined)].reduce(withSheet, empty);
		expect(places(visit)).to.deep.equal(['T8 2', 'T8 1', 'T8 3']);
		expect(visit.pictures).to.deep.equal([FILE]);
	});

	it('others gather by visit', () => {
		const codes = [CODE, { ...CODE, visitId: 'v2' }, CODE];
		const visits = codes.reduce(
			(all, code, i) => fileElsewhere(all, { ...kept('T8', i + 1), code }, '2026-11-02'),
			[] as FiledVisit[]
		);
		expect(visits.map((v) => [v.draft.id, places(v)])).to.deep.equal([
			['v2', ['T8 2']],
			['v1', ['T8 1', 'T8 3']]
		]);
		expect(visits[0]?.draft.visitedOn).to.equal('2026-11-02');
	});
});
