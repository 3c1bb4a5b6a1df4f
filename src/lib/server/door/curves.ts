import { cleanCurve, type Curve, type Tracing } from '../../../core/curve/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { errorSentence } from '../../../words/index.js';
import type { Scope, TracingInput, VisitInput } from '../records/index.js';
import { BOUNDS } from './body.js';
import { parseId, parseJson, schemas } from './parse.js';

function checkTracing(t: TracingInput): void {
	if (t.xMm.length !== t.yMm.length)
		throw new CoreError('bad-input', { detail: `${t.station} repeat ${t.repeat}: as many x as y are needed.` });
	try {
		cleanCurve(
			t.xMm.map((x, i) => [x, t.yMm[i] as number] as const),
			t.station
		);
	} catch (error) {
		if (!(error instanceof CoreError)) throw error;
		throw new CoreError('bad-input', { detail: `${t.station} repeat ${t.repeat}: ${errorSentence(error)}` });
	}
}

/** Refuses a visit that holds anything that is no cut across a back; nothing of it is then stored. */
function mustHoldCurves(visit: VisitInput): VisitInput {
	visit.tracings.forEach(checkTracing);
	return visit;
}

/** The visit in a request to its own address. */
export async function parseVisit(request: Request, scope: Scope, visitId: string): Promise<VisitInput> {
	const input = mustHoldCurves(await parseJson(request, scope, BOUNDS.visit, schemas.visit));
	if (input.id !== parseId(visitId))
		throw new CoreError('bad-input', { detail: 'The id in the address and in the visit differ.' });
	return input;
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

/** A curve for the page, to a tenth of a millimetre. */
export function outlineOf(curve: Curve | undefined): { x: number[]; y: number[] } | null {
	return curve ? { x: Array.from(curve.xMm, tenth), y: Array.from(curve.yMm, tenth) } : null;
}

/** Tracings as JSON can carry them, to a tenth of a millimetre. */
export const plainTracings = <T extends Tracing>(tracings: readonly T[]) =>
	tracings.map(({ curve, ...t }) => ({ ...t, xMm: Array.from(curve.xMm, tenth), yMm: Array.from(curve.yMm, tenth) }));
