import { expect } from 'chai';
import {
	CHECK_IDS,
	CHECKS,
	checkField,
	checkOf,
	checksFor,
	contradictions,
	fingerLimit,
	roomFalls,
	judgeAnswer,
	latestByStage,
	padLiftMm,
	panelSpreadMm,
	readAnswers,
	SADDLE_KINDS,
	shimForGapMm,
	STAGES,
	USUAL_RULES,
	type HandRules,
	type FingerCheck,
	type GivenAnswer
} from '../../../src/core/checks/index.js';
import { CHECK_WORDS, KNOWN_ANSWERS, KNOWN_CONTRADICTIONS } from '../../../src/words/index.js';
import { CHECK_PICTURES } from '../../../src/lib/ui/drawings/checkViews.js';
import { codeOf } from '../../support/codes.js';
import { visitOf } from '../../support/notes.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
const HAND = { twoMm: 36, threeMm: 54, fourMm: 72 };
const given = (
	check: GivenAnswer['check'],
	value: GivenAnswer['value'],
	more: Partial<GivenAnswer> = {}
): GivenAnswer => ({
	pairingId: PAIRING,
	stage: 'bare',
	side: 'both',
	check,
	value,
	...more
});
const judge = (a: GivenAnswer, rules: Partial<HandRules> = {}) => judgeAnswer(a, { ...USUAL_RULES, ...rules });
const fingers = (n: number, mm = n * 18) => ({ fingers: n, mm });
const top = checkOf('clearance-top') as FingerCheck;

describe('the hand checks', () => {
	it('each has its words and drawing, and every answer its word', () => {
		expect(CHECKS.map((c) => c.id).sort()).to.deep.equal([...CHECK_IDS].sort());
		for (const c of CHECKS) {
			expect(CHECK_WORDS[c.id].how).to.be.a('string');
			expect(CHECK_PICTURES[c.id].says).to.be.a('string');
			if (c.asks === 'choice') for (const a of c.answers) expect(KNOWN_ANSWERS).to.include(a.code);
		}
	});

	it('the first answer is always the one within limits', () => {
		for (const c of CHECKS) if (c.asks === 'choice') expect(c.answers[0]?.result, c.id).to.equal('fine');
	});

	it('every kind of saddle has checks at every stage', () => {
		for (const kind of SADDLE_KINDS) for (const stage of STAGES) expect(checksFor(stage, kind)).to.not.be.empty;
	});

	it('an angle that is off is beyond whichever way, and says by itself neither wide nor narrow', () => {
		for (const value of ['first-at-bottom', 'first-at-top'])
			expect(judge(given('front-angle', value))).to.include({ result: 'beyond', points: undefined });
		expect(judge(given('front-angle', 'parallel')).result).to.equal('fine');
	});

	it('never on the blade; how far behind it is the person’s choice (common practice, no source)', () => {
		const result = (value: string, place: 'rest' | 'swing') => judge(given('place', value), { place }).result;
		const all = ['behind-swing', 'two-fingers-behind', 'at-edge', 'on-blade'];
		expect(all.map((v) => result(v, 'rest'))).to.deep.equal(['fine', 'fine', 'doubtful', 'beyond']);
		expect(all.map((v) => result(v, 'swing'))).to.deep.equal(['fine', 'doubtful', 'beyond', 'beyond']);
	});

	it('a seat or a flap too big is a fault as well as one too small (common practice, no source)', () => {
		for (const value of ['less-behind', 'much-behind'])
			expect(judge(given('seat-room', value, { stage: 'rider' })).result, value).to.equal('doubtful');
		for (const value of ['less-fingers', 'more-fingers'])
			expect(judge(given('knee-room', value, { stage: 'rider' })).result, value).to.equal('doubtful');
	});

	it('a few mm over the last rib are tolerated, a finger is not (common practice, no source)', () => {
		expect(judge(given('length', 'few-mm-over')).result).to.equal('fine');
		expect(judge(given('length', 'finger-over'))).to.include({ result: 'beyond', points: 'long' });
	});

	it('a hand held firmly is fine under the rider, not without one (common practice, no source)', () => {
		expect(judge(given('shoulder-room', 'hand-tight', { stage: 'rider' })).result).to.equal('fine');
		expect(judge(given('shoulder-room', 'hand-tight')).result).to.equal('doubtful');
		expect(judge(given('shoulder-room', 'hand-gripped', { stage: 'rider' })).result).to.equal('beyond');
	});

	it('a small lift at the very rear is accepted; a gap in the middle bridges (common practice, no source)', () => {
		expect(judge(given('contact', 'small-lift-rear')).result).to.equal('fine');
		expect(judge(given('contact', 'gap-middle'))).to.include({ result: 'beyond', points: 'bridges' });
	});
});

