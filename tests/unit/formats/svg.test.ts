import { expect } from 'chai';
import { curvePoints } from '../../../src/core/curve/index.js';
import { readHorseArchive, readSvg, writeHorseArchive, writeSvg } from '../../../src/core/formats/index.js';
import { CALM_HAND } from '../../../sim/trace.js';
import { codeOf } from '../../support/codes.js';
import { series, slide } from '../../support/shapes.js';

const svg = (inside: string, attributes = 'width="400mm" height="200mm" viewBox="0 0 400 200"') =>
	`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;
const ROOF = 'M 50 150 L 100 110 L 150 70 L 200 30 L 250 70 L 300 110 L 350 150';
const xs = (d: string, attributes?: string) =>
	curvePoints(readSvg(svg(`<path d="${d}"/>`, attributes)).lines[0]?.curve as never);

describe('readSvg', () => {
	it('reads a path in mm with y turned up', () => expect(xs(ROOF)[3]).to.deep.equal([200, -30]));

	it('scales a viewBox to the width that is written in mm, cm or inches', () => {
		expect(xs(ROOF, 'width="200mm" viewBox="0 0 400 200"')[3]?.[0]).to.equal(100);
		expect(xs(ROOF, 'width="40cm" viewBox="0 0 400 200"')[3]?.[0]).to.equal(200);
		expect(xs(ROOF, 'width="15.748in" viewBox="0 0 400 200"')[3]?.[0]).to.be.closeTo(200, 0.01);
	});

	it('takes a bare viewBox for mm', () => expect(xs(ROOF, 'viewBox="0 0 400 200"')[3]).to.deep.equal([200, -30]));

	it('follows relative commands, groups and transforms', () => {
		const relative = 'm 50 150 l 50 -40 50 -40 50 -40 50 40 50 40 50 40';
		const moved = readSvg(svg(`<g transform="translate(10 5)"><g transform="scale(2)"><path d="${relative}"/></g></g>`))
			.lines[0];
		expect(curvePoints(moved?.curve as never)[3]).to.deep.equal([410, -65]);
	});

	it('flattens curves onto the curve: a cubic’s middle is exact, an arc stays on its circle', () => {
		const cubic = xs('M0 150 C 0 -50 300 -50 300 150');
		expect(cubic[12]).to.deep.equal([150, 0]);
		const arc = xs('M50 150 A 150 150 0 0 1 350 150');
		for (const [x, y] of arc) expect(Math.hypot(x - 200, y + 150)).to.be.closeTo(150, 0.1);
	});

	it('reads a quadratic’s apex', () =>
		expect(Math.max(...xs('M0 150 Q 150 -150 300 150').map((p) => p[1]))).to.be.closeTo(0, 1e-9));

	it('refuses what is no drawing, has no size or no line', () => {
		expect(codeOf(() => readSvg('<html></html>'))).to.equal('not-svg');
		expect(codeOf(() => readSvg('<svg'))).to.be.oneOf(['not-svg', 'svg-no-scale']);
		expect(codeOf(() => readSvg(svg(`<path d="${ROOF}"/>`, 'width="90%"')))).to.equal('svg-no-scale');
		expect(codeOf(() => readSvg(svg('<circle r="5"/>')))).to.equal('svg-no-path');
	});

	it('names a broken path and keeps the others', () => {
		const { lines, problems } = readSvg(svg(`<path d="M 1 1 L"/><path d="${ROOF}"/>`));
		expect(lines).to.have.length(1);
		expect(problems[0]?.data['path']).to.equal(1);
	});

	it('does not expand entities', () => {
		const bomb = `<!DOCTYPE svg [<!ENTITY a "M0 0"><!ENTITY b "&a;&a;">]>${svg('<path d="&b;"/>').slice(21)}`;
		expect(() => readSvg(bomb)).not.to.throw(RangeError);
	});
});

describe('writeSvg', () => {
	it('reads back in place, with station and repeat', () => {
		const tracings = series(slide(0, 0, 1), { visits: 1, hand: CALM_HAND, seed: 8 });
		const { lines, problems } = readSvg(writeSvg(tracings));
		expect(problems).to.deep.equal([]);
		expect(lines.map((l) => `${l.station} ${l.repeat}`)).to.deep.equal(tracings.map((t) => `${t.station} ${t.repeat}`));
		lines.forEach((l, i) =>
			l.curve.xMm.forEach((x, k) => expect(x).to.be.closeTo(tracings[i]?.curve.xMm[k] as number, 5.1e-4))
		);
	});
});

describe('the horse archive', () => {
	const archive = {
		horse: { name: 'Samphire', bornYear: 2015, notes: 'bay' },
		tracings: series(slide(0, 0, 1), { visits: 2, hand: CALM_HAND, seed: 9 }),
		fitMarks: [{ saddle: 'Patrol 3', fittedOn: '2024-01-10', fittedBy: 'Isolde Quay', school: 'roomy' as const }]
	};
	it('reads back equal', () => expect(readHorseArchive(writeHorseArchive(archive))).to.deep.equal(archive));

	it('refuses other JSON, a newer version and a damaged part', () => {
		const body = JSON.parse(writeHorseArchive(archive)) as Record<string, unknown>;
		const having = (change: Record<string, unknown>) => () => readHorseArchive(JSON.stringify({ ...body, ...change }));
		expect(codeOf(() => readHorseArchive('not json'))).to.equal('not-archive');
		expect(codeOf(having({ format: 'other' }))).to.equal('not-archive');
		expect(codeOf(having({ version: 99 }))).to.equal('archive-newer');
		expect(codeOf(having({ horse: null }))).to.equal('archive-broken');
		expect(codeOf(having({ tracings: [{ points_mm: 'x' }] }))).to.equal('archive-broken');
	});
});
