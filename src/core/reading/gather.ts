import { contradictions, judgeAnswer, readAnswers, type HandRules } from '../checks/index.js';
import { bodyWeightKg, carriedShare, WEIGHT_CHANGE_SHARE } from '../load/index.js';
import { lookAgain, type LoggedChange, type LookAgain } from '../schedule/index.js';
import { daysBetween, type Day } from '../units/index.js';
import {
	answeredBy,
	GOING_SIGNS,
	hasFindings,
	isEase,
	isForTheVet,
	RUNGS,
	valueOf,
	type Entry,
	type FieldState,
	type FieldStates,
	type GoingSign,
	type Rung
} from '../visit/index.js';
import {
	latestFirst,
	needsAnswer,
	readSigns,
	standingSigns,
	vetReason,
	type Sign,
	type VisitFields
} from '../zones/index.js';
import { handHistory, roomMoved } from './handHistory.js';
import type { Decided, Evidence, GoingOpen, GoingSeen, ShapeSeen } from './types.js';

/** A ride or a change from the log between visits. */
export interface LoggedRide {
	readonly riddenOn: Day;
	readonly seen: readonly string[];
	readonly changes: readonly LoggedChange[];
}

export interface GatherOptions {
	readonly rules: HandRules;
	/** Evidence up to this day. */
	readonly day: Day;
	/** Today, for what only time brings (a lay-off); the day itself where absent. */
	readonly today?: Day | undefined;
	/** The saddle in question; hand checks of others are left aside. */
	readonly pairingId: string | undefined;
	/** Hand checks and decisions from before the saddle was last fitted speak of another fit. */
	readonly fittedOn?: Day | undefined;
	/** Last day on which the back was traced. */
	readonly tracedOn?: Day | undefined;
	readonly changes: readonly ShapeSeen[];
	readonly rides: readonly LoggedRide[];
}

/** What a ride showed that speaks of trouble; signs of ease are kept, and ask for nothing. */
const troubles = ({ seen }: LoggedRide): readonly string[] => seen.filter((code) => !isEase(code));

/** How long new behaviour counts (common practice, no source). */
export const BEHAVIOUR_DAYS = 28;

export function goingOf(visit: VisitFields): GoingSeen | undefined {
	const rungs: Record<string, readonly GoingSign[]> = {};
	for (const rung of RUNGS) {
		const seen = valueOf(visit.states, `going/${rung}`);
		if (Array.isArray(seen)) rungs[rung] = GOING_SIGNS.filter((s) => (seen as string[]).includes(s));
	}
	return Object.keys(rungs).length > 0 ? { seenOn: visit.visitedOn, rungs } : undefined;
}

