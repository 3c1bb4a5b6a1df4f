import { expect } from 'chai';
import { watchHorse, type Call } from '../../../src/core/call/index.js';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import { makeMadeSeries, MAKES, type Make, type Trouble } from '../../../sim/makes/index.js';
import { seededRandom } from '../../../sim/random.js';

const FAMILIES = MAKES.find((m) => m.name === 'families') as Make;

interface Seen {
	readonly calls: readonly Call[];
	readonly troubled: Call | undefined;
	readonly tracings: readonly Tracing[];
	readonly fittedOn: string;
}
function seen(trouble: Trouble, seed: number, make = FAMILIES): Seen {
	const series = makeMadeSeries(make, 'quiet', 'low', seededRandom(seed), trouble, 14);
	const tracings = series.tracings.map(({ points, ...t }) => ({ ...t, curve: makeCurve(points) }));
	const { calls } = watchHorse(tracings, { school: 'close', fittedOn: series.fittedOn });
	return {
		calls,
		troubled: calls.find((c) => c.visitedOn === series.troubledOn),
		tracings,
		fittedOn: series.fittedOn
	};
}
const kinds = (call: Call | undefined): string[] => (call?.doubts ?? []).map((d) => d.kind);

describe('clumsy visits', () => {
	it('T8 and T13 exchanged is named, and the call stays', () => {
		for (const seed of [3, 4]) {
			const { troubled, calls } = seen('swapped', seed);
			expect(kinds(troubled)).to.deep.equal(['swapped']);
			expect(troubled?.doubts?.[0]?.sure).to.be.above(0.9);
			expect(calls.map((c) => c.verdict)).not.to.include('refit');
		}
	});

	it('sides exchanged on a lopsided back are named, whichever visit it was; the same visits as they were are not', () => {
		const { tracings, calls, fittedOn } = seen('none', 5);
		const lopsided = tracings.map((t) => ({ ...t, curve: widened(t, 10) }));
		const judged = (list: readonly Tracing[]) => watchHorse(list, { school: 'close', fittedOn }).calls;
		const days = calls.slice(3).map((c) => c.visitedOn);
		const named = days.filter((day) => {
			const behind = lopsided.map((t) => (t.visitedOn === day ? { ...t, curve: turnedRound(t) } : t));
			return kinds(judged(behind).find((c) => c.visitedOn === day)).includes('mirrored');
		});
		// A single crooked tracing may hide it.
		expect(named.length / days.length).to.be.at.least(0.8);
		expect(judged(lopsided).flatMap(kinds)).to.deep.equal([]);
	});

	it('clean visits are left alone', () => {
		const doubts = [6, 7].flatMap((seed) => seen('none', seed).calls.flatMap(kinds));
		expect(doubts).to.have.length.below(2);
	});

	it('a doubted visit weighs little: another horse’s sheets do not make a refit', () => {
		const { tracings, calls, fittedOn } = seen('none', 8);
		const day = calls[8]?.visitedOn as string;
		const other = tracings.map((t) => (t.visitedOn === day ? { ...t, curve: fatter(t) } : t));
		const at = watchHorse(other, { school: 'close', fittedOn }).calls.find((c) => c.visitedOn === day);
		expect(kinds(at)).to.have.length(1);
		// The width as drawn moved far: that is said, and asks for another visit.
		expect([at?.verdict, at?.guard, at?.nextStep]).to.deep.equal(['watch', 'plain-beyond', 'trace-again']);
		const near = at?.changes.find((c) => c.station === 'T8' && c.side === 'near');
		expect(Math.abs(near?.mm ?? 99)).to.be.below(4);
	});

	it('one that may be a mistake calls no refit by itself, and says so; said to be right, it does', () => {
		const { tracings, troubled, fittedOn } = seen('other-horse', 3);
		expect(kinds(troubled)).to.deep.equal(['other-horse']);
		expect(troubled?.verdict).to.equal('watch');
		expect(troubled?.nextStep).to.equal('trace-again');
		expect(troubled?.reasons.map((r) => r.code)).to.include('visit-doubted');
		const day = troubled?.visitedOn;
		const right = tracings.map((t) => (t.visitedOn === day ? { ...t, checked: true } : t));
		const { calls } = watchHorse(right, { school: 'close', fittedOn });
		expect(calls.find((c) => c.visitedOn === day)?.verdict).to.equal('refit');
	});

	it('what the next visits confirm is believed after all', () => {
		const { tracings, calls, fittedOn } = seen('none', 8);
		const from = calls[7]?.visitedOn as string;
		const gone = tracings.map((t) => (t.visitedOn >= from ? { ...t, curve: fatter(t) } : t));
		const last = watchHorse(gone, { school: 'close', fittedOn }).calls.at(-1);
		expect(last?.verdict).to.equal('refit');
		expect(kinds(last)).to.deep.equal([]);
	});
});

describe('hands and instruments', () => {
	it('somebody else who takes over is told, and loses nothing of the record', () => {
		const { calls } = seen('hands-over', 9);
		const told = calls.filter((c) => kinds(c).includes('hands'));
		expect(told.length).to.be.above(0);
		expect(told[0]?.doubts?.[0]?.sure).to.be.above(0.5);
		expect(calls.map((c) => c.verdict)).not.to.include('refit');
	});
	it('another instrument in the same hand is told as such', () => {
		expect(seen('gear', 10).calls.flatMap(kinds)).to.include('gear').and.not.include('hands');
	});
	it('thirty names on one record, two on one visit with one repeat each: an answer all the same', () => {
		const { tracings, fittedOn } = seen('none', 11);
		const named = tracings.map((t, i) => ({ ...t, operator: `person ${i % 30}`, source: 'ruler' }));
		const { calls } = watchHorse(named, { school: 'close', fittedOn });
		expect(calls.every((c) => c.changes.every((x) => Number.isFinite(x.mm) && Number.isFinite(x.sdMm)))).to.be.true;
		expect(calls.map((c) => c.verdict)).not.to.include('refit');
	});
	it('how a line came in is no instrument, and a name added later no new hand', () => {
		const { tracings, fittedOn } = seen('none', 12);
		const last = tracings.at(-1)?.visitedOn as string;
		const mixed = tracings.map((t, i) => ({
			...t,
			source: i % 2 ? 'svg' : 'points',
			...(t.visitedOn === last ? { operator: 'Wren' } : {})
		}));
		const plain = watchHorse(tracings, { school: 'close', fittedOn }).calls;
		expect(watchHorse(mixed, { school: 'close', fittedOn }).calls).to.deep.equal(plain);
	});
});

const each = (t: Tracing, of: (x: number, y: number) => number) => ({
	xMm: t.curve.xMm.map((x, i) => of(x, t.curve.yMm[i] as number)),
	yMm: t.curve.yMm
});
const widened = (t: Tracing, mm: number) => each(t, (x, y) => (x > 0 ? x + mm * Math.min(1, -y / 50) : x));
const fatter = (t: Tracing) => each(t, (x, y) => x + Math.sign(x) * 20 * Math.min(1, Math.max(0, -y) / 70));
const turnedRound = (t: Tracing) => {
	const { curve: widenedNow } = t;
	return { xMm: widenedNow.xMm.map((x) => -x).reverse(), yMm: Float64Array.from(widenedNow.yMm).reverse() };
};
