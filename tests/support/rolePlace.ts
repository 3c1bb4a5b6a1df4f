import type { Client } from './client.js';
import type { Person } from './people.js';

/** The place in which every role is tried. */
export interface Place {
	readonly yardId: string;
	readonly horseId: string;
	readonly otherHorseId: string;
	readonly saddleId: string;
	readonly pairingId: string;
	/** A visit that the owner made, its tracing of this day, its photo, a ride of the owner's. */
	readonly visitId: string;
	readonly day: string;
	readonly photoId: string;
	readonly rideId: string;
	readonly extra: Person;
}
export type Ask = (c: Client, p: Place) => Promise<Response>;
