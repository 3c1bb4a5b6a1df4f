import type { FieldStates } from './entry.js';

/** Fields that say how a visit was begun or laid out, not what was found. */
const NO_FINDING = /^(way|day|saddle|done|setup\/|gap\/|trial\/|before\/|tracings\/|skip\/|stand\/|pad\/|checked\/)/;

/** Ten seconds that found nothing are no look at the horse; what they did find is. */
const isTenSeconds = (field: string): boolean => field.startsWith('before/');

export const isFinding = (field: string): boolean => !NO_FINDING.test(field);

/** True for a visit at which something was found, measured or decided; one that was only opened is no look. */
export const hasFindings = (states: FieldStates): boolean =>
	[...states.values()].some(
		(s) => s.value !== null && (isFinding(s.field) || (isTenSeconds(s.field) && s.value === 'other'))
	);
