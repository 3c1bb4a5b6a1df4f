import { expect } from 'chai';
import {
	doubtVisits,
	frontStations,
	mirroredCurve,
	resembledBack,
	scaledCurve
} from '../../../src/core/change/index.js';
import { factorAgainst } from '../../../src/core/change/doubtVisits.js';
import { bandHalfWidthMm, frameAtApex, makeCurve, walkSide, type Tracing } from '../../../src/core/curve/index.js';
import { remedied } from '../../../src/lib/ui/desk/remedy.js';
import type { DraftVisit } from '../../../src/lib/ui/entry/draft.js';
import { doubtQuestion, remedyWord } from '../../../src/words/index.js';
import { makeMadeSeries, MAKES, type Make } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';

const FAMILIES = MAKES.find((m) => m.name === 'families') as Make;
const BUMPS = MAKES.find((m) => m.name === 'bumps') as Make;

function horse(seed: number, make = FAMILIES): Tracing[] {
	return makeMadeSeries(make, 'quiet', 'low', seededRandom(seed), 'none', 12).tracings.map(({ points, ...t }) => ({
		...t,
		curve: makeCurve(points)
	}));
}
const days = (all: readonly Tracing[]): string[] => [...new Set(all.map((t) => t.visitedOn))].sort();
/** All visits but the last, and the last. */
function split(all: readonly Tracing[]): { record: Tracing[]; visit: Tracing[] } {
	const last = days(all).at(-1);
	return { record: all.filter((t) => t.visitedOn !== last), visit: all.filter((t) => t.visitedOn === last) };
}
const exchanged = (t: Tracing): Tracing => ({
	...t,
	station: t.station === 'T8' ? 'T13' : t.station === 'T13' ? 'T8' : t.station
});
const kinds = (record: readonly Tracing[], visit: readonly Tracing[]): string[] =>
	doubtVisits(record, [visit]).map((d) => d.kind);

describe('a visit looked at before it is kept', () => {
	const { record, visit } = split(horse(3));

	it('as it is: nothing is asked; with two stations exchanged: that is asked, surely', () => {
		expect(kinds(record, visit)).to.deep.equal([]);
		const [doubt] = doubtVisits(record, [visit.map(exchanged)]);
		expect(doubt?.kind).to.equal('swapped');
		expect(doubt?.sure).to.be.above(0.9);
		expect(doubt?.date).to.equal(visit[0]?.visitedOn);
	});

	it('is asked without any fit mark, and not where somebody has said that it is right', () => {
		const wrong = visit.map(exchanged);
		expect(kinds(record, wrong)).to.deep.equal(['swapped']);
		expect(
			kinds(
				record,
				wrong.map((t) => ({ ...t, checked: true }))
			)
		).to.deep.equal([]);
	});

	it('of a horse that nobody knows is not doubted', () => {
		expect(kinds([], visit)).to.deep.equal([]);
		expect(kinds([], [])).to.deep.equal([]);
	});

	it('taken in another unit or at another sheet’s size is named with its factor', () => {
		for (const factor of [25.4, 10, Math.SQRT2, Math.SQRT1_2]) {
			const off = visit.map((t) => ({ ...t, curve: scaledCurve(t.curve, factor) }));
			const [doubt] = doubtVisits(record, [off]);
			expect(doubt?.kind, `${factor}`).to.equal('shrunk');
			expect((doubt?.factor ?? 0) / factor, `${factor}`).to.be.closeTo(1, 1e-9);
			expect(
				kinds(
					record,
					off.map((t) => ({ ...t, checked: true }))
				),
				`${factor}, said to be right`
			).to.deep.equal([]);
		}
	});

	it('how far a copy is off scale is told from widths and lengths of the visits before', () => {
		const before = record.filter((t) => t.visitedOn < (visit[0] as Tracing).visitedOn);
		for (const factor of [0.93, 0.96, 1, 1.05]) {
			const off = visit.map((t) => ({ ...t, curve: scaledCurve(t.curve, factor) }));
			expect(factorAgainst(off, before) / factor, `${factor}`).to.be.closeTo(1, 0.025);
		}
	});

	it('several at once are each asked on their own day', () => {
		const two = days(record).slice(-2);
		const before = record.filter((t) => !two.includes(t.visitedOn));
		const visits = two.map((day, i) => record.filter((t) => t.visitedOn === day).map(i === 0 ? exchanged : (t) => t));
		expect(doubtVisits(before, visits).map((d) => [d.kind, d.date])).to.deep.equal([['swapped', two[0]]]);
	});
});

