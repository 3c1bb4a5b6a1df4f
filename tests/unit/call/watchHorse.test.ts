import { expect } from 'chai';
import { watchHorse, type Call } from '../../../src/core/call/index.js';
import { overlayCuts } from '../../../src/core/change/index.js';
import type { Tracing } from '../../../src/core/curve/index.js';
import { addDays } from '../../../src/core/units/index.js';
import { CALM_HAND, USUAL_HAND } from '../../../sim/trace.js';
import { codeOf } from '../../support/codes.js';
import { everyFourWeeks, posed, series, slide, START, STEADY_HAND } from '../../support/shapes.js';

const fitted = { school: 'close', fittedOn: START } as const;
const watch = (tracings: readonly Tracing[], school: 'close' | 'roomy' = 'close'): readonly Call[] =>
	watchHorse(tracings, { ...fitted, school }).calls;
const last = (calls: readonly Call[]): Call => calls[calls.length - 1] as Call;
const still = slide(0, 0, 1);

describe('watchHorse on made-up horses', () => {
	it('a still back stays steady, whoever traces it', () => {
		for (const seed of [1, 2, 3]) {
			const calls = watch(series(still, { visits: 16, hand: USUAL_HAND, seed }));
			expect(calls.map((c) => c.verdict).filter((v) => v === 'refit')).to.deep.equal([]);
		}
	});

	it('a loss of 10 mm is called refit, loss, local', () => {
		const call = last(watch(series(slide(-10, 16, 32), { visits: 14, hand: CALM_HAND, seed: 11 })));
		expect([call.verdict, call.direction, call.cause, call.nextStep]).to.deep.equal([
			'refit',
			'loss',
			'local-loss',
			'call-fitter'
		]);
		expect(call.reasons[0]?.code).to.equal('front-lost');
	});

	it('the same gain is a refit for a close fit and not yet for a roomy one at 7 mm', () => {
		const tracings = series(slide(7, 12, 24), { visits: 16, hand: STEADY_HAND, seed: 3 });
		expect(last(watch(tracings, 'close')).verdict).to.equal('refit');
		expect(last(watch(tracings, 'roomy')).verdict).to.equal('watch');
	});

	it('one side lost is one-sided, and a vet comes first', () => {
		const story = slide(-11, 12, 28, { near: 1, off: 0, middle: 0.3, rear: 0.1 });
		const call = last(watch(series(story, { visits: 14, hand: CALM_HAND, seed: 21 })));
		expect(call.verdict).to.equal('refit');
		expect(call.cause).to.equal('one-sided');
		expect(call.nextStep).to.equal('call-vet');
	});

	it('fat everywhere is condition, not muscle', () => {
		const story = slide(9, 12, 30, { near: 1, off: 1, middle: 0.95, rear: 0.9 });
		expect(last(watch(series(story, { visits: 14, hand: CALM_HAND, seed: 31 }))).cause).to.equal('condition-gain');
	});

	it('growth is not named for a grown horse', () => {
		const tracings = series(slide(9, 4, 40, { near: 1, off: 1, middle: 0.5, rear: 0.35 }), {
			visits: 14,
			hand: STEADY_HAND,
			seed: 41
		});
		const cause = (age: number) => last(watchHorse(tracings, { ...fitted, ageYearsOn: () => age }).calls).cause;
		expect(cause(4)).to.equal('growth');
		expect(cause(14)).to.equal('local-gain');
	});

	it('intervals hold the truth in most visits', () => {
		let held = 0;
		let all = 0;
		for (const seed of [51, 52, 53, 54])
			watch(series(slide(-8, 20, 44), { visits: 14, hand: USUAL_HAND, seed })).forEach((call, i) => {
				const truth = -8 * Math.max(0, Math.min(1, (i * 4 - 20) / 24));
				const near = call.changes.find((c) => c.station === 'T8' && c.side === 'near');
				if (near && near.ci95[0] <= truth && truth <= near.ci95[1]) held++;
				all++;
			});
		expect(held / all).to.be.above(0.9);
	});

	it('judges each visit from what was known by then', () => {
		const tracings = series(slide(-10, 16, 32), { visits: 12, hand: USUAL_HAND, seed: 61 });
		const all = watch(tracings);
		const until = watch(tracings.filter((t) => t.visitedOn <= everyFourWeeks(6)));
		expect(until).to.deep.equal(all.slice(0, until.length));
	});

	it('does not flap: after refit comes no steady at the very next visit', () => {
		for (const seed of [71, 72]) {
			const verdicts = watch(series(slide(-6.2, 10, 20), { visits: 20, hand: USUAL_HAND, seed })).map((c) => c.verdict);
			verdicts.forEach((v, i) => expect(v === 'steady' && verdicts[i - 1] === 'refit', verdicts.join(' ')).to.be.false);
		}
	});
});

