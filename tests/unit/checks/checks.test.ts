import { expect } from 'chai';
import {
	CHECK_IDS,
	CHECKS,
	checkField,
	checkOf,
	checksFor,
	contradictions,
	fingerLimit,
	judgeAnswer,
	latestByStage,
	padLiftMm,
	panelSpreadMm,
	readAnswers,
	SADDLE_KINDS,
	shimForGapMm,
	STAGES,
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
const judge = (a: GivenAnswer, school: 'rest' | 'swing' = 'rest') => judgeAnswer(a, school);
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

	it('the angle says which way it is wrong: bottom first is wide, top first narrow (common practice, no source)', () => {
		expect(judge(given('front-angle', 'first-at-bottom')).points).to.equal('wide');
		expect(judge(given('front-angle', 'first-at-top')).points).to.equal('narrow');
		expect(judge(given('front-angle', 'parallel')).result).to.equal('fine');
	});

	it('a small lift at the very rear is accepted; a gap in the middle bridges (common practice, no source)', () => {
		expect(judge(given('contact', 'small-lift-rear')).result).to.equal('fine');
		expect(judge(given('contact', 'gap-middle'))).to.include({ result: 'beyond', points: 'bridges' });
	});
});

describe('room above the withers', () => {
	it('resting school: three fingers bare, two with a rider (common practice, no source)', () => {
		expect(judge(given('clearance-top', fingers(3))).result).to.equal('fine');
		expect(judge(given('clearance-top', fingers(2)))).to.include({ result: 'beyond', points: 'wide' });
		expect(judge(given('clearance-top', fingers(2), { stage: 'rider' })).result).to.equal('fine');
		expect(judge(given('clearance-top', fingers(1), { stage: 'rider' })).result).to.equal('beyond');
	});

	it('back-swing school: 50 to 75 mm bare, whatever the hand (common practice, no source)', () => {
		const broad = judge(given('clearance-top', fingers(2, 52)), 'swing');
		const slim = judge(given('clearance-top', fingers(2, 34)), 'swing');
		expect([broad.result, slim.result]).to.deep.equal(['fine', 'beyond']);
		expect(judge(given('clearance-top', fingers(5, 95)), 'swing')).to.include({ result: 'doubtful', points: 'narrow' });
		expect(judge(given('clearance-top', fingers(1, 26), { stage: 'rider' }), 'swing').result).to.equal('beyond');
	});

	it('reads the limit in the person’s own fingers: 2-3 broad or 3-4 slim', () => {
		const slim = fingerLimit(top, 'bare', 'swing', { twoMm: 34, threeMm: 50, fourMm: 67 });
		const broad = fingerLimit(top, 'bare', 'swing', { twoMm: 50, threeMm: 75, fourMm: 100 });
		expect([slim.leastFingers, slim.mostFingers]).to.deep.equal([3, 4]);
		expect([broad.leastFingers, broad.mostFingers]).to.deep.equal([2, 3]);
		expect(fingerLimit(top, 'bare', 'rest', HAND)).to.include({ leastFingers: 3, leastMm: 54 });
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

describe('contradictions', () => {
	const PAIRS: Readonly<Record<string, readonly GivenAnswer[]>> = {
		'wide-but-high': [given('front-angle', 'first-at-bottom'), given('clearance-top', fingers(4))],
		'narrow-but-low': [given('front-angle', 'first-at-top'), given('clearance-top', fingers(1))],
		'even-but-rocks': [given('contact', 'even'), given('rock', 'see-saw')],
		'bridges-and-rocks': [given('contact', 'gap-middle'), given('rock', 'see-saw')],
		'low-front-ball-back': [given('level', 'pommel-low'), given('ball', 'rolls-back')],
		'low-rear-ball-forward': [given('level', 'cantle-low'), given('ball', 'rolls-forward')],
		'pencil-but-fingers': [given('pencil', 'sticks'), given('clearance-top', fingers(3))],
		'more-with-rider': [given('clearance-top', fingers(2)), given('clearance-top', fingers(3), { stage: 'rider' })],
		'narrow-but-tips-forward': [given('front-angle', 'first-at-top'), given('level', 'pommel-low')],
		'wide-but-tips-back': [given('front-angle', 'first-at-bottom'), given('level', 'cantle-low')]
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
