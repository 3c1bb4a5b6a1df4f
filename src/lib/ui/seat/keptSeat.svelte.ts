/** A seat kept to hold others against: what was asked, so that it is always reckoned from what is on record now. */
export interface KeptSeat {
	readonly name: string;
	readonly url: string;
}

/** Stays while one goes from saddle to saddle; set in the browser only. */
export const keptSeat = $state<{ value: KeptSeat | undefined }>({ value: undefined });