describe('watchHorse on thin or odd records', () => {
	const tracings = series(still, { visits: 6, hand: CALM_HAND, seed: 81 });

	it('a single visit is steady, and says what it could show', () => {
		const [call] = watch(tracings.filter((t) => t.visitedOn === START));
		expect(call?.verdict).to.equal('steady');
		expect(call?.reasons[0]?.code).to.equal('no-real-change');
	});

	it('no repeats widen the interval', () => {
		const width = (list: readonly Tracing[]) => {
			const c = last(watch(list)).changes.find((x) => x.side === 'near' && x.station === 'T8');
			return (c?.ci95[1] ?? 0) - (c?.ci95[0] ?? 0);
		};
		expect(width(tracings.filter((t) => t.repeat === 1))).to.be.above(width(tracings));
	});

	it('order of rows does not matter', () => expect(watch([...tracings].reverse())).to.deep.equal(watch(tracings)));

	it('takes a tracing within three weeks of the fit mark for the fitted day, and says none further off', () => {
		expect(watchHorse(tracings, { school: 'close', fittedOn: addDays(START, 10) }).fitDay).to.equal(START);
		expect(codeOf(() => watchHorse(tracings, { school: 'close', fittedOn: addDays(START, -90) }))).to.equal(
			'no-visit-at-fit'
		);
	});

	it('says when T8 was never traced, or ends too high', () => {
		expect(codeOf(() => watch(tracings.filter((t) => t.station !== 'T8')))).to.equal('no-front-tracing');
		const short = tracings.map((t) => {
			const keep = Array.from(t.curve.yMm, (y) => y > -70);
			return {
				...t,
				curve: { xMm: t.curve.xMm.filter((_, i) => keep[i]), yMm: t.curve.yMm.filter((_, i) => keep[i]) }
			};
		});
		expect(codeOf(() => watch(short))).to.equal('fit-day-short');
	});

	it('a station never traced again has no change, the others have', () => {
		const stations = new Set(
			last(watch(tracings.filter((t) => t.station !== 'T18' || t.visitedOn !== START))).changes.map((c) => c.station)
		);
		expect([...stations]).to.deep.equal(['T8', 'T13']);
	});

	it('names a bad tracing and leaves it out', () => {
		const spoilt = tracings.map((t) =>
			t.visitedOn === everyFourWeeks(5) && t.station === 'T8' && t.repeat === 2
				? { ...t, curve: { ...t.curve, xMm: t.curve.xMm.map((x) => (x > 0 ? x * 0.75 : x)) } }
				: t
		);
		const call = last(watch(spoilt));
		expect(call.reasons.map((r) => r.code)).to.include('tracing-left-out');
		expect(call.verdict).to.equal('steady');
	});

	it('bears a gap of ten years', () => {
		const late = tracings.map((t) =>
			t.visitedOn === everyFourWeeks(5) ? { ...t, visitedOn: addDays(t.visitedOn, 3650) } : t
		);
		expect(last(watch(late)).verdict).to.equal('steady');
	});

	it('two visits on one day are one visit of more repeats', () => {
		const twice = tracings.flatMap((t) =>
			t.visitedOn === everyFourWeeks(3) ? [t, { ...t, repeat: t.repeat + 3 }] : [t]
		);
		const calls = watch(twice);
		expect(calls).to.have.length(6);
		expect(last(calls).verdict).to.equal('steady');
	});

	it('where all repeats of a visit are sprung, at most one is left out, and a still back is not called refit for it', () => {
		const springs = [
			(x: number) => (x > 0 ? x * 1.14 : x),
			(x: number) => (x < 0 ? x * 1.14 : x),
			(x: number) => x * 0.88
		];
		const sprung = tracings.map((t) =>
			t.visitedOn === everyFourWeeks(4) && t.station === 'T8'
				? { ...t, curve: { ...t.curve, xMm: t.curve.xMm.map(springs[t.repeat - 1] as (x: number) => number) } }
				: t
		);
		const { calls, changes } = watchHorse(sprung, fitted);
		const at = changes[4]?.stations.get('T8');
		expect(at?.leftOut).to.be.below(2);
		expect((at?.counted ?? 0) + (at?.leftOut ?? 0)).to.equal(3);
		expect(calls.slice(4).map((c) => c.verdict)).not.to.include('refit');
	});

	it('a fit mark after the last visit takes the last one near it, and says so when none is near', () => {
		const lastDay = everyFourWeeks(5);
		const near = watchHorse(tracings, { school: 'close', fittedOn: addDays(lastDay, 14) });
		expect([near.fitDay, near.calls.length]).to.deep.equal([lastDay, 1]);
		expect(codeOf(() => watchHorse(tracings, { school: 'close', fittedOn: addDays(lastDay, 90) }))).to.equal(
			'no-visit-at-fit'
		);
	});

	it('a new fit mark begins the comparison anew: what changed before it no longer counts', () => {
		const moved = series(slide(-10, 8, 20), { visits: 12, hand: CALM_HAND, seed: 83 });
		const fittedOn = everyFourWeeks(6);
		const anew = watchHorse(moved, { school: 'close', fittedOn });
		expect(watch(moved).map((c) => c.verdict)).to.include('refit');
		expect(anew.calls.map((c) => c.verdict)).not.to.include('refit');
		expect(anew.calls).to.have.length(6);
	});

	it('four hundred visits are judged, each of them', () => {
		const many = series(still, { visits: 400, hand: CALM_HAND, seed: 85, repeats: 1 });
		const calls = watch(many);
		expect(calls).to.have.length(400);
		expect(calls.every((c) => c.changes.every((x) => Number.isFinite(x.mm) && Number.isFinite(x.sdMm)))).to.be.true;
		expect(calls.map((c) => c.verdict)).not.to.include('refit');
	});

	it('a change of sheet angle alone is no change', () => {
		const turned = tracings.map((t) => (t.visitedOn === everyFourWeeks(5) ? { ...t, curve: posed(t.curve, 1.5) } : t));
		expect(last(watch(turned)).verdict).to.equal('steady');
	});
});

describe('overlayCuts', () => {
	const tracings = series(still, { visits: 2, hand: CALM_HAND, seed: 91 });
	it('lays a day over the fitted day, by station in order', () => {
		const cuts = overlayCuts(tracings, START, everyFourWeeks(1));
		expect(cuts.map((c) => c.station)).to.deep.equal(['T8', 'T13', 'T18']);
		expect(cuts.every((c) => c.then && c.now)).to.be.true;
	});
	it('says which half is missing', () => {
		const cuts = overlayCuts(
			tracings.filter((t) => !(t.station === 'T18' && t.visitedOn === START)),
			START,
			everyFourWeeks(1)
		);
		expect(cuts[2]?.then).to.be.undefined;
		expect(overlayCuts(tracings, undefined, START)[0]?.then).to.be.undefined;
	});
});
