import { expect } from 'chai';
import { CHECK_IDS, CHECKS, checkField, USUAL_RULES } from '../../../src/core/checks/index.js';
import { GAUGE_ON, GAUGE_SAYS, gaugeField } from '../../../src/core/setup/index.js';
import { BACK_LIFTS, STEPS, stepsOf, type EntryValue } from '../../../src/core/visit/index.js';
import { meaningOf, SIGN_KINDS, ZONES, type Sign } from '../../../src/core/zones/index.js';
import { fieldSchema } from '../../../src/lib/server/door/fieldSchema.js';
import { CHECK_PICTURES } from '../../../src/lib/ui/drawings/checkViews.js';
import { tallyRows } from '../../../src/lib/ui/overtime/tallyRows.js';
import { DIALS } from '../../../src/lib/ui/walk/dials.js';
import { fieldWords, valueWords } from '../../../src/lib/ui/walk/fieldWords.js';
import { MARKS_PARTS, screensOf } from '../../../src/lib/ui/walk/screens.js';
import { markOf, weightOf } from '../../../src/lib/ui/walk/zoneFill.js';
import {
	levelLimit,
	PHOTO_WORDS,
	placeWords,
	signLine,
	STEP_SAYS,
	STEP_WORDS,
	WAY_WORDS
} from '../../../src/words/index.js';
import { DEMO_SIGNS } from '../../../sim/demo/signs.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
const sign = (more: Partial<Sign> = {}): Sign => ({
	visitedOn: '2026-06-01',
	kind: 'soreness',
	zone: 'pocket',
	side: 'near',
	grade: 1,
	...more
});
const taken = (field: string, value: unknown): boolean => {
	const schema = fieldSchema(field);
	return schema !== undefined && !schema.required().validate(value, { convert: false }).error;
};

describe('what the walk can say, the door takes', () => {
	it('every dial at its ends, its middle and where the tape lies at first', () => {
		for (const d of DIALS)
			for (const v of [d.min, d.max, d.usual, d.min + d.step]) expect(taken(d.field, v), `${d.field} ${v}`).to.be.true;
	});
	it('and nothing a step beyond its ends', () => {
		for (const d of DIALS) {
			expect(taken(d.field, d.max + 400 * d.step), d.field).to.be.false;
			expect(taken(d.field, d.min - 400 * d.step), d.field).to.be.false;
			expect(taken(d.field, String(d.usual)), d.field).to.be.false;
		}
	});
	it('every grade of every kind in every zone on both sides', () => {
		for (const kind of SIGN_KINDS)
			for (const { id } of ZONES)
				for (const side of ['near', 'off']) {
					const field = `sign/${kind}/${id}/${side}`;
					meaningOf(kind).grades.forEach((_, grade) => expect(taken(field, { grade }), field).to.be.true);
					expect(taken(field, { grade: meaningOf(kind).grades.length }), field).to.be.false;
				}
	});
	it('every answer of every check at each of its stages, by side where it has sides', () => {
		for (const c of CHECKS)
			for (const stage of c.stages) {
				const answers = c.asks === 'choice' ? c.answers.map((a) => a.code) : [{ fingers: 3, mm: 54 }];
				for (const a of answers) expect(taken(checkField(PAIRING, stage, c.id, 'both'), a)).to.be.true;
				expect(taken(checkField(PAIRING, stage, c.id, 'near'), answers[0])).to.equal(c.sided);
			}
	});
	it('every note of the demo', () => {
		for (const [horse, visits] of Object.entries(DEMO_SIGNS))
			for (const notes of Object.values(visits))
				for (const [field, value] of notes)
					expect(
						// Ticked off on the day it was asked.
						taken(field.replace(/PAIRING|TRIAL\d/, PAIRING), value === 'DAY' ? '2026-03-14' : value),
						`${horse}: ${field}`
					).to.be.true;
	});
	it('back lift, gaits, gauge, marks found twice and asks, each within its bounds', () => {
		for (const lift of BACK_LIFTS) expect(taken('lift/back', lift)).to.be.true;
		expect(taken('lift/back', 'high')).to.be.false;
		expect(taken('gaits/bare', ['walk', 'canter'])).to.be.true;
		expect(taken('gaits/bare', ['gallop'])).to.be.false;
		for (const says of GAUGE_SAYS) for (const on of GAUGE_ON) expect(taken(gaugeField(on, 7), says)).to.be.true;
		expect(taken('gauge/bare/21', 'flush')).to.be.false;
		expect(taken('gauge/bare/0', 'flush')).to.be.false;
		expect(taken('gauge/bare/7/8', 'flush')).to.be.false;
		expect(taken('mark/bladeApartMm', -40)).to.be.true;
		expect(taken('mark/ribApartMm', 400)).to.be.false;
		expect(taken('answered/rest', '2026-03-14')).to.be.true;
		expect(taken('answered/rest', 'soon')).to.be.false;
		expect(taken('answered/car', '2026-03-14')).to.be.false;
	});
	it('a skip for every step, a picture for every view', () => {
		for (const step of STEPS) expect(taken(`skip/${step}`, true)).to.be.true;
		for (const view of Object.keys(PHOTO_WORDS)) expect(taken(`photo/${view}`, PAIRING)).to.be.true;
	});
	it('names that only look like fields are none', () => {
		for (const f of [
			'toString',
			'tape/constructor',
			'stand/__proto__',
			'going/',
			'sign/hair/blade',
			'rest/feel/more',
			''
		])
			expect(fieldSchema(f), f).to.be.undefined;
	});
});

