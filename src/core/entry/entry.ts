/** What a field of a visit may hold; checked at every door by the field's own rule (`visit/fields`). */
export type EntryValue = string | number | boolean | null | readonly string[] | Readonly<Record<string, unknown>>;

/**
 * One tap: a field of a visit set to a value on one device. Entries are only ever added.
 * `replaces` names the entries whose values the person saw when tapping, so that order never
 * depends on a clock.
 */
export interface Entry {
	readonly id: string;
	/** For example `stand/level` or `sign/soreness/pocket/near`. */
	readonly field: string;
	/** `null` deletes the field's value. */
	readonly value: EntryValue;
	readonly replaces: readonly string[];
	/** Clock of the device, ISO 8601; for showing, never for ordering. */
	readonly madeAt: string;
	/**
	 * Serious entries of earlier visits that the person was shown when tapping: only these can be answered by this
	 * entry. Absent where the device did not say; then the server's own times decide (`visit/knewOf`).
	 */
	readonly answers?: readonly string[] | undefined;
	/** When the server got it, ISO 8601; absent on a device that has not sent it. */
	readonly receivedAt?: string | undefined;
}

/** A field as it stands: one tip, or several when two devices set it without seeing each other. */
export interface FieldState {
	readonly field: string;
	/** Entries that no other entry replaces, by id. */
	readonly tips: readonly Entry[];
	/** Value of the tips; where they disagree, the field's own rule merges them and the more serious one counts. */
	readonly value: EntryValue;
	readonly agreed: boolean;
}

export type FieldStates = ReadonlyMap<string, FieldState>;

/** The value of a field, undefined when it was never set or was deleted. */
export function valueOf(states: FieldStates, field: string): Exclude<EntryValue, null> | undefined {
	return states.get(field)?.value ?? undefined;
}

/** Text that is equal for equal values, whatever the order of their keys. */
export function stableText(value: unknown): string {
	if (Array.isArray(value)) return `[${value.map(stableText).join(',')}]`;
	if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
	const pairs = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
	return `{${pairs.map(([k, v]) => `${JSON.stringify(k)}:${stableText(v)}`).join(',')}}`;
}
