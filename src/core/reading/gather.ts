import type { SideChange } from '../change/index.js';
import { contradictions, judgeAnswer, latestByStage, readAnswers, type HandSchool } from '../checks/index.js';
import { bodyWeightKg, carriedShare } from '../load/index.js';
import { daysBetween, type Day } from '../units/index.js';
import { GOING_SIGNS, RUNGS, valueOf, type FieldStates, type GoingSign } from '../visit/index.js';
import { standingSigns, type VisitFields } from '../zones/index.js';
import type { Evidence, GoingSeen } from './types.js';

/** A ride or a change from the log between visits. */
export interface LoggedRide {
	readonly riddenOn: Day;
	readonly seen: readonly string[];
}

export interface GatherOptions {
	readonly handSchool: HandSchool;
	readonly day: Day;
	/** The saddle in question; hand checks of others are left aside. */
	readonly pairingId: string | undefined;
	/** Hand checks from before the saddle was last fitted speak of another fit. */
	readonly fittedOn?: Day | undefined;
	readonly changes: readonly SideChange[];
	readonly rides: readonly LoggedRide[];
}

const BEHAVIOUR_DAYS = 28;

export function goingOf(visit: VisitFields): GoingSeen | undefined {
	const rungs: Record<string, readonly GoingSign[]> = {};
	for (const rung of RUNGS) {
		const seen = valueOf(visit.states, `going/${rung}`);
		if (Array.isArray(seen)) rungs[rung] = GOING_SIGNS.filter((s) => (seen as string[]).includes(s));
	}
	return Object.keys(rungs).length > 0 ? { seenOn: visit.visitedOn, rungs } : undefined;
}

const numberAt = (states: FieldStates, field: string): number | undefined => {
	const value = valueOf(states, field);
	return typeof value === 'number' ? value : undefined;
};

/** Body weight by tape at a visit, kg; undefined where girth or length was not taken. */
export function weightOf(states: FieldStates): number | undefined {
	const [girthCm, lengthCm] = [numberAt(states, 'tape/girthCm'), numberAt(states, 'tape/lengthCm')];
	return girthCm === undefined || lengthCm === undefined ? undefined : bodyWeightKg(girthCm, lengthCm);
}

/** Carried share of body weight at a visit, 0..1. */
export function shareOf(states: FieldStates): number | undefined {
	const [horseKg, riderKg] = [weightOf(states), numberAt(states, 'load/riderKg')];
	if (horseKg === undefined || riderKg === undefined) return undefined;
	return carriedShare(riderKg + (numberAt(states, 'load/tackKg') ?? 0), horseKg);
}

function lastWith<T>(visits: readonly VisitFields[], pick: (v: VisitFields) => T | undefined): T | undefined {
	for (const v of visits) {
		const found = pick(v);
		if (found !== undefined) return found;
	}
	return undefined;
}

/** Gathers what is known on a day from visits, rides and the shape; nothing later than the day. */
export function gatherEvidence(visits: readonly VisitFields[], options: GatherOptions): Evidence {
	const { day, pairingId } = options;
	const back = visits.filter((v) => v.visitedOn <= day).sort((a, b) => b.visitedOn.localeCompare(a.visitedOn));
	const checked = lastWith(back, (v) => {
		if (options.fittedOn && v.visitedOn < options.fittedOn) return undefined;
		const answers = readAnswers(v.states)
			.filter((a) => a.pairingId === pairingId)
			.map((a) => judgeAnswer(a, options.handSchool));
		return answers.length > 0 ? { on: v.visitedOn, answers } : undefined;
	});
	const recent = options.rides.filter((r) => {
		const ageDays = daysBetween(r.riddenOn, day);
		return ageDays >= 0 && ageDays <= BEHAVIOUR_DAYS;
	});
	const behaviour = new Map<string, { seenOn: Day; code: string }>();
	for (const ride of recent) for (const code of ride.seen) behaviour.set(code, { seenOn: ride.riddenOn, code });
	return {
		day,
		signs: standingSigns(back, day),
		going: lastWith(back, goingOf),
		answers: checked ? latestByStage(checked.answers) : [],
		contradictions: checked ? contradictions(checked.answers) : [],
		checkedOn: checked?.on,
		changes: options.changes,
		carriedShare: lastWith(back, (v) => shareOf(v.states)),
		behaviour: [...behaviour.values()]
	};
}
