import { expect } from 'chai';
import { DEMO_LONG_LINES, demoLongLine } from '../../../sim/demo/longLines.js';
import { DEMO_YARDS } from '../../../sim/demo/patrol.js';
import {
	DEMO_SADDLE_ROCK_MM,
	STORE_HORSE,
	STORE_SADDLES,
	storeUnderside,
	undersideFrom
} from '../../../sim/demo/saddles.js';
import { demoVisits, type DemoVisit } from '../../../sim/demo/visits.js';
import { makeCurve, type Tracing } from '../../../src/core/curve/index.js';
import {
	CONDITIONS,
	seatFitDay,
	seatMeasured,
	type Condition,
	type SaddleMeasures
} from '../../../src/core/seat/index.js';

const NO_SHIMS = { front_near: 0, front_off: 0, middle_near: 0, middle_off: 0, rear_near: 0, rear_off: 0 };
const yard = DEMO_YARDS[0]!;
/** Ribs as the demo's tape has them. */
const RIB_MM: Readonly<Record<string, number>> = { Samphire: 455, Thrift: 480, Eider: 440 };

const tracingsOf = (visits: readonly DemoVisit[]): Tracing[] =>
	visits.flatMap((v) =>
		v.tracings.map((t) => ({
			visitedOn: v.visitedOn,
			station: t.station,
			repeat: t.repeat,
			curve: makeCurve(t.points)
		}))
	);
const storyOf = (name: string) => {
	const i = yard.horses.findIndex((h) => h.name === name);
	const horse = yard.horses[i]!;
	const visits = demoVisits(horse, '2026-11-27', 1007 + 17 * i);
	return { horse, visits, fitted: visits[horse.fitVisits.at(-1)!]!, last: visits.at(-1)! };
};

function seatOn(name: string, saddle: SaddleMeasures, bearsMm: number): readonly Condition[] {
	const { last } = storyOf(name);
	const lines = (DEMO_LONG_LINES[name] ?? [])
		.filter((l) => l.before === 0)
		.flatMap((l) =>
			['L100near', 'L100off'].map((station): Tracing => {
				const { xMm, yMm } = demoLongLine(l);
				const curve = makeCurve(xMm.map((x, i) => [x, yMm[i] as number] as const));
				return { visitedOn: last.visitedOn, station, repeat: 1, curve };
			})
		);
	return seatMeasured({
		tracings: [...tracingsOf([last]), ...lines],
		saddle,
		bearsMm,
		padMm: 0,
		shims: NO_SHIMS,
		muscleMm: 0,
		planned: false,
		lastRibMm: RIB_MM[name]
	}).conditions;
}
const ownSaddle = (name: string): readonly Condition[] => {
	const { horse, fitted } = storyOf(name);
	const { bearingMm } = yard.saddles.find((s) => s.name === horse.saddle)!;
	return seatOn(name, undersideFrom(fitted.tracings, DEMO_SADDLE_ROCK_MM[horse.saddle]!), bearingMm);
};

describe('the demo shows how a saddle can sit', function () {
	this.timeout(120_000);
	const seen = new Set<Condition>();

	it('each saddle of the store is as good as Samphire’s own but for one fault, which is named', () => {
		const { visits } = storyOf(STORE_HORSE);
		const named = STORE_SADDLES.map((s) => seatOn(STORE_HORSE, storeUnderside(visits[0]!.tracings, s), s.bearingMm));
		expect(named).to.deep.equal([['narrow'], ['wide'], ['bridging'], ['rocking'], ['channel'], ['long']]);
		expect(ownSaddle(STORE_HORSE)).to.deep.equal(['fits']);
		for (const c of [...named.flat(), 'fits' as const]) seen.add(c);
	});

	it('a cob that is low in front tips its saddle forward, a horse high in front tips it back', () => {
		expect(ownSaddle('Eider')).to.include('pitched-forward');
		expect(ownSaddle('Thrift')).to.include('pitched-back');
		seen.add('pitched-forward').add('pitched-back');
	});

	it('muscle gone from one side leans the saddle that fitted', () => {
		const { visits, fitted } = storyOf('Curlew');
		expect(seatFitDay(tracingsOf(visits), { fitDay: fitted.visitedOn }).conditions).to.deep.equal(['twisted']);
		seen.add('twisted');
	});

	it('no way of sitting is left out', () => expect([...seen]).to.have.members(['fits', ...CONDITIONS]));
});
