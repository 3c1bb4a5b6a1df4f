import { expect } from 'chai';
import { disagreements, foldEntries, stableText, valueOf } from '../../../src/core/visit/index.js';
import { seededRandom } from '../../../sim/random.js';
import { tap } from '../../support/notes.js';

describe('foldEntries', () => {
	it('shows the value that nobody has replaced', () => {
		const a = tap('stand/level', true);
		const b = tap('stand/level', false, [a.id]);
		expect(valueOf(foldEntries([a, b]), 'stand/level')).to.equal(false);
	});

	it('gives the same fields whatever the order and however often a tap arrives', () => {
		const random = seededRandom(5);
		const taps = [tap('way', 'full')];
		for (let i = 0; i < 60; i++) {
			const field = `tape/girthCm${i % 4}`;
			const seen = taps.filter((t) => t.field === field && random() < 0.5).map((t) => t.id);
			taps.push(tap(field, i, seen));
		}
		const once = stableText([...foldEntries(taps)].sort(([a], [b]) => (a < b ? -1 : 1)));
		for (let k = 0; k < 20; k++) {
			const shuffled = [...taps, ...taps.slice(0, 9)].sort(() => random() - 0.5);
			expect(stableText([...foldEntries(shuffled)].sort(([a], [b]) => (a < b ? -1 : 1)))).to.equal(once);
		}
	});

	it('keeps both values of two devices that had not seen each other, and says so', () => {
		const start = tap('condition/score', 5);
		const [one, other] = [tap('condition/score', 4, [start.id]), tap('condition/score', 6, [start.id])];
		const states = foldEntries([start, one, other]);
		expect(disagreements(states).map((s) => s.field)).to.deep.equal(['condition/score']);
		expect(states.get('condition/score')?.tips.map((t) => t.value)).to.deep.equal([4, 6]);
		const settled = tap('condition/score', 4, [one.id, other.id]);
		expect(disagreements(foldEntries([start, one, other, settled]))).to.deep.equal([]);
	});

	it('does not call it a disagreement when both devices say the same', () => {
		const twice = [tap('going/bare', []), tap('going/bare', [])];
		expect(disagreements(foldEntries(twice))).to.deep.equal([]);
	});

	it('never hangs on a clock: an entry from a clock ten years fast is replaced like any other', () => {
		const fast = { ...tap('way', 'quick'), madeAt: '2036-01-01T00:00:00.000Z' };
		const next = tap('way', 'full', [fast.id]);
		expect(valueOf(foldEntries([next, fast]), 'way')).to.equal('full');
	});

	it('a field taken back has no value', () => {
		const a = tap('rest/feel', true);
		expect(valueOf(foldEntries([a, tap('rest/feel', null, [a.id])]), 'rest/feel')).to.be.undefined;
	});

	it('survives a ring of replacements', () => {
		const a = tap('way', 'full');
		const b = { ...tap('way', 'quick'), replaces: [a.id] };
		expect(valueOf(foldEntries([{ ...a, replaces: [b.id] }, b]), 'way')).to.equal('quick');
	});
});

describe('stableText', () => {
	it('is equal for equal values in another order of keys, and differs otherwise', () => {
		expect(stableText({ a: 1, b: [2, { d: 3, c: null }] })).to.equal(stableText({ b: [2, { c: null, d: 3 }], a: 1 }));
		expect(stableText({ a: 1 })).to.not.equal(stableText({ a: '1' }));
	});
});
