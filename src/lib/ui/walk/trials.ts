import type { HandRules } from '$core/checks/index.js';
import { trialsAt } from '$core/reading/index.js';
import type { FieldStates } from '$core/visit/index.js';
import type { WalkPairing } from './types.js';

/** Saddles and forms that are tried at a visit without being paired with the horse, as the walk asks of them. */
export const trialsOf = (states: FieldStates, rules: HandRules): WalkPairing[] =>
	trialsAt(states).map(({ id, name, kind }) => ({
		id,
		saddleName: name,
		saddleKind: kind,
		rules,
		fittedOn: undefined,
		bearingMm: null
	}));
