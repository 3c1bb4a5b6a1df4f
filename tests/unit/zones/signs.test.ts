import { expect } from 'chai';
import {
	parseSignField,
	readSigns,
	isEvidence,
	isMark,
	meaningOf,
	SIGN_KINDS,
	SIGN_MEANING,
	vetReason,
	standingSigns,
	strokeAge,
	tallyZones,
	ZONES,
	type Sign
} from '../../../src/core/zones/index.js';
import { GRADE_WORDS, ZONE_WORDS } from '../../../src/words/index.js';
import { addDays } from '../../../src/core/units/index.js';
import { visitOf } from '../../support/notes.js';

const SORE = 'sign/soreness/pocket/near';

describe('signs', () => {
	it('every grade of every scale and every zone has its words', () => {
		for (const kind of SIGN_KINDS) expect(GRADE_WORDS[kind], kind).to.have.length(meaningOf(kind).grades.length);
		for (const z of ZONES) expect(ZONE_WORDS[z.id]).to.be.a('string');
	});

	it('soreness is the horse’s answer, from nothing to a threat (common practice, no source)', () =>
		expect(SIGN_MEANING.soreness.grades).to.deep.equal(['none', 'twitch', 'flinch', 'dips', 'threatens']));

	it('a kind says for itself whether it is a mark, when a vet comes first and why', () => {
		expect(SIGN_KINDS.filter((kind) => !isMark({ kind, grade: 1 }))).to.deep.equal(['hollow', 'sweat']);
		expect(SIGN_KINDS.every((kind) => isEvidence({ kind, grade: 1 }) && !isEvidence({ kind, grade: 0 }))).to.be.true;
		const vets = Object.fromEntries(
			SIGN_KINDS.map((kind) => [kind, meaningOf(kind).grades.findIndex((_, grade) => vetReason({ kind, grade }))])
		);
		expect(vets).to.deep.equal({
			soreness: 3,
			heat: 1,
			swelling: 1,
			knot: -1,
			hollow: -1,
			hair: -1,
			skin: 3,
			sweat: -1
		});
	});

	it('a field that names no zone, kind or side is no sign', () => {
		for (const f of ['sign/soreness/knee/near', 'sign/mood/pocket/near', 'sign/soreness/pocket/left', 'sign/soreness'])
			expect(parseSignField(f), f).to.be.undefined;
		expect(parseSignField(SORE)).to.deep.equal({ kind: 'soreness', zone: 'pocket', side: 'near' });
	});

	it('are read with their visit’s day, those taken back left out', () => {
		const signs = readSigns(visitOf('2026-03-14', { [SORE]: { grade: 2 }, 'sign/hair/blade/off': null, way: 'full' }));
		expect(signs).to.deep.equal([
			{ visitedOn: '2026-03-14', kind: 'soreness', zone: 'pocket', side: 'near', grade: 2 }
		]);
	});
});

describe('standingSigns', () => {
	const first = visitOf('2026-01-10', { [SORE]: { grade: 2 }, 'sign/hair/blade/off': { grade: 5 } });
	it('stand until somebody looks again', () =>
		expect(standingSigns([first], '2026-09-01').map((s) => s.zone)).to.deep.equal(['pocket', 'blade']));
	it('fall when the next visit found the rest of that group quiet', () => {
		const next = visitOf('2026-02-10', { 'rest/feel': true });
		expect(standingSigns([next, first], '2026-03-01').map((s) => s.kind)).to.deep.equal(['hair']);
	});
	it('stay for what the next visit named, at its new grade', () => {
		const next = visitOf('2026-02-10', { 'rest/feel': true, [SORE]: { grade: 1 } });
		const found = standingSigns([first, next], '2026-03-01').find((s) => s.kind === 'soreness');
		expect([found?.grade, found?.visitedOn]).to.deep.equal([1, '2026-02-10']);
	});
	it('fall when pressed again and found quiet', () => {
		const next = visitOf('2026-02-10', { [SORE]: { grade: 0 } });
		expect(standingSigns([first, next], '2026-03-01').map((s) => s.kind)).to.deep.equal(['hair']);
	});
	it('know nothing of later visits', () => {
		const next = visitOf('2026-02-10', { 'rest/feel': true, 'rest/hair': true });
		expect(standingSigns([first, next], '2026-01-31')).to.have.length(2);
	});
});

describe('the tally', () => {
	const day = '2026-06-01';
	const at = (ageDays: number, more: Partial<Sign> = {}): Sign => ({
		visitedOn: addDays(day, -ageDays),
		kind: 'soreness',
		zone: 'pocket',
		side: 'near',
		grade: 1,
		...more
	});

	it('is one stroke for each sign of each visit, the freshest first', () => {
		const strokes = tallyZones([at(60), at(3), at(3, { kind: 'hair' })], day).get('pocket near');
		expect(strokes?.map((s) => s.ageDays)).to.deep.equal([3, 3, 60]);
	});
	it('fades at 4, 12 and 26 weeks', () => {
		expect([0, 28, 29, 84, 85, 182, 183].map(strokeAge)).to.deep.equal([
			'fresh',
			'fresh',
			'fading',
			'fading',
			'old',
			'old',
			undefined
		]);
		expect(tallyZones([at(183)], day).size).to.equal(0);
	});
	it('counts neither quiet answers, nor even sweat, nor later visits', () =>
		expect(tallyZones([at(3, { grade: 0 }), at(3, { kind: 'sweat', grade: 0 }), at(-3)], day).size).to.equal(0));
	it('can be narrowed by kind and side', () => {
		const signs = [at(1), at(1, { side: 'off' }), at(1, { kind: 'hair' })];
		expect([...tallyZones(signs, day, { kinds: ['soreness'], sides: ['off'] }).keys()]).to.deep.equal(['pocket off']);
	});
});
