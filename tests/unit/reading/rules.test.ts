import { expect } from 'chai';
import { USUAL_RULES } from '../../../src/core/checks/index.js';
import {
	gatherEvidence,
	pruneVisits,
	type ShapeSeen,
	READING_CODES,
	readEvidence,
	vetFirst,
	type Reading,
	type ReadingCode
} from '../../../src/core/reading/index.js';
import { READING_WORDS, readingSentence } from '../../../src/words/index.js';
import type { VisitFields } from '../../../src/core/zones/index.js';
import { visitOf } from '../../support/notes.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
const DAY = '2026-06-01';
type Fields = Readonly<Record<string, unknown>>;

const changed = (station: string, side: 'near' | 'off', mm: number): ShapeSeen => ({ station, side, mm, real: true });

interface More {
	readonly changes?: readonly ShapeSeen[];
	readonly rides?: readonly { riddenOn: string; seen: string[]; changes: [] }[];
	readonly earlier?: Fields;
}

function read(fields: Fields, { changes = [], rides = [], earlier }: More = {}): readonly Reading[] {
	const visits = [visitOf(DAY, fields), ...(earlier ? [visitOf('2026-04-01', earlier)] : [])];
	return readEvidence(gatherEvidence(visits, { day: DAY, pairingId: PAIRING, rules: USUAL_RULES, changes, rides }));
}
const codes = (fields: Fields, more?: More): ReadingCode[] => read(fields, more).map((r) => r.code);
const sign = (kind: string, zone: string, side: string, grade: number, more: object = {}): Fields => ({
	[`sign/${kind}/${zone}/${side}`]: { grade, ...more }
});
const check = (id: string, value: unknown, side = 'both', pairing = PAIRING): Fields => ({
	[`check/${pairing}/bare/${id}/${side}`]: value
});

describe('what goes to the vet first (common practice, no source)', () => {
	const VET: readonly (readonly [ReadingCode, Fields])[] = [
		['open-skin', sign('skin', 'pocket', 'near', 3)],
		['open-skin', sign('skin', 'pocket', 'near', 4)],
		['heat-or-swelling', sign('heat', 'loin', 'off', 1)],
		['heat-or-swelling', sign('swelling', 'withers-top', 'near', 2)],
		['strong-answer', sign('soreness', 'long-middle', 'near', 3)],
		['strong-answer', sign('soreness', 'long-middle', 'near', 4)],
		['lame', { 'going/ridden': ['lame'] }],
		['bare-rung', { 'going/bare': ['hollow'] }],
		['one-side', { ...sign('soreness', 'pocket', 'near', 1), ...sign('knot', 'loin', 'near', 1) }]
	];
	for (const [code, fields] of VET)
		it(`${code}: ${Object.keys(fields).join(', ')}`, () => {
			const readings = read(fields);
			expect(readings[0]?.code).to.equal(code);
			expect(vetFirst(readings)).to.be.true;
		});

	it('a twitch or a flinch does not stop the saddle', () => {
		expect(vetFirst(read(sign('soreness', 'pocket', 'near', 1)))).to.be.false;
		expect(vetFirst(read(sign('soreness', 'pocket', 'near', 2)))).to.be.false;
	});
});

describe('a squeeze below the withers (common practice, no source)', () => {
	const squeezed = (more: object = {}) => sign('soreness', 'withers-flank', 'near', 4, more);
	it('raises any horse’s head: alone it is a reflex and stops nothing', () => {
		const found = read(squeezed());
		expect(found.map((r) => [r.code, r.weight])).to.deep.equal([['squeeze-reflex', 'watch']]);
		expect(vetFirst(read({ ...squeezed(), ...sign('soreness', 'withers-flank', 'off', 4) }))).to.be.false;
	});
	it('pressed flat it is pain', () =>
		expect(read(squeezed({ pressed: 'flat' }))[0]).to.include({ code: 'strong-answer', weight: 'vet' }));
	it('with a strong answer elsewhere, heat there, or again at the next visit it is pain', () => {
		for (const more of [sign('soreness', 'long-middle', 'off', 3), sign('heat', 'withers-flank', 'near', 1)])
			expect(vetFirst(read({ ...squeezed(), ...more }))).to.be.true;
		expect(read(squeezed(), { earlier: squeezed() })[0]).to.include({ code: 'strong-answer', weight: 'vet' });
	});
	it('a back that dips there is no reflex', () =>
		expect(vetFirst(read(sign('soreness', 'withers-flank', 'near', 3)))).to.be.true);
});

