import { latestByStage } from '../checks/index.js';
import type { TravelFacts } from '../setup/index.js';
import type { VisitFields } from '../zones/index.js';
import { latestFirst } from '../zones/index.js';
import { numberAt } from './gather.js';
import type { Evidence } from './types.js';
import { readWidth } from './width.js';

/** Sides of the front whose change differs by so much make a one-sided back, mm: the limit of the call. */
const ONE_SIDED_MM = 8;

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
	const front = (side: 'near' | 'off') => changes.find((c) => c.station === 'T8' && c.side === side)?.mm;
	const [near, off] = [front('near'), front('off')];
	return {
		width: answers.length > 0 ? readWidth(answers, signs, changes)?.says : undefined,
		bridges: latest.some((a) => a.points === 'bridges'),
		girthDrags: latest.some((a) => a.points === 'drags'),
		downhillMm: downhillMm(visits, day),
		collar: false,
		oneSided: near !== undefined && off !== undefined && Math.abs(near - off) >= ONE_SIDED_MM,
		straight: latest.find((a) => a.check === 'straight')?.result
	};
}