describe('another horse’s sheets', () => {
	const [own, other] = [horse(8, BUMPS), horse(21, BUMPS)];
	const back = (id: string, all: readonly Tracing[]) => {
		const day = days(all)[0];
		return { id, name: id, tracings: all.filter((t) => t.visitedOn === day && t.repeat === 1) };
	};

	it('are named by the horse that they resemble', () => {
		const { record } = split(own);
		const day = days(own).at(-1) as string;
		const theirs = split(other).visit.map((t) => ({ ...t, visitedOn: day }));
		expect(resembledBack(theirs, record, [back('third', horse(33, BUMPS)), back('other', other)])?.id).to.equal(
			'other'
		);
	});

	it('nobody is named where they lie nearest to this horse', () => {
		const { record, visit } = split(own);
		expect(resembledBack(visit, record, [back('other', other)])).to.equal(undefined);
		expect(resembledBack(visit, record, [])).to.equal(undefined);
	});
});

describe('remedies', () => {
	const { visit } = split(horse(3));
	const draft: DraftVisit = {
		id: 'v',
		visitedOn: '2026-03-14',
		note: '',
		tracings: visit.map((t, i) => ({
			id: `${i}`,
			station: t.station,
			repeat: t.repeat,
			source: 'points',
			operator: '',
			quality: null,
			xMm: [...t.curve.xMm],
			yMm: [...t.curve.yMm]
		}))
	};
	const doubt = (kind: 'mirrored' | 'swapped' | 'shrunk' | 'sprung' | 'hands', factor?: number) => ({
		date: '2026-03-14',
		station: null,
		repeat: null,
		kind,
		sure: 0.9,
		...(factor ? { factor } : {})
	});

	it('exchanging the sides exchanges the half-widths, and twice is as before', () => {
		const t = visit[0] as Tracing;
		const band = (c: typeof t.curve, side: 'near' | 'off') => bandHalfWidthMm(walkSide(frameAtApex(c), side));
		const turned = mirroredCurve(t.curve);
		expect(band(turned, 'near')).to.be.closeTo(band(t.curve, 'off') as number, 1e-9);
		expect(remedied(remedied(draft, doubt('mirrored')) as DraftVisit, doubt('mirrored'))).to.deep.equal(draft);
	});

	it('stations are exchanged, lines brought to scale, sprung ones taken out; a new hand has no remedy', () => {
		const names = (d: DraftVisit | undefined) => d?.tracings.map((t) => t.station);
		expect(names(remedied(draft, doubt('swapped')))).to.deep.equal(
			draft.tracings.map((t) => (t.station === 'T8' ? 'T13' : t.station === 'T13' ? 'T8' : t.station))
		);
		const [was, is] = [draft.tracings[0], remedied(draft, doubt('shrunk', 1.05))?.tracings[0]];
		expect(is?.xMm[0]).to.be.closeTo((was?.xMm[0] as number) / 1.05, 1e-9);
		expect(remedied(draft, doubt('sprung'))?.tracings).to.deep.equal([]);
		const atT8 = remedied(draft, { ...doubt('sprung'), station: 'T8' })?.tracings;
		expect(atT8).to.deep.equal(draft.tracings.filter((t) => t.station !== 'T8'));
		expect(atT8).to.have.length.above(0);
		expect(remedied(draft, doubt('hands'))).to.equal(undefined);
	});

	it('the two stations nearest the head are the ones exchanged', () => {
		const at = (...stations: string[]) => frontStations(stations.map((station) => ({ station })));
		expect(at('T18', 'T13', 'T8', 'T8')).to.deep.equal(['T8', 'T13']);
		expect(at('T13', 's=300')).to.deep.equal(['T13', 's=300']);
		expect(at('T8')).to.equal(undefined);
	});

	it('are said in the yard’s words', () => {
		expect(doubtQuestion({ kind: 'shrunk', sure: 0.95, factor: 25.4 })).to.contain('inches');
		expect(doubtQuestion({ kind: 'shrunk', sure: 0.8, factor: 0.94 })).to.contain('6% too small');
		expect(doubtQuestion({ kind: 'other-horse', sure: 1, like: 'Eider' })).to.match(/Eider.*99 in 100/);
		expect([remedyWord({ kind: 'mirrored' }), remedyWord({ kind: 'other-horse' })]).to.deep.equal([
			'Exchange near and off',
			undefined
		]);
	});
});