describe('the ladder', () => {
	it('names the first rung at which a thing is seen, and only that one', () => {
		const found = read({
			'going/bare': [],
			'going/saddled': [],
			'going/girthed': ['ears-back'],
			'going/ridden': ['ears-back']
		});
		expect(found.map((r) => [r.code, r.data['rung']])).to.deep.equal([['rung', 'girthed']]);
	});
	it('a sign already there bare is not the saddle’s doing', () =>
		expect(codes({ 'going/bare': ['hollow'], 'going/saddled': ['hollow', 'bucking'] })).to.have.members([
			'bare-rung',
			'rung'
		]));
});

describe('hair at the blade', () => {
	it('round white patches at its top: saddle too far forward', () =>
		expect(codes(sign('hair', 'blade', 'near', 5, { form: 'round' }))).to.include('blade-top-white'));
	it('white in a line, or elsewhere, does not say so', () => {
		expect(codes(sign('hair', 'blade', 'near', 5, { form: 'line' }))).to.not.include('blade-top-white');
		expect(codes(sign('hair', 'loin', 'near', 5, { form: 'round' }))).to.not.include('blade-top-white');
	});
	it('old white hair tells of then, new white hair of now', () => {
		expect(codes(sign('hair', 'loin', 'near', 5, { age: 'years' }))).to.deep.equal(['white-old']);
		expect(codes(sign('hair', 'loin', 'near', 5, { age: 'new' }))).to.deep.equal(['white-new']);
	});
});

describe('a dry patch', () => {
	const dry = sign('sweat', 'pocket', 'near', 1);
	it('by itself cannot tell gap from pressure', () => expect(codes(dry)).to.deep.equal(['dry-untold']));
	it('over a hand-felt gap is no contact', () =>
		expect(codes({ ...dry, ...check('contact', 'gap-front') })).to.include('dry-over-gap'));
	it('over a hand-felt sharp spot is pressure', () =>
		expect(codes({ ...dry, ...check('contact', 'sharp-front', 'near') })).to.include('dry-over-pressure'));
	it('is told by the shape where no hand was laid', () => {
		expect(codes(dry, { changes: [changed('T8', 'near', -7)] })).to.include('dry-over-gap');
		expect(codes(dry, { changes: [changed('T8', 'near', 7)] })).to.include('dry-over-pressure');
	});
	it('the hand goes before the shape, and the other side’s shape says nothing', () => {
		const both = { ...dry, ...check('contact', 'sharp-front', 'near') };
		expect(codes(both, { changes: [changed('T8', 'near', -7)] })).to.include('dry-over-pressure');
		expect(codes(dry, { changes: [changed('T8', 'off', -7)] })).to.include('dry-untold');
	});
});

describe('patterns', () => {
	it('sore where the shape changed is told once a place, with both kinds', () => {
		const fields = { ...sign('soreness', 'pocket', 'near', 1), ...sign('hair', 'pocket', 'near', 2) };
		const found = read(fields, { changes: [changed('T8', 'near', -7)] }).filter((r) => r.code === 'sore-over-change');
		expect(found.map((r) => r.data['kinds'])).to.deep.equal(['soreness,hair']);
	});
	it('marks at both ends and a quiet middle: bridging, surer when the hand felt it', () => {
		const ends = {
			...sign('hair', 'pocket', 'near', 1),
			...sign('hair', 'long-rear', 'near', 1),
			...sign('hair', 'loin', 'off', 1)
		};
		expect(read(ends).find((r) => r.code === 'bridge-ends')?.weight).to.equal('watch');
		expect(read({ ...ends, ...check('contact', 'gap-middle') }).find((r) => r.code === 'bridge-ends')?.weight).to.equal(
			'fitter'
		);
		expect(codes({ ...ends, ...sign('hair', 'long-middle', 'near', 1) })).to.not.include('bridge-ends');
	});
	it('wasted on one side: a vet first; on both: the fitter; nothing felt: nothing said', () => {
		const near = sign('hollow', 'pocket', 'near', 2);
		const weightOf = (fields: Fields) => read(fields).find((r) => r.code === 'wasting')?.weight;
		expect(weightOf(near)).to.equal('vet');
		expect(vetFirst(read(near))).to.be.true;
		expect(weightOf({ ...near, ...sign('hollow', 'long-rear', 'off', 1) })).to.equal('fitter');
		expect(weightOf({ ...sign('hollow', 'pocket', 'near', 0), 'rest/feel': true })).to.be.undefined;
		expect(codes(sign('hollow', 'pocket', 'off', 3)), 'no mark of pressure').to.not.include('one-side');
	});

	it('signs on both sides are not one-sided', () =>
		expect(
			codes({
				...sign('hair', 'pocket', 'near', 1),
				...sign('hair', 'loin', 'near', 1),
				...sign('hair', 'pocket', 'off', 1)
			})
		).to.not.include('one-side'));
	it('signs along the spine point to channel and clearance', () =>
		expect(codes(sign('skin', 'spine-middle', 'near', 2))).to.deep.equal(['along-spine']));
	it('a sore loin counts with a saddle that is too long', () => {
		const loin = sign('soreness', 'loin', 'near', 1);
		expect(codes(loin)).to.not.include('loin-long');
		expect(codes({ ...loin, ...check('length', 'finger-over') })).to.include('loin-long');
	});
	it('a rub in the groove points to the girth', () =>
		expect(codes(sign('skin', 'girth', 'near', 2))).to.deep.equal(['girth-rub']));
});

