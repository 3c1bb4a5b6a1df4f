/** What a field of a visit may hold; checked at the door by the field's own rule. */
export type EntryValue = string | number | boolean | null | readonly string[] | Readonly<Record<string, unknown>>;

/**
 * One tap: a field of a visit set to a value on one device. Entries are only ever added.
 * `replaces` names the entries whose values the person saw when tapping, so that order never
 * hangs on a clock.
 */
export interface Entry {
	readonly id: string;
	/** For example `stand/level` or `sign/soreness/pocket/near`. */
	readonly field: string;
	/** `null` takes the field back. */
	readonly value: EntryValue;
	readonly replaces: readonly string[];
	/** Clock of the device, ISO 8601; for showing, never for ordering. */
	readonly madeAt: string;
}

/** A field as it stands: one tip, or several when two devices set it without seeing each other. */
export interface FieldState {
	readonly field: string;
	/** Entries that no other entry replaces, by id; the last one is shown. */
	readonly tips: readonly Entry[];
	readonly value: EntryValue;
	readonly agreed: boolean;
}

export type FieldStates = ReadonlyMap<string, FieldState>;