describe('room at the withers', () => {
	const room = (stage: GivenAnswer['stage'], n: number, rules: Partial<HandRules> = {}, mm?: number) =>
		judge(given('clearance-top', fingers(n, mm), { stage }), rules).result;

	it('three fingers bare, two beside (common practice, no source)', () => {
		expect([room('bare', 3), room('bare', 2)]).to.deep.equal(['fine', 'beyond']);
		const beside = (n: number) => judge(given('clearance-sides', fingers(n))).result;
		expect([beside(2), beside(1)]).to.deep.equal(['fine', 'beyond']);
	});

	it('the bare figure is not asked of pad, girth and rider: there what must be left is (common practice, no source)', () => {
		for (const stage of ['pad', 'girthed', 'rider'] as const) {
			expect(room(stage, 2), stage).to.equal('fine');
			expect(room(stage, 1), stage).to.equal('beyond');
			expect(room(stage, 2, { riderRoom: 3 }), stage).to.equal('beyond');
			expect(room(stage, 3, { riderRoom: 3 }), stage).to.equal('fine');
		}
	});

	it('the same all round: 50 mm at the least on top and beside, whatever the hand (common practice, no source)', () => {
		const strict = { room: 'all-round' } as const;
		expect([room('bare', 2, strict, 52), room('bare', 3, strict, 44)]).to.deep.equal(['fine', 'beyond']);
		const beside = (mm: number) => judge(given('clearance-sides', fingers(2, mm)), strict).result;
		expect([beside(50), beside(40)]).to.deep.equal(['fine', 'beyond']);
	});

	it('it is a least figure: much more is no fault, by either school and wherever the saddle is set', () => {
		for (const rules of [{}, { room: 'all-round' }, { place: 'swing' }] as const)
			expect(room('bare', 5, rules, 95)).to.equal('fine');
	});

	it('the place asked for changes nothing about the room asked for', () => {
		for (const n of [1, 2, 3, 4]) expect(room('bare', n, { place: 'swing' })).to.equal(room('bare', n));
	});

	it('reads the limit in the person’s own fingers: two broad or three slim', () => {
		const limit = (twoMm: number, threeMm: number, fourMm: number) =>
			fingerLimit(top, 'bare', { ...USUAL_RULES, room: 'all-round' }, { twoMm, threeMm, fourMm });
		expect(limit(34, 50, 67)).to.deep.equal({ leastFingers: 3, leastMm: 50 });
		expect(limit(50, 75, 100)).to.deep.equal({ leastFingers: 2, leastMm: 50 });
		expect(fingerLimit(top, 'bare', USUAL_RULES, HAND)).to.deep.equal({ leastFingers: 3, leastMm: 54 });
	});

	it('its fall is told from stage to stage in fingers and mm', () => {
		const answers = [
			given('clearance-top', fingers(2), { stage: 'rider' }),
			given('clearance-top', fingers(4)),
			given('clearance-top', fingers(3), { stage: 'girthed' })
		];
		expect(roomFalls(answers).map((f) => [f.from, f.to, f.fingersBefore - f.fingersNow, f.fellMm])).to.deep.equal([
			['bare', 'girthed', 1, 18],
			['girthed', 'rider', 1, 18]
		]);
		expect(roomFalls([given('clearance-top', fingers(4))])).to.deep.equal([]);
	});
});

describe('answers of a visit', () => {
	it('are read with stage, side and saddle; what does not belong to a check is left out', () => {
		const { states } = visitOf('2026-03-14', {
			[checkField(PAIRING, 'bare', 'front-angle', 'near')]: 'parallel',
			[checkField(PAIRING, 'bare', 'clearance-top', 'both')]: { fingers: 3, mm: 54 },
			[checkField(PAIRING, 'bare', 'rock', 'both')]: null,
			[`check/${PAIRING}/bare/mood/both`]: 'fine',
			'pad/pad': 'thin'
		});
		expect(readAnswers(states).map((a) => `${a.check} ${a.side}`)).to.deep.equal([
			'front-angle near',
			'clearance-top both'
		]);
	});

	it('the latest stage speaks for a check, sides apart', () => {
		const last = latestByStage(
			[
				given('contact', 'even', { stage: 'rider', side: 'near' }),
				given('contact', 'gap-middle', { side: 'near' }),
				given('contact', 'gap-middle', { side: 'off' })
			].map((a) => judge(a))
		);
		expect(last.map((a) => `${a.side} ${a.value}`).sort()).to.deep.equal(['near even', 'off gap-middle']);
	});
});

