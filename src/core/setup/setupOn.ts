import type { Day } from '../units/index.js';
import type { FieldStates } from '../entry/index.js';
import { isSetupPart, setupField, SHIM_PARTS } from './parts.js';

export interface SetupVisit {
	readonly visitedOn: Day;
	readonly states: FieldStates;
}

/** One part as it stands, with the day it was last set to something else. */
export interface SetupPart {
	readonly value: string | number;
	readonly since: Day;
}

/** What is under and in a saddle: parts by name; a part nobody named is not there. */
export interface Setup {
	readonly parts: ReadonlyMap<string, SetupPart>;
	/** Last day on which it was looked at. */
	readonly seenOn: Day | undefined;
}

/** A change of set-up on a day. */
export interface SetupChange {
	readonly on: Day;
	readonly changed: readonly {
		readonly part: string;
		readonly from?: string | number;
		readonly to?: string | number;
	}[];
}

const partOf = (field: string, pairingId: string): string | undefined => {
	const lead = setupField(pairingId, '');
	if (!field.startsWith(lead)) return undefined;
	const part = field.slice(lead.length);
	return isSetupPart(part) ? part : undefined;
};

const plain = (v: unknown): string | number | undefined =>
	typeof v === 'string' || typeof v === 'number' ? v : undefined;

/** Nothing of a shim and no shim are the same. */
const empty = (part: string, value: string | number | undefined): boolean =>
	value === undefined ||
	(value === 0 && ((SHIM_PARTS as readonly string[]).includes(part) || part.startsWith('wedge')));

/** A saddle's set-up from its visits in order of day, with each change on the way. Later days than `upTo` are left aside. */
export function followSetup(
	visits: readonly SetupVisit[],
	pairingId: string,
	upTo?: Day
): { readonly setup: Setup; readonly changes: readonly SetupChange[] } {
	const parts = new Map<string, SetupPart>();
	const changes: SetupChange[] = [];
	let seenOn: Day | undefined;
	for (const { visitedOn, states } of visits) {
		if (upTo !== undefined && visitedOn > upTo) continue;
		const changed: SetupChange['changed'][number][] = [];
		for (const [field, state] of states) {
			if (field === setupField(pairingId, 'same') && state.value === true) seenOn = visitedOn;
			const part = partOf(field, pairingId);
			if (part === undefined) continue;
			seenOn = visitedOn;
			const before = parts.get(part);
			const value = plain(state.value);
			if (empty(part, value)) {
				if (!before) continue;
				parts.delete(part);
				changed.push({ part, from: before.value });
			} else if (before?.value !== value) {
				parts.set(part, { value: value as string | number, since: visitedOn });
				changed.push({ part, ...(before ? { from: before.value } : {}), to: value as string | number });
			}
		}
		if (changed.length > 0) changes.push({ on: visitedOn, changed });
	}
	return { setup: { parts, seenOn }, changes };
}

/** The set-up of a day: what stood then, whenever it was put there. */
export const setupOn = (visits: readonly SetupVisit[], pairingId: string, day: Day): Setup =>
	followSetup(visits, pairingId, day).setup;

/** What differs between two set-ups, part by part. */
export function compareSetups(a: Setup, b: Setup): SetupChange['changed'] {
	const names = new Set([...a.parts.keys(), ...b.parts.keys()]);
	return [...names].flatMap((part) => {
		const [from, to] = [a.parts.get(part)?.value, b.parts.get(part)?.value];
		if (from === to) return [];
		return [{ part, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) }];
	});
}

export const numberOf = (setup: Setup, part: string): number | undefined => {
	const v = setup.parts.get(part)?.value;
	return typeof v === 'number' ? v : undefined;
};
export const textOf = (setup: Setup, part: string): string | undefined => {
	const v = setup.parts.get(part)?.value;
	return typeof v === 'string' ? v : undefined;
};
