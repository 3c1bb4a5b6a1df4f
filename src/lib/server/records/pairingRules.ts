import { tables } from '../db/index.js';

/** What is asked of a pairing by hand, as columns. */
export const rulesColumns = {
	place: tables.pairing.place,
	room: tables.pairing.room,
	riderRoom: tables.pairing.riderRoom,
	lengthFrom: tables.pairing.lengthFrom,
	levelBy: tables.pairing.levelBy
};