describe('words of the walk', () => {
	it('every step has a name and says what to do; every way in too', () => {
		for (const s of STEPS) {
			expect(STEP_WORDS[s]).to.match(/^[A-Z]/);
			expect(STEP_SAYS[s]).to.match(/[.?]$/);
		}
		for (const w of ['full', 'quick', 'tracing', 'after', 'ten'] as const) expect(WAY_WORDS[w]).to.have.length(2);
	});
	it('dressage saddles are level with the cantle a little higher (common practice, no source)', () => {
		expect(levelLimit('dressage', USUAL_RULES)).to.contain('Cantle a little higher');
		expect(levelLimit('general', USUAL_RULES)).to.contain('About level');
		const second = { levelBy: 'two-fingers' } as const;
		expect(levelLimit('general', second)).to.contain('two fingers above the pommel');
		expect(levelLimit('dressage', second)).to.contain('Cantle a little higher');
	});
	it('a field reads as a person would say it', () => {
		expect(fieldWords('sign/soreness/pocket/near')).to.equal('near pocket, answer to pressure');
		expect(fieldWords(checkField(PAIRING, 'bare', 'front-angle', 'off'))).to.equal('Front angle, off side');
		expect(fieldWords(checkField(PAIRING, 'bare', 'rock', 'both'))).to.equal('Rock');
		expect(fieldWords('tape/girthCm')).to.equal('tape girth cm');
	});
	it('so does its value', () => {
		const said = (field: string, v: EntryValue) => valueWords(field, v);
		expect(said('sign/soreness/pocket/near', { grade: 2 })).to.equal('muscle flinches');
		expect(said('stand/level', true)).to.equal('yes');
		expect(said('going/bare', [])).to.equal('nothing seen');
		expect(said('going/bare', ['short', 'hollow'])).to.equal('short steps, hollow back');
		expect(said('decide/action', 'vet')).to.equal('Stop, call the vet');
		expect(said('check/x/bare/clearance-top/both', { fingers: 3, mm: 54 })).to.equal('3 fingers');
		expect(said('note', null)).to.equal('nothing');
	});
	it('a sign in one line: what, shape, size, age, course', () => {
		const s = sign({ kind: 'hair', grade: 5, form: 'round', extent: 'spot', age: 'years', course: 'spreading' });
		expect(signLine(s)).to.equal('hair: white, round, a coin, years old, spreads');
		expect(signLine(sign({ course: 'static' }))).to.equal('answer to pressure: skin twitches');
		expect(placeWords('spine-front', 'off')).to.equal('spine, front, off half');
	});
	it('no picture of a check is drawn outside its frame', () => {
		for (const id of CHECK_IDS)
			for (const d of [...CHECK_PICTURES[id].hand, ...CHECK_PICTURES[id].look])
				for (const at of d.matchAll(/M(-?[\d.]+) (-?[\d.]+)/g)) {
					expect(Number(at[1]), id).to.be.within(0, 300);
					expect(Number(at[2]), id).to.be.within(0, 150);
				}
	});
});

describe('the map’s marks', () => {
	it('show the gravest sign of a zone, and quiet where it was looked at', () => {
		expect(markOf([])).to.deep.equal({ pattern: '', level: 0 });
		expect(markOf([sign({ grade: 0 })])).to.deep.equal({ pattern: 'quiet', level: 0 });
		expect(markOf([sign({ grade: 1 }), sign({ kind: 'skin', grade: 4 })]).pattern).to.equal('hair');
		expect(weightOf({ kind: 'soreness', grade: 4 })).to.equal(1);
	});
});

describe('the tally board', () => {
	const signs = [
		sign(),
		sign({ visitedOn: '2026-05-01', kind: 'hair' }),
		sign({ zone: 'loin', side: 'off' }),
		sign({ zone: 'blade', grade: 0 })
	];
	const all = { kinds: SIGN_KINDS, sides: ['near', 'off'] as const };
	it('has a row for each zone with evidence, head to tail, and the cut that tells of it', () => {
		const rows = tallyRows(signs, all);
		expect(rows.map((r) => `${r.zone} ${r.side} ${r.strokes.length}`)).to.deep.equal(['pocket near 2', 'loin off 1']);
		expect(rows[0]?.station).to.equal('T8');
	});
	it('can be narrowed', () => {
		expect(tallyRows(signs, { ...all, kinds: ['hair'] }).map((r) => r.strokes.length)).to.deep.equal([1]);
		expect(tallyRows(signs, { ...all, sides: ['off'] }).map((r) => r.zone)).to.deep.equal(['loin']);
	});
});

describe('screens', () => {
	it('four of marks and tape, in the order of the hand', () =>
		expect(screensOf(['marks'], undefined, false).map((s) => s.key)).to.deep.equal(
			MARKS_PARTS.map((p) => `marks/${p}`)
		));
	it('a full visit with a saddle ends with the decision', () =>
		expect(screensOf(stepsOf('full', false), 'dressage', false).at(-1)?.key).to.equal('decide'));
});
