import { evidenceDay, judgeDay, type Call, type DayJudgement } from '../../../core/call/index.js';
import type { HandRules } from '../../../core/checks/index.js';
import { ageYearsOn } from '../../../core/units/index.js';
import { hasFindings } from '../../../core/visit/index.js';
import type { Asker } from '../db/index.js';
import { listRides, type Ride } from './rideLog.js';
import { lastTracedDay } from './tracings.js';
import { listVisitFields, type RecordedVisit } from './visitFields.js';

export interface JudgedHorse {
	readonly id: string;
	readonly bornYear: number | null;
}

export interface JudgedPairing {
	readonly id: string;
	readonly rules: HandRules;
	readonly school?: 'close' | 'roomy';
	/** Day of the latest fit mark. */
	readonly fittedOn?: string | undefined;
}

/** What was found of a horse besides its shape. */
export interface Found {
	readonly visits: readonly RecordedVisit[];
	/** Newest first. */
	readonly rides: readonly Ride[];
	readonly tracedOn: string | undefined;
	/** Last day of a visit with findings or tracings. */
	readonly lookedOn: string | undefined;
}

/** All signs, checks, tape and rides of a horse, and when it was last traced, where that is not known yet. The caller has bounded it. */
export async function findEvidence(
	db: Asker,
	horseId: string,
	traced?: { readonly on: string | undefined }
): Promise<Found> {
	const visits = await listVisitFields(db, horseId);
	const rides = await listRides(db, horseId);
	const tracedOn = traced ? traced.on : ((await lastTracedDay(db, horseId)) ?? undefined);
	const looked = visits.filter((v) => hasFindings(v.states)).map((v) => v.visitedOn);
	return { visits, rides, tracedOn, lookedOn: [...looked, ...(tracedOn ? [tracedOn] : [])].sort().at(-1) };
}

/** The day a horse's standing is of: its last evidence. */
export const standingDay = (found: Found): string | undefined => evidenceDay(found.visits, found.rides, found.tracedOn);

/** Days of rides, changes logged without one left aside. */
export const rodeOn = (rides: readonly Ride[]): string[] =>
	rides.filter((r) => r.changes.length === 0 || r.seen.length > 0).map((r) => r.riddenOn);

/** The judgement of a day for one saddle; `today` brings what only time does. */
export function judgeOn(
	horse: JudgedHorse,
	pairing: JudgedPairing | undefined,
	found: Found,
	shape: Call | undefined,
	day: string,
	today?: string
): DayJudgement {
	return judgeDay({
		day,
		today,
		pairing,
		visits: found.visits,
		rides: found.rides,
		shape,
		tracedOn: found.tracedOn !== undefined && found.tracedOn <= day ? found.tracedOn : shape?.visitedOn,
		ageYears: ageYearsOn(horse.bornYear, day)
	});
}
