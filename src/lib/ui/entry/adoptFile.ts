import { frameFor } from '$core/curve/index.js';
import { draftTracing, freeRepeat, withTracing, type DraftVisit } from './draft.js';
import { sourceOf } from './importPlan.js';
import type { FileResult } from './readFiles.js';

/** Where lines without a station go, and who traced what nobody is named for. */
export interface AdoptAs {
	readonly station: string;
	readonly operator: string;
}

/** The visit on the desk with what a file held for its day. The first file of an empty visit says which day that is. */
export function adoptFile(draft: DraftVisit, result: FileResult, { station, operator }: AdoptAs): DraftVisit {
	if (result.status === 'refused') return draft;
	const { tracings, lines, kind } = result.report;
	const [day, ...others] = new Set(tracings.map((t) => t.visitedOn));
	let next = day && others.length === 0 && draft.tracings.length === 0 ? { ...draft, visitedOn: day } : draft;
	for (const t of tracings)
		if (t.visitedOn === next.visitedOn) {
			const facts = { source: sourceOf(t, kind), operator: t.operator ?? operator, quality: t.quality };
			next = withTracing(next, draftTracing(t.station, t.repeat, t.curve, facts));
		}
	for (const line of lines) {
		const at = line.station ?? station;
		const taken = next.tracings.some((t) => t.station === at && t.repeat === line.repeat);
		const repeat = line.repeat && !taken ? line.repeat : freeRepeat(next, at);
		const facts = { source: kind === 'dxf' ? 'dxf' : kind === 'point-list' ? 'points' : 'svg', operator };
		next = withTracing(next, draftTracing(at, repeat, frameFor(at, line.curve), facts));
	}
	return next;
}
