import type { BodyMeasure } from '../change/index.js';
import type { VisitFields } from '../zones/index.js';
import { numberAt, weightOf } from './gather.js';

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