export const numberAt = (states: FieldStates, field: string): number | undefined => {
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

/** Strong answers that stand and were as strong at an earlier visit. */
function repeatedSigns(standing: readonly Sign[], back: readonly VisitFields[]): Set<string> {
	const before = back.flatMap(readSigns);
	const again = standing.filter(
		(s) =>
			vetReason(s) !== undefined &&
			before.some(
				(b) =>
					b.kind === s.kind &&
					b.zone === s.zone &&
					b.side === s.side &&
					b.visitedOn < s.visitedOn &&
					vetReason(b) !== undefined
			)
	);
	return new Set(again.map(signKey));
}

export const signKey = (s: Pick<Sign, 'kind' | 'zone' | 'side'>): string => `${s.kind} ${s.zone} ${s.side}`;

/** What a person decided at a visit, if anything. */
export function decisionOf(visit: VisitFields): Decided | undefined {
	const at = (field: string) => valueOf(visit.states, field);
	const [action, nextOn, asked] = [at('decide/action'), at('decide/nextOn'), at('treat/asked')];
	const wishes = Array.isArray(asked) ? (asked as readonly string[]) : [];
	if (action === undefined && nextOn === undefined && wishes.length === 0) return undefined;
	return {
		seenOn: visit.visitedOn,
		...(typeof action === 'string' ? { action } : {}),
		...(typeof nextOn === 'string' ? { nextOn } : {}),
		asked: wishes
	};
}

/** The last decision up to a day, answered since or not. */
export const lastDecision = (visits: readonly VisitFields[], day: Day): Decided | undefined =>
	lastWith(latestFirst(visits, day), decisionOf);

/** The decision that stands: the last one, or an earlier one for the vet that the last one did not know of. */
export function standingDecision(visits: readonly VisitFields[], day: Day): Decided | undefined {
	const back = latestFirst(visits, day);
	const open = unanswered(back, (field) => field === 'decide/action').at(0);
	const last = lastWith(back, decisionOf);
	if (!open || last?.action === 'vet') return last;
	return { asked: [], ...last, seenOn: open.visit.visitedOn, action: 'vet' };
}

interface OpenField {
	readonly visit: VisitFields;
	readonly state: FieldState;
}

/** Fields that ask for the vet and that no later visit answered knowing of them; of visits given latest first. */
function unanswered(back: readonly VisitFields[], wanted: (field: string) => boolean): OpenField[] {
	const later: Entry[] = [];
	return back.flatMap((visit) => {
		const states = [...visit.states.values()].filter((s) => wanted(s.field) && s.value !== null);
		const open = states.filter((s) => {
			const serious = s.tips.filter((t) => isForTheVet(s.field, t.value));
			return serious.length > 0 && isForTheVet(s.field, s.value) && !answeredBy(later, serious);
		});
		later.push(...states.flatMap((s) => s.tips));
		return open.map((state) => ({ visit, state }));
	});
}

/** What the last look at the horse going did not know of. */
function goingOpen(back: readonly VisitFields[]): GoingOpen[] {
	const last = back.find((v) => goingOf(v) !== undefined);
	return unanswered(back, (field) => field.startsWith('going/')).flatMap(({ visit, state }) => {
		if (visit === last) return [];
		const rung = state.field.slice('going/'.length) as Rung;
		const seen = state.value as readonly GoingSign[];
		const serious = rung === 'bare' ? seen : seen.filter((s) => s === 'lame');
		return serious.map((sign) => ({ seenOn: visit.visitedOn, rung, sign }));
	});
}

/** Ids of all entries of a horse that ask for the vet and that no look has answered: a walk names those it was shown. */
export function openEntryIds(visits: readonly VisitFields[], day: Day): string[] {
	const signs = standingSigns(visits, day).filter(needsAnswer);
	const others = unanswered(latestFirst(visits, day), (field) => /^(going\/|decide\/action$)/.test(field));
	return [
		...new Set([...signs.flatMap((s) => s.entryIds ?? []), ...others.flatMap((o) => o.state.tips.map((t) => t.id))])
	];
}

function lookAgainOf(
	back: readonly VisitFields[],
	rides: readonly LoggedRide[],
	{ day, today = day, tracedOn }: GatherOptions
): LookAgain[] {
	const looked = [
		...back.filter((v) => hasFindings(v.states)).map((v) => v.visitedOn),
		...(tracedOn ? [tracedOn] : [])
	];
	const lookedOn = looked.sort().at(-1);
	if (!lookedOn) return [];
	const weightsKg = [...back].reverse().flatMap((v) => {
		const kg = weightOf(v.states);
		return kg === undefined ? [] : [{ on: v.visitedOn, kg }];
	});
	return lookAgain({
		lookedOn,
		tracedOn,
		today,
		changes: rides.flatMap((r) => r.changes.map((change) => ({ on: r.riddenOn, change }))),
		behaviourOn: rides.filter((r) => troubles(r).length > 0).map((r) => r.riddenOn),
		rodeOn: rides.filter((r) => r.changes.length === 0 || r.seen.length > 0).map((r) => r.riddenOn),
		weightsKg,
		weightShare: WEIGHT_CHANGE_SHARE
	});
}

/** Gathers what is known on a day from visits, rides and the shape; nothing later than the day. */
export function gatherEvidence(visits: readonly VisitFields[], options: GatherOptions): Evidence {
	const { day, pairingId, fittedOn } = options;
	const back = latestFirst(visits, day);
	const sinceFit = back.filter((v) => !fittedOn || v.visitedOn >= fittedOn);
	const checked = lastWith(sinceFit, (v) => {
		const answers = readAnswers(v.states)
			.filter((a) => a.pairingId === pairingId)
			.map((a) => judgeAnswer(a, options.rules));
		return answers.length > 0 ? { on: v.visitedOn, answers } : undefined;
	});
	const rides = options.rides.filter((r) => r.riddenOn <= day).sort((a, b) => a.riddenOn.localeCompare(b.riddenOn));
	const behaviour = new Map<string, { seenOn: Day; code: string }>();
	for (const ride of rides)
		if (daysBetween(ride.riddenOn, day) <= BEHAVIOUR_DAYS)
			for (const code of troubles(ride)) behaviour.set(code, { seenOn: ride.riddenOn, code });
	const signs = standingSigns(visits, day);
	const decided = standingDecision(visits, day);
	// A saddle fitted since then has answered all but what was the vet's.
	const answered = decided && fittedOn && decided.seenOn <= fittedOn && decided.action !== 'vet';
	return {
		day,
		signs,
		repeated: repeatedSigns(signs, back),
		going: lastWith(back, goingOf),
		goingOpen: goingOpen(back),
		answers: checked?.answers ?? [],
		contradictions: checked ? contradictions(checked.answers) : [],
		checkedOn: checked?.on,
		changes: options.changes,
		roomMoved: pairingId === undefined ? [] : roomMoved(handHistory(sinceFit, pairingId)),
		carriedShare: lastWith(back, (v) => shareOf(v.states)),
		behaviour: [...behaviour.values()],
		lookAgain: lookAgainOf(back, rides, options),
		decided: answered ? undefined : decided
	};
}