describe('how the pad lies', () => {
	it('is looked at girthed, not ridden, and its fault is the pad’s, not the saddle’s (common practice, no source)', () => {
		expect(CHECKS.find((c) => c.id === 'pad-lies')?.stages).to.deep.equal(['girthed']);
		const at = (code: string) => judge(given('pad-lies', code, { stage: 'girthed' }));
		expect(at('pad-even').result).to.equal('fine');
		expect(at('pad-on-spine')).to.deep.include({ result: 'beyond', points: 'pad' });
		expect(at('pad-short').result).to.equal('beyond');
		expect(at('pad-slid').result).to.equal('doubtful');
	});
});

describe('contradictions', () => {
	const PAIRS: Readonly<Record<string, readonly GivenAnswer[]>> = {
		'wide-but-high': [given('front-angle', 'first-at-top'), given('clearance-top', fingers(4))],
		'narrow-but-low': [given('front-angle', 'first-at-bottom'), given('clearance-top', fingers(1))],
		'even-but-rocks': [given('contact', 'even'), given('rock', 'see-saw')],
		'bridges-and-rocks': [given('contact', 'gap-middle'), given('rock', 'see-saw')],
		'low-front-ball-back': [given('level', 'pommel-low'), given('ball', 'rolls-back')],
		'low-rear-ball-forward': [given('level', 'cantle-low'), given('ball', 'rolls-forward')],
		'pencil-but-fingers': [given('pencil', 'sticks'), given('clearance-top', fingers(3))],
		'more-with-rider': [given('clearance-top', fingers(2)), given('clearance-top', fingers(3), { stage: 'rider' })],
		'narrow-but-tips-forward': [given('front-angle', 'first-at-bottom'), given('level', 'pommel-low')],
		'rider-forward-rear-low': [given('rider-feel', 'tipped-forward', { stage: 'rider' }), given('level', 'cantle-low')],
		'rider-back-front-low': [given('rider-feel', 'tipped-back', { stage: 'rider' }), given('ball', 'rolls-forward')],
		'wide-but-tips-back': [given('front-angle', 'first-at-top'), given('level', 'cantle-low')]
	};
	it('each that has words is found, and only it', () => {
		expect(Object.keys(PAIRS).sort()).to.deep.equal([...KNOWN_CONTRADICTIONS].sort());
		for (const [code, answers] of Object.entries(PAIRS))
			expect(contradictions(answers.map((a) => judge(a))).map((c) => c.code)).to.deep.equal([code]);
	});
	it('does not set the near side against the off side', () => {
		const answers = [given('contact', 'even', { side: 'near' }), given('contact', 'gap-middle', { side: 'off' })];
		expect(contradictions(answers.map((a) => judge(a)))).to.deep.equal([]);
	});
	it('finds nothing in a saddle that fits', () => {
		const fine = CHECKS.map((c) => given(c.id, c.asks === 'choice' ? (c.answers[0]?.code as string) : fingers(3)));
		expect(contradictions(fine.map((a) => judge(a)))).to.deep.equal([]);
	});
});

describe('pads and shims', () => {
	it('a pad lifts by t / cos θ: 10 mm on 60° lift 20 mm, on the level 10 mm', () => {
		expect(padLiftMm(10, 60)).to.be.closeTo(20, 1e-9);
		expect(padLiftMm(10, 0)).to.equal(10);
	});
	it('a shim is a 3 mm step thinner than its gap (common practice, no source)', () =>
		expect([0, 2, 3, 4, 9, 10].map(shimForGapMm)).to.deep.equal([0, 0, 0, 3, 6, 9]));
	it('6 mm down each flank widen by 12 mm in all (common practice, no source)', () =>
		expect(panelSpreadMm(6)).to.equal(12));
	it('refuse what cannot be a pad', () => {
		for (const run of [
			() => padLiftMm(-1, 10),
			() => padLiftMm(10, 80),
			() => padLiftMm(NaN, 10),
			() => shimForGapMm(-3)
		])
			expect(codeOf(run)).to.equal('bad-pad');
	});
});