describe('checks, load and behaviour', () => {
	it('one reading of the width takes the place of sums of checks', () => {
		const narrow = {
			...check('front-angle', 'first-at-bottom'),
			...check('side-grip', 'rolls'),
			...check('shoulder-room', 'hand-gripped')
		};
		const found = read(narrow).filter((r) => r.code.startsWith('width-') || r.code === 'checks-other');
		expect(found.map((r) => r.code)).to.deep.equal(['width-narrow']);
		expect(found[0]?.data['for']).to.contain('front-angle-first-at-bottom').and.contain('side-grip-rolls');
	});
	it('a rolling saddle alone is neither, and says what to check next', () => {
		const [found] = read(check('side-grip', 'rolls'));
		expect([found?.code, found?.data['next']]).to.deep.equal(['width-unclear', 'front-angle']);
	});
	it('a width that fits is no reading', () =>
		expect(codes({ ...check('front-angle', 'parallel'), ...check('side-grip', 'stays') })).to.deep.equal([]));
	it('another saddle’s checks say nothing of this one', () =>
		expect(codes(check('front-angle', 'first-at-top', 'both', PAIRING.replace('aa', 'bb')))).to.deep.equal([]));
	it('contradicting checks are pointed out', () =>
		expect(codes({ ...check('contact', 'even'), ...check('rock', 'see-saw') })).to.include('checks-contradict'));
	it('over 20% carried is too much (common practice, no source)', () => {
		const tape = { 'tape/girthCm': 180, 'tape/lengthCm': 158, 'load/tackKg': 10 };
		expect(codes({ ...tape, 'load/riderKg': 80 })).to.include('too-heavy');
		expect(codes({ ...tape, 'load/riderKg': 70 })).to.deep.equal([]);
	});
	it('behaviour counts for four weeks', () => {
		const rides = [
			{ riddenOn: '2026-05-20', seen: ['bucks'], changes: [] as [] },
			{ riddenOn: '2026-04-01', seen: ['rears'], changes: [] as [] },
			{ riddenOn: '2026-06-09', seen: ['spooks'], changes: [] as [] }
		];
		expect(read({}, { rides }).map((r) => r.data['behaviour'])).to.deep.equal(['bucks']);
	});
	it('checks from before the saddle was fitted speak of another fit', () => {
		const visits = [visitOf('2026-04-01', check('front-angle', 'first-at-top'))];
		const options = { day: DAY, pairingId: PAIRING, rules: USUAL_RULES, changes: [], rides: [] } as const;
		const found = (fittedOn: string) =>
			readEvidence(gatherEvidence(visits, { ...options, fittedOn })).map((r) => r.code);
		expect(found('2026-04-01')).to.include('width-wide');
		expect(found('2026-04-02')).to.deep.equal([]);
	});
	it('an earlier visit’s checks stand until the next are done', () =>
		expect(codes({ 'rest/feel': true }, { earlier: check('front-angle', 'first-at-top') })).to.include('width-wide'));
});

