import { expect } from 'chai';
import { parseSeatCase } from '../../../src/cli/seatCase.js';
import { seatJson } from '../../../src/cli/seat.js';
import { problemOf } from '../../../src/core/errors/index.js';
import { errorSentence } from '../../../src/words/index.js';

const flat = () => ({
	back: { sections: [0, 450].map((s) => ({ s_mm: s, topline_y_mm: 0, points: [[-200, 0], [200, 0]] })) },
	saddle: {
		sections: [0, 450].map((s) => ({ s_mm: s, near: [[-140, 0], [-30, 0]], off: [[30, 0], [140, 0]] })),
		s_offset_mm: 0
	},
	k_kPa_per_mm: 1,
	loads: [{ W_N: 800, s_mm: 225 }],
	pads: [] as unknown[],
	grid_mm: 10
}); // prettier-ignore

/** The flat case with one place changed; `undefined` takes it away. */
function changed(path: string, value: unknown): string {
	const body: Record<string, unknown> = flat();
	const keys = path.split('.');
	const last = keys.pop() as string;
	const holder = keys.reduce((at, k) => at[k] as Record<string, unknown>, body);
	holder[last] = value;
	return JSON.stringify(body);
}

async function codeOf(text: string): Promise<string> {
	try {
		seatJson(await parseSeatCase(text));
		return 'read';
	} catch (error) {
		const problem = problemOf(error);
		const sentence = errorSentence(problem);
		expect(sentence, problem.code).to.not.match(/undefined|\[object/);
		return problem.code;
	}
}

describe('a seat case from outside', () => {
	it('is read, unknown keys passed over, what may be left out left out', async () => {
		expect(await codeOf(JSON.stringify({ ...flat(), colour: 'bay', s_ref_mm: null }))).to.equal('read');
		expect(await codeOf(changed('pads', undefined))).to.equal('read');
		expect(await codeOf(changed('back.sections', flat().back.sections.reverse()))).to.equal('read');
	});

	const nan = JSON.stringify(flat()).replace('"k_kPa_per_mm":1', '"k_kPa_per_mm":NaN');
	const huge = JSON.stringify(flat()).replace('"k_kPa_per_mm":1', '"k_kPa_per_mm":1e999');
	const refused: readonly (readonly [string, string, string])[] = [
		['no JSON', 'bits', 'bad-json'],
		['a list', '[]', 'bad-json'],
		['a NaN', nan, 'bad-json'],
		['no back', changed('back', undefined), 'missing'],
		['a saddle that is a word', changed('saddle', 'english'), 'missing'],
		['an infinite number', huge, 'bad-number'],
		['a number in words', changed('k_kPa_per_mm', 'one'), 'bad-number'],
		['true for a number', changed('grid_mm', true), 'bad-number'],
		['no stiffness', changed('k_kPa_per_mm', undefined), 'bad-number'],
		['a point at the moon', changed('back.sections.0.points.0.1', 4e8), 'bad-number'],
		['a point without a number', changed('back.sections.0.points.0.1', 'low'), 'bad-number'],
		['no stiffness to speak of', changed('k_kPa_per_mm', 0), 'bad-param'],
		['a grid finer than skin', changed('grid_mm', 0.1), 'bad-param'],
		['an unknown pad', changed('pads', [{ type: 'wedge', t_mm: 3 }]), 'bad-param'],
		['an unknown side', changed('pads', [{ type: 'sheet', t_mm: 3, sides: 'left' }]), 'bad-param'],
		['an unknown zone', changed('pads', [{ type: 'shim', t_mm: 3, zone: 'top' }]), 'bad-param'],
		['a shim that lies nowhere', changed('pads', [{ type: 'shim', t_mm: 3 }]), 'bad-param'],
		['a pad thicker than a hand', changed('pads', [{ type: 'sheet', t_mm: 300 }]), 'bad-param'],
		['one section', changed('back.sections', flat().back.sections.slice(0, 1)), 'bad-section'],
		['one point', changed('saddle.sections.0.near', [[-100, 0]]), 'bad-section'],
		['x that turns back', changed('back.sections.0.points', [[0, 0], [-5, 0], [9, 0]]), 'bad-section'], // prettier-ignore
		['two sections at one place', changed('saddle.sections.1.s_mm', 0), 'bad-section'],
		['bars over one another', changed('saddle.sections.0.near', [[-140, 0], [40, 0]]), 'bad-section'], // prettier-ignore
		['no loads', changed('loads', []), 'bad-load'],
		['a load that lifts', changed('loads.0.W_N', -5), 'bad-load'],
		['a load of nothing', changed('loads.0.W_N', 0), 'bad-load'],
		['far too many cells', changed('grid_mm', 0.25), 'too-fine'],
		['a saddle beside the horse', changed('saddle.s_offset_mm', 5000), 'no-overlap'],
		['a rider behind the saddle', changed('loads.0.s_mm', 700), 'cannot-balance']
	];
	for (const [what, text, code] of refused)
		it(`${what}: ${code}`, async () => expect(await codeOf(text)).to.equal(code));

	it('far too many cells are refused before they are made', async () => {
		const begun = process.memoryUsage().arrayBuffers;
		const wide = flat();
		wide.saddle.sections.forEach((c, i) => (c.s_mm = i * 90_000));
		expect(await codeOf(JSON.stringify({ ...wide, grid_mm: 0.25 }))).to.equal('too-fine');
		expect(process.memoryUsage().arrayBuffers - begun).to.be.below(10_000_000);
	});

	it('an upside-down saddle, and one in inches, are refused or warned of, never drawn with confidence', async () => {
		const roof = flat();
		for (const c of roof.back.sections) c.points = [[-200, -160], [0, 0], [200, -160]]; // prettier-ignore
		for (const c of roof.saddle.sections) {
			c.near = [[-140, 90], [-30, 0]]; // prettier-ignore
			c.off = [[30, 0], [140, 90]]; // prettier-ignore
		}
		const answer = seatJson(await parseSeatCase(JSON.stringify(roof)));
		expect(answer['conditions']).to.include('wide');
	});

	it('answers every figure of the format', async () => {
		const answer = seatJson(await parseSeatCase(JSON.stringify({ ...flat(), s_ref_mm: 200 })));
		expect(answer).to.include.keys(
			...['ok', 'h_mm', 'a_rad', 'b_rad', 'pitch_deg', 'roll_deg', 's_ref_mm', 'load', 'mean_kPa', 'peak_kPa'],
			...['peak_at', 'peak_cell_kPa', 'p95_kPa', 'unevenness', 'contact', 'split', 'bridging', 'edge_bias'],
			...['clearance', 'channel', 'rear', 'touch', 'drop_mm', 'rest', 'warnings', 'conditions', 'condition', 'solver']
		);
		expect(answer['s_ref_mm']).to.equal(200);
		expect(answer['rear']).to.deep.equal({ end_s_mm: 450, overhang_mm: null, load_behind_share: null });
	});
});
