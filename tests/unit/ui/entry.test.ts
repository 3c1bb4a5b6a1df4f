import { expect } from 'chai';
import { makeCurve } from '../../../src/core/curve/index.js';
import { mmPerPixel, tapsToCurve } from '../../../src/lib/ui/entry/pictureScale.js';
import { repeatWords } from '../../../src/lib/ui/entry/repeatWords.js';
import { planVisits } from '../../../src/lib/ui/entry/importPlan.js';
import { draftTracing, freeRepeat, newDraft, withTracing } from '../../../src/lib/ui/entry/draft.js';
import { monthTicks, scale } from '../../../src/lib/ui/rail/railScale.js';
import { dueWords } from '../../../src/lib/ui/format.js';
import { codeOf } from '../../support/codes.js';
import { posed, trueCurve } from '../../support/shapes.js';

describe('points tapped on a picture', () => {
	const ruler = [
		{ x: 100, y: 900 },
		{ x: 500, y: 900 }
	];
	const line = Array.from({ length: 13 }, (_, i) => ({ x: 100 + i * 100, y: 100 + ((i - 6) * 100) ** 2 / 600 }));

	it('come out in mm by the ruler, with the spine mark as origin', () => {
		const curve = tapsToCurve({ ruler, rulerMm: 100, line: [...line].reverse(), spine: { x: 700, y: 90 } });
		expect(mmPerPixel({ ruler, rulerMm: 100 })).to.equal(0.25);
		expect(curve.xMm[0]).to.equal(-150);
		expect(curve.yMm[6]).to.be.closeTo(0, 1e-9);
		expect(curve.yMm[0]).to.equal(-150);
	});

	it('of a long line need no arch: it sinks from the blade mark and rises again', () => {
		const sunk = line.map((p) => ({ x: p.x, y: 200 - p.y / 2 }));
		const taps = { ruler, rulerMm: 100, line: sunk, spine: { x: 100, y: 0 } };
		expect(codeOf(() => tapsToCurve(taps))).to.equal('upside-down');
		const curve = tapsToCurve(taps, 'L100near');
		expect([curve.xMm[0], curve.yMm[0]]).to.deep.equal([0, 0]);
		expect(curve.yMm[6]).to.be.below(-50);
	});

	it('are refused with ruler marks on one spot or an impossible distance', () => {
		expect(codeOf(() => mmPerPixel({ ruler: [ruler[0] as never, ruler[0] as never], rulerMm: 100 }))).to.equal(
			'bad-input'
		);
		expect(codeOf(() => mmPerPixel({ ruler, rulerMm: 0 }))).to.equal('bad-input');
	});
});

describe('words about repeats', () => {
	it('one tracing says nothing', () => expect(repeatWords([trueCurve('T8')])).to.be.undefined);
	it('two that agree say how far', () =>
		expect(repeatWords([trueCurve('T8'), posed(trueCurve('T8'), 0.5)])?.doubtful).to.be.false);
	it('two that differ ask for a third, with mm and place', () => {
		const words = repeatWords([trueCurve('T8'), trueCurve('T8', { nearMm: -9, offMm: 0 })]);
		expect(words?.say).to.match(/^These two differ by \d\.\d mm at the near (pocket|lower flank)\. Trace a third\?$/);
	});
});

describe('drafts and plans', () => {
	const t = (station: string, repeat: number) => draftTracing(station, repeat, trueCurve('T8'), { source: 'keypad' });

	it('a tracing takes the first free repeat; the same place gives way', () => {
		let draft = withTracing(newDraft('2026-03-14'), t('T8', 1));
		draft = withTracing(draft, t('T8', 3));
		expect(freeRepeat(draft, 'T8')).to.equal(2);
		expect(freeRepeat(draft, 'T13')).to.equal(1);
		expect(withTracing(draft, t('T8', 1)).tracings).to.have.length(2);
		// What was said of two sheets is not said of a third.
		expect('checked' in withTracing({ ...draft, checked: true }, t('T8', 4))).to.equal(false);
	});

	it('files make one visit a day, in order', () => {
		const tracing = (visitedOn: string, repeat: number) => ({
			visitedOn,
			station: 'T8',
			repeat,
			curve: makeCurve([
				[-1, -1],
				[0, 0],
				[1, -1]
			])
		});
		const report = {
			kind: 'points-csv' as const,
			lines: [],
			problems: [],
			notes: [],
			tracings: [tracing('2026-04-01', 1), tracing('2026-03-14', 1), tracing('2026-03-14', 2)]
		};
		const plan = planVisits([
			{ name: 'a', status: 'read', report },
			{ name: 'b', status: 'refused', problem: { code: 'not-csv', data: {} } }
		]);
		expect(plan.map((v) => [v.visitedOn, v.tracings.length])).to.deep.equal([
			['2026-03-14', 2],
			['2026-04-01', 1]
		]);
	});
});

describe('small words and scales', () => {
	it('says when a tracing is due', () => {
		expect(dueWords('2026-03-14', '2026-03-14')).to.equal('due today');
		expect(dueWords('2026-03-12', '2026-03-14')).to.equal('2 days late');
		expect(dueWords('2026-03-20', '2026-03-14')).to.equal('due in 6 days');
		expect(dueWords('2026-05-20', '2026-03-14')).to.equal('due 20 May');
	});
	it('scales, also over no span', () => {
		expect(scale([0, 10], [0, 100])(3)).to.equal(30);
		expect(scale([5, 5], [0, 100])(5)).to.equal(0);
	});
	it('thins the months', () => expect(monthTicks('2024-01-15', '2026-01-15', 6)).to.have.length.within(4, 6));
});
