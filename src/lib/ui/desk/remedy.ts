import { frontStations, mirroredCurve, scaledCurve } from '$core/change/index.js';
import type { Curve } from '$core/curve/index.js';
import type { AskedDoubt } from '../../../workers/doubtVisits.worker.js';
import { curveOf, type DraftTracing, type DraftVisit } from '../entry/draft.js';

const drawnAs = (t: DraftTracing, curve: Curve): DraftTracing => ({
	...t,
	xMm: Array.from(curve.xMm),
	yMm: Array.from(curve.yMm)
});

const changed = (draft: DraftVisit, as: (curve: Curve) => Curve): DraftVisit => ({
	...draft,
	tracings: draft.tracings.map((t) => drawnAs(t, as(curveOf(t))))
});

function exchanged(draft: DraftVisit): DraftVisit {
	const pair = frontStations(draft.tracings);
	if (!pair) return draft;
	const [a, b] = pair;
	const other = (station: string): string => (station === a ? b : station === b ? a : station);
	return { ...draft, tracings: draft.tracings.map((t) => ({ ...t, station: other(t.station) })) };
}

/** The visit put right as the doubt says; undefined where only a new tracing, or another horse, can do that. */
export function remedied(draft: DraftVisit, doubt: AskedDoubt): DraftVisit | undefined {
	switch (doubt.kind) {
		case 'mirrored':
			return changed(draft, mirroredCurve);
		case 'swapped':
			return exchanged(draft);
		case 'shrunk':
			return doubt.factor ? changed(draft, (c) => scaledCurve(c, 1 / (doubt.factor as number))) : undefined;
		case 'sprung':
			return {
				...draft,
				tracings: draft.tracings.filter((t) => doubt.station !== null && t.station !== doubt.station)
			};
		default:
			return undefined;
	}
}
