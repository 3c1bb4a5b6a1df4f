import type { Entry } from '$core/visit/index.js';

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

export interface KeptByStore {
	readonly visits: KeptVisit;
	readonly entries: KeptEntry;
	readonly photos: KeptPhoto;
	readonly rides: KeptRide;
}
export type StoreName = keyof KeptByStore;
