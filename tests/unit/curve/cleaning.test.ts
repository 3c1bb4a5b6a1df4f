import { expect } from 'chai';
import { cleanCurve, curvePoints, MAX_POINTS, widthsToCurve } from '../../../src/core/curve/index.js';
import { codeOf } from '../../support/codes.js';
import { curveOf, trueCurve } from '../../support/shapes.js';

type Points = [number, number][];
const arch = (): Points => curvePoints(curveOf((x) => (x * x) / 150, 150, 10));

describe('cleanCurve', () => {
	it('keeps good points as drawn', () => expect(curvePoints(cleanCurve(arch()).curve)).to.deep.equal(arch()));

	it('drops doubled points', () => {
		const doubled = arch().flatMap((p): Points => [p, p]);
		expect(cleanCurve(doubled).curve.xMm.length).to.equal(arch().length);
	});

	it('turns a line drawn from off to near round and says so', () => {
		const turned = cleanCurve(arch().reverse());
		expect(curvePoints(turned.curve)).to.deep.equal(arch());
		expect(turned.warnings).to.deep.equal(['turned-round']);
	});

	it('bears a pen that wanders back a little', () => {
		const wandering = arch();
		wandering.splice(5, 0, [(wandering[4] as [number, number])[0] - 6, (wandering[4] as [number, number])[1] - 3]);
		expect(() => cleanCurve(wandering)).not.to.throw();
	});

	const refusals: readonly (readonly [string, Points, string])[] = [
		['one point', [[0, 0]], 'too-few-points'],
		['five times the same point', Array.from({ length: 5 }, (): [number, number] => [1, 1]), 'too-few-points'],
		[
			'more points than anyone draws',
			Array.from({ length: MAX_POINTS + 1 }, (_, i): [number, number] => [i, 0]),
			'too-many-points'
		],
		['a point that is no number', [...arch(), [160, Number.NaN]], 'bad-number'],
		['a point in another parish', [...arch(), [99_999, 0]], 'out-of-range'],
		[
			'points out of order',
			arch().map((_, i, all) => all[(i * 7) % all.length] as [number, number]),
			'points-out-of-order'
		],
		['inches', arch().map(([x, y]): [number, number] => [x / 25.4, y / 25.4]), 'looks-like-other-unit'],
		['centimetres', arch().map(([x, y]): [number, number] => [x / 10, y / 10]), 'looks-like-other-unit'],
		['a curve upside down', arch().map(([x, y]): [number, number] => [x, -y]), 'upside-down'],
		['a straight line', arch().map(([x]): [number, number] => [x, 0]), 'curve-too-flat']
	];
	for (const [what, points, code] of refusals)
		it(`refuses ${what}: ${code}`, () => expect(codeOf(() => cleanCurve(points))).to.equal(code));
});

describe('widthsToCurve', () => {
	const rows = [30, 60, 90, 120].map((depthMm) => ({ depthMm, nearMm: 40 + depthMm * 0.7, offMm: 41 + depthMm * 0.7 }));

	it('runs from near to off through the apex', () => {
		const points = curvePoints(widthsToCurve([...rows].reverse()));
		expect(points[0]).to.deep.equal([-124, -120]);
		expect(points).to.deep.include([0, 0]);
		expect(points[points.length - 1]).to.deep.equal([125, -120]);
	});

	it('takes a depth read on one side only', () => {
		const points = curvePoints(widthsToCurve([...rows, { depthMm: 150, offMm: 150 }]));
		expect(points).to.have.length(10);
	});

	it('refuses a doubled depth, a negative width and too little', () => {
		expect(codeOf(() => widthsToCurve([...rows, { depthMm: 60, nearMm: 3, offMm: 3 }]))).to.equal('doubled-depth');
		expect(codeOf(() => widthsToCurve([{ depthMm: 60, nearMm: -3, offMm: 3 }]))).to.equal('bad-width');
		expect(codeOf(() => widthsToCurve([{ depthMm: 0, nearMm: 3, offMm: 3 }]))).to.equal('bad-depth');
		expect(codeOf(() => widthsToCurve(rows.slice(0, 1)))).to.equal('too-few-depths');
	});
});

describe('the made-up backs of sim', () => {
	it('are curves that the core takes', () => {
		for (const s of ['T8', 'T13', 'T18'] as const)
			expect(cleanCurve(curvePoints(trueCurve(s))).warnings).to.deep.equal([]);
	});
});
