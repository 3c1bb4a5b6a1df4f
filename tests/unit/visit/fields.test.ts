import { expect } from 'chai';
import fc from 'fast-check';
import {
	ACTIONS,
	disagreements,
	fieldBearsOn,
	fieldRule,
	fieldStep,
	FIELD_HEADS,
	foldEntries,
	HOLDERS,
	isFinding,
	isForTheVet,
	isReadable,
	PHOTO_VIEWS,
	REQUESTS,
	severityOf,
	sortReadable,
	STAGE_PADS,
	TREATMENTS,
	valueOf,
	type Entry,
	type EntryValue
} from '../../../src/core/visit/index.js';
import { fieldSchema } from '../../../src/lib/server/door/fieldSchema.js';
import {
	ACTION_WORDS,
	ASKED_WORDS,
	HOLDER_WORDS,
	PAD_WORDS,
	PHOTO_WORDS,
	TREATED_WORDS
} from '../../../src/words/index.js';

const PAIRING = '01930000-0000-7000-8000-0000000000aa';
/** One field of each family, and of each rule within it. */
const FIELDS = [
	'way',
	'day',
	'saddle',
	'done',
	'skip/feel',
	'checked/bare',
	'pad/bare',
	'tracings/plan',
	'stand/level',
	'stand/holder',
	'before/panel',
	'note',
	'going/ridden',
	'gaits/bare',
	'sign/skin/pocket/near',
	'sign/soreness/loin/off',
	'rest/feel',
	'lift/back',
	'mark/rib-by',
	'mark/bladeApartMm',
	'tape/girthCm',
	'tape/swingMm',
	'condition/score',
	'condition/neck',
	'load/riderKg',
	`setup/${PAIRING}/pad`,
	`setup/${PAIRING}/front-near`,
	`setup/${PAIRING}/plate`,
	`setup/${PAIRING}/same`,
	`gap/${PAIRING}/front-near`,
	`gap/${PAIRING}/nose`,
	'gauge/bare/5',
	`trial/${PAIRING}`,
	`check/${PAIRING}/bare/clearance-top/both`,
	`check/${PAIRING}/bare/front-angle/near`,
	'photo/side',
	'treat/did',
	'treat/note',
	'answered/rest',
	'decide/action',
	'decide/nextOn'
];

let n = 0;
const tap = (field: string, value: EntryValue, replaces: readonly string[] = []): Entry => ({
	id: `0193${String(++n).padStart(4, '0')}-0000-7000-8000-000000000000`,
	field,
	value,
	replaces,
	madeAt: '2026-06-01T10:00:00Z'
});

describe('the registry of visit fields', () => {
	it('knows every family by at least one field, and no other', () => {
		expect([...new Set(FIELDS.map((f) => f.split('/')[0]))]).to.have.members([...FIELD_HEADS]);
		for (const field of FIELDS) expect(fieldRule(field), field).to.be.an('object');
		for (const field of [
			'',
			'colour',
			'sign/skin/pocket',
			'sign/skin/pocket/near/x',
			'check/x/bare/level/both',
			'way/x',
			'constructor',
			'__proto__'
		])
			expect(fieldRule(field), field).to.be.undefined;
	});

	/** Values near the rules: what they allow, and what lies just outside. */
	const value = fc.oneof(
		fc.boolean(),
		fc.integer({ min: -300, max: 900 }),
		fc.double({ min: -10, max: 300, noNaN: true }),
		fc.constantFrom(0, 0.5, 1, 1.25, 9, 9.5, 120, 150),
		fc.string({ maxLength: 20 }),
		fc.constantFrom(
			'full',
			'held',
			'ride-on',
			'vet',
			'felt',
			'now',
			'well',
			'none',
			'first-at-bottom',
			'other',
			'fits'
		),
		fc.constantFrom('2026-03-14', '2026-13-45', '2026-02-30', '2024-02-29', '2026-3-1', '1890-01-01'),
		fc.constantFrom(PAIRING, PAIRING.toUpperCase(), '01930000-0000-1000-8000-0000000000aa'),
		fc.subarray(['lame', 'short', 'rest', 'walk', 'massage', 'zebra']),
		fc.record(
			{ grade: fc.constantFrom(0, 1, 4, 5, 1.5, '1'), age: fc.constantFrom('new', 'old') },
			{ requiredKeys: [] }
		),
		fc.record({ fingers: fc.constantFrom(0, 3, 9), mm: fc.constantFrom(0, 54, 241) }, { requiredKeys: [] }),
		fc.record({ name: fc.constantFrom('Trial', ''), kind: fc.constantFrom('form', 'cart') }, { requiredKeys: [] }),
		fc.constantFrom([], {}, ['lame', 'lame'])
	);

	it('the door’s schema and the check of stored values agree on every value', () =>
		fc.assert(
			fc.property(fc.constantFrom(...FIELDS), value, (field, v) => {
				const atTheDoor = !fieldSchema(field)?.required().validate(v, { convert: false }).error;
				expect(isReadable(field, v as EntryValue), `${field} ${JSON.stringify(v)}`).to.equal(atTheDoor);
			}),
			{ numRuns: 6000, seed: 20261202 }
		));

	it('a day is a real one, at the door and in what is stored', () => {
		for (const field of ['decide/nextOn', 'day', 'answered/rest']) {
			expect(isReadable(field, '2026-13-45'), field).to.be.false;
			expect(isReadable(field, '2026-02-30'), field).to.be.false;
			expect(isReadable(field, '2026-02-28'), field).to.be.true;
		}
	});

	it('every code has its words, and no word is without a code', () => {
		for (const [codes, words] of [
			[ACTIONS, ACTION_WORDS],
			[HOLDERS, HOLDER_WORDS],
			[TREATMENTS, TREATED_WORDS],
			[REQUESTS, ASKED_WORDS],
			[PHOTO_VIEWS, PHOTO_WORDS],
			[STAGE_PADS, PAD_WORDS]
		] as const)
			expect(Object.keys(words)).to.have.members([...codes]);
	});

	it('says of each field at which step it is asked, whether it is a finding, and what it bears on', () => {
		expect([fieldStep('sign/skin/pocket/near'), fieldStep('sign/soreness/loin/off')]).to.deep.equal(['hair', 'feel']);
		expect(fieldStep(`check/${PAIRING}/pad/contact/both`)).to.equal('bare');
		expect(isFinding('before/panel', 'as-always')).to.be.false;
		expect(isFinding('before/panel', 'other')).to.be.true;
		expect(isFinding('stand/level', true)).to.be.false;
		expect(isFinding('rest/feel', null)).to.be.false;
		expect(
			['tape/girthCm', 'tape/swingMm', 'condition/score', 'condition/neck', 'way', 'nonsense'].map(fieldBearsOn)
		).to.deep.equal(['shape', 'nothing', 'shape', 'nothing', 'nothing', 'nothing']);
	});
});

