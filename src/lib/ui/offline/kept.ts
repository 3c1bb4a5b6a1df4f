import type { Entry } from '$core/visit/index.js';
import type { FiledVisit, LooseSheet } from '../desk/filing.js';
import type { DraftVisit, TypedRow } from '../entry/draft.js';

export type SendMark = 'waiting' | 'sent' | 'refused';

interface Kept {
	readonly id: string;
	/** Whose it is: nothing is sent under another person's sign-in. */
	readonly personId: string;
	readonly mark: SendMark;
	/** Why the server would not take it. */
	readonly why?: string;
}

/** A visit begun on this device. */
export interface KeptVisit {
	readonly id: string;
	readonly personId: string;
	readonly horseId: string;
	readonly horseName: string;
	readonly visitedOn: string;
	/** Why the server would not take the visit as a whole. */
	readonly why?: string;
}

export interface KeptEntry extends Kept, Entry {
	readonly visitId: string;
}

export interface KeptPhoto extends Kept {
	readonly visitId: string;
	readonly kind: string;
	readonly mediaType: string;
	readonly bytes: ArrayBuffer;
}

export interface KeptRide extends Kept {
	/** The body that the server takes. */
	readonly body: Readonly<Record<string, unknown>> & { readonly id: string };
}

/** Tracings of a visit that were saved without a connection; its id is the visit's. */
export interface KeptTracings extends Kept {
	readonly horseId: string;
	readonly horseName: string;
	readonly draft: DraftVisit;
}

/** Tracings that are on the desk and not saved yet, with all that was laid there. */
export interface KeptDraft {
	/** Person, horse, and the visit that is being walked or changed, if it is one. */
	readonly id: string;
	/** Whose it is; absent in one of an earlier version of the program. */
	readonly personId?: string;
	readonly draft: DraftVisit;
	/** Pictures of sheets that were kept. */
	readonly pictures: readonly File[];
	/** Visits of other horses that sheets filed themselves into. */
	readonly elsewhere: readonly FiledVisit[];
	/** Pictures that were laid on the desk and not kept yet. */
	readonly loose: readonly LooseSheet[];
	/** What was typed into the keypad and not kept yet. */
	readonly typed: readonly TypedRow[];
}

export interface KeptByStore {
	readonly drafts: KeptDraft;
	readonly visits: KeptVisit;
	readonly entries: KeptEntry;
	readonly photos: KeptPhoto;
	readonly rides: KeptRide;
	readonly tracings: KeptTracings;
}
export type StoreName = keyof KeptByStore;
