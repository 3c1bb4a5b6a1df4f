import type { Call } from '../call/index.js';
import type { CheckId, CheckSide, Stage } from '../checks/index.js';
import { handHistory, type LoggedRide } from '../reading/index.js';
import { followSetup, type SetupChange } from '../setup/index.js';
import type { Day } from '../units/index.js';
import { isEase } from '../visit/index.js';
import { isEvidence, readSigns, type Sign, type VisitFields } from '../zones/index.js';

/** What is other than at the visit before: the figures of both days, none of them called a real change here. */
export interface ChangedSince {
	/** The visit before. */
	readonly since: Day;
	/** Front, change since the fit mark as it stood then and stands now, mm. */
	readonly front: readonly {
		readonly side: 'near' | 'off';
		readonly thenMm: number;
		readonly nowMm: number;
		readonly sdMm: number;
	}[];
	/** Fingers counted at both. */
	readonly fingers: readonly {
		readonly check: CheckId;
		readonly stage: Stage;
		readonly side: CheckSide;
		readonly then: number;
		readonly now: number;
	}[];
	/** Signs that were not there. */
	readonly signs: readonly Sign[];
	readonly setup: SetupChange['changed'];
	/** Troubles seen on rides since. */
	readonly ridden: readonly string[];
}

export interface ChangedQuestion {
	/** Days with findings, in order; the last is the one that is looked at. */
	readonly days: readonly Day[];
	readonly calls: readonly Pick<Call, 'visitedOn' | 'changes'>[];
	readonly visits: readonly VisitFields[];
	readonly rides: readonly LoggedRide[];
	readonly pairingId: string;
	readonly front: string;
}

/** Least difference of two estimates that is worth a line, mm: below it both read the same. */
const SAME_MM = 1;

/** What changed between the last two visits; undefined before there are two. */
export function changedSince(q: ChangedQuestion): ChangedSince | undefined {
	const [since, day] = q.days.slice(-2);
	if (since === undefined || day === undefined) return undefined;
	const callOn = (upTo: Day) => q.calls.filter((c) => c.visitedOn <= upTo).at(-1);
	const [before, after] = [callOn(since), callOn(day)];
	const of = (call: typeof before, side: string) => call?.changes.find((c) => c.station === q.front && c.side === side);
	const front = (['near', 'off'] as const).flatMap((side) => {
		const [then, now] = [of(before, side), of(after, side)];
		if (!then || !now || before === after || Math.abs(now.mm - then.mm) < SAME_MM) return [];
		return [{ side, thenMm: then.mm, nowMm: now.mm, sdMm: now.sdMm }];
	});
	const upTo = q.visits.filter((v) => v.visitedOn <= day);
	const fingers = handHistory(upTo, q.pairingId).flatMap(({ check, stage, side, points }) => {
		const [then, now] = points.slice(-2);
		if (!then || now?.on !== day || then.fingers === now.fingers) return [];
		return [{ check, stage, side, then: then.fingers, now: now.fingers }];
	});
	const key = (s: Sign): string => `${s.kind} ${s.zone} ${s.side}`;
	const seen = new Set(
		upTo
			.filter((v) => v.visitedOn < day)
			.flatMap(readSigns)
			.filter(isEvidence)
			.map(key)
	);
	const signs = upTo
		.filter((v) => v.visitedOn === day)
		.flatMap(readSigns)
		.filter((s) => isEvidence(s) && !seen.has(key(s)));
	const setup = followSetup(upTo, q.pairingId)
		.changes.filter((c) => c.on > since)
		.flatMap((c) => c.changed);
	const ridden = q.rides.filter((r) => r.riddenOn > since).flatMap((r) => r.seen.filter((code) => !isEase(code)));
	return { since, front, fingers, signs, setup, ridden: [...new Set(ridden)] };
}
