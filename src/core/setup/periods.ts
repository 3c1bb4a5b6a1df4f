import type { Day } from '../units/index.js';
import { compareSetups, followSetup, setupOn, type Setup, type SetupChange, type SetupVisit } from './setupOn.js';

/** A set-up and the days it lasted: `until` is the day it was changed, undefined for the one that stands. */
export interface SetupPeriod {
	readonly since: Day;
	readonly until: Day | undefined;
	readonly setup: Setup;
	readonly rides: number;
	/** Fingers counted above the withers under it, bare, at its last count. */
	readonly fingers: number | undefined;
}

/** Each set-up of a saddle in order of day, with what happened under it. `rodeOn` are days ridden in this saddle. */
export function setupPeriods(
	visits: readonly SetupVisit[],
	pairingId: string,
	happened: {
		readonly rodeOn: readonly Day[];
		readonly counted: readonly { readonly on: Day; readonly fingers: number }[];
	} = { rodeOn: [], counted: [] },
	upTo?: Day
): SetupPeriod[] {
	const { changes } = followSetup(visits, pairingId, upTo);
	return changes.map(({ on: since }, i) => {
		const until = changes[i + 1]?.on;
		const under = (day: Day): boolean =>
			day >= since && (until === undefined || day < until) && (upTo === undefined || day <= upTo);
		return {
			since,
			until,
			setup: setupOn(visits, pairingId, since),
			rides: happened.rodeOn.filter(under).length,
			fingers: happened.counted.filter((c) => under(c.on)).at(-1)?.fingers
		};
	});
}

/** What differs from one period to another, whichever came first. */
export const comparePeriods = (a: SetupPeriod, b: SetupPeriod): SetupChange['changed'] =>
	compareSetups(a.setup, b.setup);
