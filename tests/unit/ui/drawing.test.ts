import { expect } from 'chai';
import {
	AS_DRAWN,
	buildTrendOption,
	type TrendColours,
	type TrendData
} from '../../../src/lib/ui/charts/trendOption.js';
import { betweenPath, outlinePath } from '../../../src/lib/ui/cuts/outline.js';
import { linePath, dayNumber } from '../../../src/lib/ui/rail/railScale.js';

describe('cuts', () => {
	const a = { x: [-1, 0, 1], y: [-2, 0, -2] };
	const b = { x: [-2, 0, 2], y: [-2, 0, -2] };
	it('turn y over for the screen', () => expect(outlinePath(a)).to.equal('M-1.0 2.0L0.0 0.0L1.0 2.0'));
	it('close the area between two outlines', () => {
		expect(betweenPath(a, b)).to.match(/^M-1\.0 2\.0.*L2\.0 2\.0L0\.0 0\.0L-2\.0 2\.0Z$/);
		expect(betweenPath(a, b).match(/M/g)).to.have.length(1);
	});
	it('no points, no path', () => expect(linePath([])).to.equal(''));
});

describe('the rail', () => {
	it('counts days evenly over a change of clocks', () =>
		expect(dayNumber('2026-03-30') - dayNumber('2026-03-28')).to.equal(2));
});

describe('the chart over time', () => {
	const colours = Object.fromEntries(
		['near', 'off', 'band', 'alarm', 'strap', 'quiet', 'line'].map((k) => [k, `#${k}`])
	) as unknown as TrendColours;
	const data: TrendData = {
		near: [
			{ day: '2026-01-01', mm: 0, sdMm: 0 },
			{ day: '2026-02-01', mm: -3, sdMm: 1 }
		],
		off: [{ day: '2026-01-01', mm: 0, sdMm: 0 }],
		fitDays: ['2026-01-01'],
		refitLossMm: 6,
		refitGainMm: 9
	};
	interface Series {
		readonly name?: string;
		readonly data: [string, number][];
		readonly lineStyle: { type?: string };
		readonly markLine?: { data: { xAxis?: string; yAxis?: number }[] };
	}
	const option = buildTrendOption(data, colours) as {
		series: Series[];
		yAxis: { min: (v: { min: number }) => number; max: (v: { max: number }) => number };
	};
	const named = (name: string) => option.series.find((s) => s.name === name) as Series;

	it('tells near and off apart by line, not only by colour', () => {
		expect(named('near').lineStyle.type).to.be.undefined;
		expect(named('off').lineStyle.type).to.equal('dashed');
	});

	it('the width as drawn stands beside them, thin and dotted, and only where it was read', () => {
		const beside = buildTrendOption({ ...data, plain: [{ day: '2026-02-01', mm: -2.4, sdMm: 1 }] }, colours) as {
			series: Series[];
		};
		const plain = beside.series.find((s) => s.name === AS_DRAWN);
		expect(plain?.data).to.deep.equal([['2026-02-01', -2.4]]);
		expect(plain?.lineStyle.type).to.equal('dotted');
		expect(option.series.some((s) => s.name === AS_DRAWN)).to.equal(false);
	});

	it('draws limits of the school and every fit mark', () => {
		const marks = named('near').markLine?.data ?? [];
		expect(marks.map((m) => m.yAxis).filter((v) => v !== undefined)).to.deep.equal([-6, 9]);
		expect(marks.filter((m) => m.xAxis).map((m) => m.xAxis)).to.deep.equal(['2026-01-01']);
	});

	it('the band is the 95% interval: its foot and its height', () => {
		const [foot, height] = option.series;
		expect(foot?.data[1]?.[1]).to.be.closeTo(-3 - 1.96, 0.01);
		expect(height?.data[1]?.[1]).to.be.closeTo(3.92, 0.01);
	});

	it('always shows the limits', () => {
		expect(option.yAxis.min({ min: -2 })).to.be.below(-6);
		expect(option.yAxis.max({ max: 2 })).to.be.above(9);
	});
});
