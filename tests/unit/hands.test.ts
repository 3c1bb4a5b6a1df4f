import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { CHECK_IDS, CHECKS, STAGES } from '../../src/core/checks/index.js';

interface Answer {
	readonly status: number | null;
	readonly json: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- answers of an outside command, read field by field
}
function hands(input: unknown, arg = '-'): Answer {
	const text = typeof input === 'string' ? input : JSON.stringify(input);
	const done = spawnSync(process.execPath, ['scripts/zt.mjs', 'hands', arg], { input: text, encoding: 'utf8' });
	return { status: done.status, json: JSON.parse(done.stdout) };
}
const one = (check: string, value: unknown, stage = 'bare', side = 'both') => ({ check, stage, side, value });

describe('zt hands', () => {
	it('--list prints every check with its stages and values', () => {
		const { status, json } = hands('', '--list');
		expect(status).to.equal(0);
		expect(json.checks.map((c: { check: string }) => c.check)).to.have.members([...CHECK_IDS]);
		for (const c of json.checks) expect(STAGES).to.include.members(c.stages);
	});

	it('answers in the shape of the contract', () => {
		const { status, json } = hands({
			kind: 'general',
			place: 'rest',
			room: 'three-two',
			rider_room: 2,
			fingers_mm: { '2': 36, '3': 54, '4': 72 },
			answers: [
				one('front-angle', 'first-at-bottom', 'bare', 'near'),
				one('clearance-sides', 1),
				one('side-grip', 'rolls')
			],
			signs: [{ kind: 'soreness', zone: 'withers-flank', side: 'near', grade: 2 }],
			shape: { T8: { near_mm: 5.2, off_mm: 4.8 } }
		});
		expect(status).to.equal(0);
		expect(json.width.says).to.equal('narrow');
		expect(json.width.sure).to.be.within(0.9, 0.999);
		expect(json.width.for).to.include.members(['front-angle-first-at-bottom', 'side-grip-rolls', 'shape-gained']);
		expect(json.width).to.include({ rival: null, next_check: null });
		expect(
			json.faults.map((f: { code: string; stage: string; side: string }) => [f.code, f.stage, f.side])
		).to.deep.equal([
			['front-angle-first-at-bottom', 'bare', 'near'],
			['clearance-sides-little', 'bare', 'both'],
			['side-grip-rolls', 'bare', 'both']
		]);
		expect(json.advice[0]).to.include({ code: 'refit-wider', where: 'front', mm: null, sides: 'both', until: null });
	});

	it('reads fingers by number, by the hand that counted, or in mm', () => {
		const top = (value: unknown, more: object = {}) =>
			hands({ kind: 'dressage', answers: [one('clearance-top', value)], ...more }).json.faults.length;
		expect([top(3), top(2), top({ mm: 55 }), top({ mm: 40 }), top({ fingers: 3, mm: 50 })]).to.deep.equal([
			0, 1, 0, 1, 0
		]);
		// Two broad fingers of 52 mm are enough for the school that asks 50 mm all round.
		const broad = { room: 'all-round', fingers_mm: { '2': 52, '3': 78, '4': 104 } };
		expect([top(2, broad), top(2)]).to.deep.equal([0, 1]);
	});

	it('every value of every check is taken at each of its stages', () => {
		const answers = CHECKS.flatMap((c) =>
			c.stages.flatMap((stage) =>
				c.asks === 'choice' ? c.answers.map((a) => one(c.id, a.code, stage)) : [one(c.id, 3, stage)]
			)
		);
		expect(hands({ kind: 'western', answers }).status).to.equal(0);
	});

	it('bad cases are refused by name, with what to do', () => {
		const refused = (input: unknown): string => {
			const { status, json } = hands(input);
			expect(status).to.not.equal(0);
			expect(json.error.message).to.match(/[.?]$/);
			return json.error.code;
		};
		expect(refused('not json')).to.equal('bad-case');
		expect(refused({ kind: 'general' })).to.equal('bad-case');
		expect(refused({ kind: 'sidesaddle', answers: [] })).to.equal('bad-case');
		expect(refused({ kind: 'general', answers: [one('mood', 'fine')] })).to.equal('bad-case');
		expect(refused({ kind: 'general', answers: [one('rock', 'sideways')] })).to.equal('bad-answer');
		expect(refused({ kind: 'general', answers: [one('clearance-top', 'three')] })).to.equal('bad-answer');
		expect(refused({ kind: 'general', answers: [one('clearance-top', 1e9)] })).to.equal('bad-case');
		expect(refused({ kind: 'general', answers: [], signs: [{ kind: 'soreness', zone: 'pocket', grade: 9 }] })).to.equal(
			'bad-answer'
		);
		expect(refused({ kind: 'general', answers: [], fingers_mm: { '2': 90, '3': 54, '4': 72 } })).to.equal(
			'bad-fingers'
		);
	});
});
