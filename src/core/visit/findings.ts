import type { FieldStates } from '../entry/index.js';
import { isFinding } from './fields/index.js';

/** True for a visit at which something was found, measured or decided; one that was only opened is no look. */
export const hasFindings = (states: FieldStates): boolean =>
	[...states.values()].some((s) => isFinding(s.field, s.value));
