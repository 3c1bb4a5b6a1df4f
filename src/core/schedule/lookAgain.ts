import { addDays, daysBetween, type Day } from '../units/index.js';

/** What asks for a look at once, whatever the date in the diary (common practice, no source). */
export const LOOK_AGAIN_CODES = [
	'weight-changed',
	'lay-off',
	'work-changed',
	'rider-changed',
	'pad-changed',
	'saddle-changed',
	'new-sign',
	'new-behaviour'
] as const;
export type LookAgainCode = (typeof LOOK_AGAIN_CODES)[number];

export interface LookAgain {
	readonly code: LookAgainCode;
	readonly since: Day;
}

/** Changes that people log between visits. */
export const CHANGES = ['work', 'rider', 'pad', 'saddle', 'lay-off'] as const;
export type LoggedChange = (typeof CHANGES)[number];

export interface Happened {
	/** Last visit by hand or tracing. */
	readonly lookedOn: Day;
	/** Last day on which the back was traced; a change of weight found that day has been looked at. */
	readonly tracedOn: Day | undefined;
	readonly today: Day;
	readonly changes: readonly { readonly on: Day; readonly change: LoggedChange }[];
	readonly behaviourOn: readonly Day[];
	/** Days of rides, to see a lay-off; any order. */
	readonly rodeOn: readonly Day[];
	/** Body weight at the last two visits that taped it, older first, kg. */
	readonly weightsKg: readonly { readonly on: Day; readonly kg: number }[];
	readonly weightShare: number;
}

/** More days than this without a ride are a lay-off (common practice, no source). */
export const LAY_OFF_DAYS = 21;

function weightChange({ weightsKg, weightShare, tracedOn }: Happened): LookAgain[] {
	const [before, now] = weightsKg.slice(-2);
	if (now && tracedOn && tracedOn >= now.on) return [];
	if (!before || !now || Math.abs(now.kg / before.kg - 1) < weightShare) return [];
	return [{ code: 'weight-changed', since: now.on }];
}

/** A gap of more than three weeks between logged rides; a log that has only just begun shows none. */
function layOff({ rodeOn, today, lookedOn }: Happened): LookAgain[] {
	const days = [...rodeOn].sort();
	if (days.length < 2) return [];
	const ended = days.findLast((d, i) => i > 0 && daysBetween(days[i - 1] as Day, d) > LAY_OFF_DAYS);
	const due = layOffDue(rodeOn);
	const since = ended !== undefined && ended >= lookedOn ? ended : due !== undefined && due <= today ? due : undefined;
	return since !== undefined && since >= lookedOn ? [{ code: 'lay-off', since }] : [];
}

/** The day on which the time without a ride becomes a lay-off; undefined for a log that has only just begun. */
export function layOffDue(rodeOn: readonly Day[]): Day | undefined {
	const last = [...rodeOn].sort().at(-1);
	return last === undefined || rodeOn.length < 2 ? undefined : addDays(last, LAY_OFF_DAYS + 1);
}

/** Why this horse wants a look before its date; empty when nothing has happened since the last one. */
export function lookAgain(h: Happened): LookAgain[] {
	const logged = h.changes
		.filter((c) => c.on >= h.lookedOn && c.on <= h.today)
		.map((c): LookAgain => ({ code: c.change === 'lay-off' ? 'lay-off' : `${c.change}-changed`, since: c.on }));
	const behaviour = h.behaviourOn
		.filter((d) => d >= h.lookedOn && d <= h.today)
		.slice(-1)
		.map((since): LookAgain => ({ code: 'new-behaviour', since }));
	const found = new Map<LookAgainCode, LookAgain>();
	for (const l of [...logged, ...layOff(h), ...weightChange(h), ...behaviour]) found.set(l.code, l);
	return [...found.values()];
}

/** Next look by hand: half a year under six years of age or back in work, a year for a grown horse (common practice, no source). */
export function nextByHandDay(lookedOn: Day, ageYears: number | undefined, backInWork: boolean): Day {
	const young = ageYears !== undefined && ageYears < 6;
	return addDays(lookedOn, young || backInWork ? 182 : 365);
}
