import type { Tracing } from '$core/curve/index.js';
import { v7 as uuidv7 } from 'uuid';
import { draftTracing, type DraftVisit } from './draft.js';
import type { FileResult } from './readFiles.js';

/** The visits that files of dated tracings make: one a day, a later file's tracing giving way to an earlier one's. */
export function planVisits(results: readonly FileResult[]): DraftVisit[] {
	const days = new Map<string, Map<string, { t: Tracing; source: 'points' | 'widths' }>>();
	for (const result of results) {
		if (result.status === 'refused') continue;
		const source = result.report.kind === 'widths-csv' ? 'widths' : 'points';
		for (const t of result.report.tracings) {
			const day = days.get(t.visitedOn) ?? new Map<string, { t: Tracing; source: 'points' | 'widths' }>();
			const slot = `${t.station} ${t.repeat}`;
			if (!day.has(slot)) day.set(slot, { t, source });
			days.set(t.visitedOn, day);
		}
	}
	return [...days]
		.sort(([a], [b]) => a.localeCompare(b))
		.map(([visitedOn, slots]) => ({
			id: uuidv7(),
			visitedOn,
			note: '',
			tracings: [...slots.values()].map(({ t, source }) => draftTracing(t.station, t.repeat, t.curve, source))
		}));
}
