import type { BodyMeasure } from '../change/index.js';
import type { VisitFields } from '../zones/index.js';
import { numberAt, weightOf } from './gather.js';

/** Taps that say how the whole body is: they bear on why a back has changed. */
const BODY_FIELDS: ReadonlySet<string> = new Set([
	'tape/girthCm',
	'tape/lengthCm',
	'tape/withersCm',
	'condition/score'
]);
export const bearsOnBody = (field: string): boolean => BODY_FIELDS.has(field);

/** Weight, condition score and withers height as taken at visits; visits without any are left out. */
export function bodiesOf(visits: readonly VisitFields[]): BodyMeasure[] {
	return visits.flatMap(({ visitedOn, states }): BodyMeasure[] => {
		const weightKg = weightOf(states);
		const conditionScore = numberAt(states, 'condition/score');
		const withersCm = numberAt(states, 'tape/withersCm');
		if (weightKg === undefined && conditionScore === undefined && withersCm === undefined) return [];
		return [
			{
				on: visitedOn,
				...(weightKg === undefined ? {} : { weightKg }),
				...(conditionScore === undefined ? {} : { conditionScore }),
				...(withersCm === undefined ? {} : { withersCm })
			}
		];
	});
}
