import { joinSigns, type Call, type JoinedCall } from '../../../core/call/index.js';
import type { HandSchool } from '../../../core/checks/index.js';
import { WEIGHT_CHANGE_SHARE } from '../../../core/load/index.js';
import { gatherEvidence, readEvidence, weightOf, type Reading } from '../../../core/reading/index.js';
import { lookAgain, type LookAgain } from '../../../core/schedule/index.js';
import { ageYearsOn } from '../../../core/units/index.js';
import type { Asker } from '../db/index.js';
import { listRides, type Ride } from './rideLog.js';
import { listVisitFields, type RecordedVisit } from './visitFields.js';

export interface JudgedHorse {
	readonly id: string;
	readonly bornYear: number | null;
}

export interface JudgedPairing {
	readonly id: string;
	readonly handSchool: HandSchool;
	/** Day of the latest fit mark. */
	readonly fittedOn?: string | undefined;
}

/** What was found of a horse besides its shape. */
export interface Found {
	readonly visits: readonly RecordedVisit[];
	/** Newest first. */
	readonly rides: readonly Ride[];
}

/** All signs, checks, tape and rides of a horse. The caller has bounded it. */
export async function findEvidence(db: Asker, horseId: string): Promise<Found> {
	const [visits, rides] = [await listVisitFields(db, horseId), await listRides(db, horseId)];
	return { visits, rides };
}

/** What the evidence of a day points to for one saddle, with the shape as it was called. */
export function readingsOn(
	pairing: JudgedPairing | undefined,
	found: Found,
	shape: Call | undefined,
	day: string
): Reading[] {
	return readEvidence(
		gatherEvidence(found.visits, {
			day,
			pairingId: pairing?.id,
			handSchool: pairing?.handSchool ?? 'rest',
			fittedOn: pairing?.fittedOn,
			changes: shape?.changes ?? [],
			rides: found.rides
		})
	);
}

/** The call of a day from shape and signs together; undefined when there is neither. */
export function joinOn(
	horse: JudgedHorse,
	pairing: JudgedPairing | undefined,
	found: Found,
	shape: Call | undefined,
	day: string
): JoinedCall | undefined {
	return joinSigns(shape, readingsOn(pairing, found, shape, day), day, ageYearsOn(horse.bornYear, day));
}

/** Why this horse wants a look before its date. */
export function lookAgainOn(found: Found, lookedOn: string, tracedOn: string | undefined, today: string): LookAgain[] {
	const rides = found.rides.filter((r) => r.riddenOn <= today);
	const weightsKg = found.visits.flatMap((v) => {
		const kg = weightOf(v.states);
		return kg === undefined ? [] : [{ on: v.visitedOn, kg }];
	});
	return lookAgain({
		lookedOn,
		tracedOn,
		today,
		changes: rides.flatMap((r) => r.changes.map((change) => ({ on: r.riddenOn, change }))),
		behaviourOn: rides.filter((r) => r.seen.length > 0).map((r) => r.riddenOn),
		rodeOn: rides.filter((r) => r.changes.length === 0 || r.seen.length > 0).map((r) => r.riddenOn),
		weightsKg,
		weightShare: WEIGHT_CHANGE_SHARE
	});
}