describe('two devices that disagree, unseen by each other', () => {
	const SORE = 'sign/skin/pocket/near';
	const standing = (...entries: Entry[]) => valueOf(foldEntries(entries), entries[0]!.field);

	it('the more serious value counts whichever came last, and both are shown', () => {
		const [open, none] = [tap(SORE, { grade: 4 }), tap(SORE, { grade: 0 })];
		for (const entries of [
			[open, none],
			[none, open]
		]) {
			const states = foldEntries(entries);
			expect(valueOf(states, SORE)).to.deep.equal({ grade: 4 });
			expect(disagreements(states)[0]?.tips).to.have.length(2);
		}
	});

	it('deleted on one of them it still counts', () => {
		const sore = tap(SORE, { grade: 4 });
		expect(standing(sore, tap(SORE, null))).to.deep.equal({ grade: 4 });
	});

	it('a person who has seen both settles it', () => {
		const [open, none] = [tap(SORE, { grade: 4 }), tap(SORE, { grade: 0 })];
		const settled = foldEntries([open, none, tap(SORE, { grade: 0 }, [open.id, none.id])]);
		expect(valueOf(settled, SORE)).to.deep.equal({ grade: 0 });
		expect(disagreements(settled)).to.deep.equal([]);
	});

	it('goes by what each value means for the horse', () => {
		expect(standing(tap('decide/action', 'vet'), tap('decide/action', 'ride-on'))).to.equal('vet');
		expect(standing(tap('decide/nextOn', '2026-07-01'), tap('decide/nextOn', '2026-08-01'))).to.equal('2026-07-01');
		expect(standing(tap('going/bare', ['lame']), tap('going/bare', ['short']))).to.deep.equal(['lame', 'short']);
		expect(standing(tap('rest/hair', true), tap('rest/hair', null))).to.be.undefined;
		const top = `check/${PAIRING}/bare/clearance-top/both`;
		expect(standing(tap(top, { fingers: 0, mm: 0 }), tap(top, { fingers: 3, mm: 54 }))).to.deep.equal({
			fingers: 0,
			mm: 0
		});
		const angle = `check/${PAIRING}/bare/place/both`;
		expect(standing(tap(angle, 'on-blade'), tap(angle, 'behind-swing'))).to.equal('on-blade');
		expect(standing(tap('load/riderKg', 90), tap('load/riderKg', 60))).to.equal(90);
		// Of what is no worse either way the later one.
		expect(standing(tap('tape/girthCm', 180), tap('tape/girthCm', 184))).to.equal(184);
	});

	it('what asks for the vet by itself: open skin, heat, a strong answer, lameness, a decision; a squeeze at the withers does not', () => {
		expect(isForTheVet(SORE, { grade: 3 })).to.be.true;
		expect(isForTheVet(SORE, { grade: 2 })).to.be.false;
		expect(isForTheVet('going/ridden', ['lame'])).to.be.true;
		expect(isForTheVet('going/ridden', ['short'])).to.be.false;
		expect(isForTheVet('going/bare', ['short'])).to.be.true;
		expect(isForTheVet('decide/action', 'vet')).to.be.true;
		expect(isForTheVet('sign/soreness/withers-flank/near', { grade: 4, pressed: 'squeeze' })).to.be.false;
		expect(isForTheVet('sign/soreness/withers-flank/near', { grade: 4, pressed: 'flat' })).to.be.true;
		expect(severityOf('nonsense', 1)).to.equal(0);
	});
});

describe('stored values that cannot be read', () => {
	it('are set apart, and everything else is read', () => {
		const [good, bad, alien] = [
			tap('rest/feel', true),
			tap('decide/nextOn', '2026-13-45'),
			tap('sign/warp/pocket/near', { grade: 1 })
		];
		const sorted = sortReadable([good, bad, alien]);
		expect(sorted.readable).to.deep.equal([good]);
		expect(sorted.unreadable.map((e) => e.field)).to.deep.equal(['decide/nextOn', 'sign/warp/pocket/near']);
	});

	it('are named no longer once a person has replaced or deleted them', () => {
		const bad = tap('decide/nextOn', '2026-13-45');
		expect(sortReadable([bad, tap('decide/nextOn', '2026-07-01', [bad.id])]).unreadable).to.deep.equal([]);
		const alien = tap('sign/warp/pocket/near', { grade: 1 });
		expect(sortReadable([alien, tap('sign/warp/pocket/near', null, [alien.id])]).unreadable).to.deep.equal([]);
	});
});
