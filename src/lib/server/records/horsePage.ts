import type { Database } from '../db/index.js';
import { bringUpToDate } from './calls.js';
import { listAllFitMarks, type HorseFitMark } from './fitMarks.js';
import { findHorse } from './horses.js';
import { listPairings, type HorsePairing } from './pairings.js';
import type { Right } from '../../../core/people/index.js';
import { rightsOn, type Scope } from './scope.js';

/** A saddle of a horse with the day it was last fitted. */
export interface MarkedPairing extends HorsePairing {
	readonly fittedOn: string | undefined;
}

/** What every page of a horse needs to know of it. */
export interface HorsePage {
	readonly horse: {
		readonly id: string;
		readonly yardId: string;
		readonly name: string;
		readonly about: string;
		readonly bornYear: number | null;
		readonly archived: boolean;
		/** Its last day here. */
		readonly goneOn: string | null;
		/** Goes up with every change of its shape. */
		readonly revision: number;
	};
	/** What the person may do with this horse. */
	readonly may: readonly Right[];
	/** The yard's own people may see what else stands there. */
	readonly ownYard: boolean;
	/** Those in use first. */
	readonly pairings: readonly MarkedPairing[];
	readonly marks: readonly HorseFitMark[];
	readonly undoneMarks: readonly HorseFitMark[];
}

/** Reads a horse with its saddles and fit marks once, for all of its pages. Throws `not-found`. */
export async function findHorsePage(db: Database, scope: Scope, horseId: string): Promise<HorsePage> {
	const horse = await findHorse(db, scope, horseId);
	// A change that nobody judged, because a server went away in between.
	if (horse.shapeRevision !== horse.judgedRevision) await bringUpToDate(db, horse.id);
	const pairings = await listPairings(db, horse.id);
	const { marks, undone } = await listAllFitMarks(
		db,
		pairings.map((p) => p.id)
	);
	const { id, yardId, name, about, bornYear } = horse;
	return {
		horse: {
			id,
			yardId,
			name,
			about,
			bornYear,
			archived: horse.archivedAt !== null,
			goneOn: horse.goneOn,
			revision: horse.shapeRevision
		},
		may: rightsOn(scope, { yardId: horse.yardId, horseId: horse.id }),
		ownYard: scope.memberships.some((m) => m.yardId === horse.yardId),
		pairings: pairings.map((p) => ({
			...p,
			fittedOn: marks.filter((m) => m.pairingId === p.id).at(-1)?.fittedOn
		})),
		marks,
		undoneMarks: undone
	};
}
