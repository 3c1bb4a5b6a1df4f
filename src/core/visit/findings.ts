import type { FieldStates } from './entry.js';

/** Fields that say how a visit was begun or laid out, not what was found. */
const NO_FINDING = /^(way|day|saddle|done|tracings\/|skip\/|stand\/|pad\/|checked\/)/;

export const isFinding = (field: string): boolean => !NO_FINDING.test(field);

/** True for a visit at which something was found, measured or decided; one that was only opened is no look. */
export const hasFindings = (states: FieldStates): boolean =>
	[...states.values()].some((s) => s.value !== null && isFinding(s.field));
