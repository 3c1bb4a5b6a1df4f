import { latestByStage } from '../checks/index.js';
import type { TravelFacts } from '../setup/index.js';
import { latestFirst, type VisitFields } from '../zones/index.js';
import { numberAt } from './gather.js';
import { sidesApart } from './sidesApart.js';
import type { Evidence } from './types.js';
import { readWidth } from './width.js';

/** Croup over withers as last taped, mm; undefined where either was never taken. */
function downhillMm(visits: readonly VisitFields[], day: string): number | undefined {
	for (const v of latestFirst(visits, day)) {
		const [withers, croup] = [numberAt(v.states, 'tape/withersCm'), numberAt(v.states, 'tape/croupCm')];
		if (withers !== undefined && croup !== undefined) return 10 * (croup - withers);
	}
	return undefined;
}

/** What is known of a horse and saddle that bears on where the saddle goes. */
export function travelFacts(visits: readonly VisitFields[], evidence: Evidence): TravelFacts {
	const { answers, changes, signs, day } = evidence;
	const latest = latestByStage(answers);
	return {
		width: answers.length > 0 ? readWidth(answers, signs, changes)?.says : undefined,
		bridges: latest.some((a) => a.points === 'bridges'),
		girthDrags: latest.some((a) => a.points === 'drags'),
		downhillMm: downhillMm(visits, day),
		oneSided: sidesApart(changes),
		straight: latest.find((a) => a.check === 'straight')?.result
	};
}
