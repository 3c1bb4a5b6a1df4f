import { TRACING_SOURCES, type Tracing } from '$core/curve/index.js';
import { v7 as uuidv7 } from 'uuid';
import { draftTracing, type DraftVisit } from './draft.js';
import type { FileResult } from './readFiles.js';

const SOURCES: readonly string[] = TRACING_SOURCES;
/** Where a tracing of a file came from: what the file says, if it is one of our words, else the kind of file. */
export const sourceOf = (t: Tracing, kind: string): string =>
	t.source && SOURCES.includes(t.source) ? t.source : kind === 'widths-csv' ? 'widths' : 'points';

/** The visits that files of dated tracings make: one a day, a later file's tracing giving way to an earlier one's. */
export function planVisits(results: readonly FileResult[]): DraftVisit[] {
	const days = new Map<string, Map<string, { t: Tracing; source: string }>>();
	for (const result of results) {
		if (result.status === 'refused') continue;
		for (const t of result.report.tracings) {
			const day = days.get(t.visitedOn) ?? new Map<string, { t: Tracing; source: string }>();
			const slot = `${t.station} ${t.repeat}`;
			if (!day.has(slot)) day.set(slot, { t, source: sourceOf(t, result.report.kind) });
			days.set(t.visitedOn, day);
		}
	}
	return [...days]
		.sort(([a], [b]) => a.localeCompare(b))
		.map(([visitedOn, slots]) => ({
			id: uuidv7(),
			visitedOn,
			note: '',
			tracings: [...slots.values()].map(({ t, source }) =>
				draftTracing(t.station, t.repeat, t.curve, { source, operator: t.operator, quality: t.quality })
			)
		}));
}