describe('what a person decided', () => {
	it('weighs as much as a finding, and never makes lighter what was found', () => {
		const weights = ['vet', 'fitter', 'pad', 'watch', 'ride-on'].map(
			(action) => read({ 'decide/action': action }).find((r) => r.code === 'decided')?.weight
		);
		expect(weights).to.deep.equal(['vet', 'fitter', 'watch', 'watch', undefined]);
		expect(vetFirst(read({ ...sign('skin', 'pocket', 'near', 4), 'decide/action': 'ride-on' }))).to.be.true;
	});
	it('stands until the next decision, and a later fit mark answers all but the vet’s', () => {
		const visits = [visitOf('2026-04-01', { 'decide/action': 'fitter' })];
		const options = { day: DAY, pairingId: PAIRING, rules: USUAL_RULES, changes: [], rides: [] } as const;
		const found = (fittedOn?: string, more = visits) =>
			readEvidence(gatherEvidence(more, { ...options, fittedOn })).map((r) => r.code);
		expect(found()).to.deep.equal(['decided']);
		expect(found('2026-04-02')).to.deep.equal([]);
		expect(found(undefined, [...visits, visitOf('2026-05-01', { 'decide/action': 'ride-on' })])).to.deep.equal([]);
		expect(found('2026-04-02', [visitOf('2026-04-01', { 'decide/action': 'vet' })])).to.deep.equal(['decided']);
	});
});

describe('room counted by hand over time', () => {
	const PAIRED = '01930000-0000-7000-8000-0000000000ab';
	const at = (on: string, fingers: number, stage = 'bare') =>
		visitOf(on, { [`check/${PAIRED}/${stage}/clearance-top/both`]: { fingers, mm: 18 * fingers } });
	const found = (visits: VisitFields[], fittedOn?: string) =>
		readEvidence(
			gatherEvidence(visits, {
				rules: USUAL_RULES,
				day: '2026-06-01',
				pairingId: PAIRED,
				changes: [],
				rides: [],
				fittedOn
			})
		).filter((r) => r.code === 'room-moved');
	it('that moved beyond what counting can show is a matter to watch; half a finger is not', () => {
		expect(found([at('2026-01-01', 3), at('2026-05-01', 1)]).map((r) => r.weight)).to.deep.equal(['watch']);
		expect(found([at('2026-01-01', 3), at('2026-05-01', 2.5)])).to.deep.equal([]);
	});
	it('counts from the fit mark, and stages are never set against each other', () => {
		expect(found([at('2026-01-01', 4), at('2026-04-01', 2), at('2026-05-01', 2)], '2026-04-01')).to.deep.equal([]);
		expect(found([at('2026-01-01', 4), at('2026-05-01', 2, 'rider')])).to.deep.equal([]);
	});
	it('is the same from what the walk carries', () => {
		const visits = [at('2026-01-01', 4), at('2026-03-01', 3), at('2026-05-01', 1)];
		expect(found(pruneVisits(visits, '2026-06-01'))).to.deep.equal(found(visits));
	});
});

describe('every reading', () => {
	it('has its sentence, its rule and its doubt', () => {
		const data = {
			zone: 'pocket',
			side: 'near',
			kind: 'hair',
			kinds: 'hair',
			rung: 'bare',
			sign: 'lame',
			how: 'even-but-rocks',
			check: 'rock',
			stage: 'bare',
			from: 3,
			to: 2,
			behaviour: 'bucks',
			for: 'front-angle-first-at-top,room-little-all-round,marked-pocket',
			against: 'shape-gained',
			rival: 'tall-wither',
			next: 'sits',
			why: 'pad-changed',
			action: 'fitter',
			count: 2,
			percent: 21,
			mm: -7,
			by: 'hand',
			felt: 1
		};
		for (const code of READING_CODES) {
			expect(readingSentence(code, data), code)
				.to.match(/^[A-Z0-9]/)
				.and.not.match(/undefined|NaN/);
			expect(READING_WORDS[code].rule).to.match(/\.$/);
			expect(READING_WORDS[code].doubt).to.match(/\.$/);
		}
	});
	it('comes heaviest first', () => {
		const found = read({ ...sign('hair', 'girth', 'near', 1), ...sign('skin', 'pocket', 'off', 4) });
		expect(found.map((r) => r.weight)).to.deep.equal(['vet', 'watch']);
	});
	it('nothing found reads as nothing', () =>
		expect(codes({ 'rest/feel': true, 'rest/hair': true, 'rest/sweat': true })).to.deep.equal([]));
});
