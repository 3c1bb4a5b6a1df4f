import { makeCurve, type Curve } from '$core/curve/index.js';
import { v7 as uuidv7 } from 'uuid';

/** A tracing that is not saved yet. */
export interface DraftTracing {
	readonly id: string;
	readonly station: string;
	readonly repeat: number;
	readonly xMm: readonly number[];
	readonly yMm: readonly number[];
	readonly source: string;
}

/** A visit that is not saved yet; kept on the device at each step until it is. */
export interface DraftVisit {
	readonly id: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly tracings: readonly DraftTracing[];
}

const key = (horseId: string): string => `zt-draft-${horseId}`;

export const newDraft = (visitedOn: string): DraftVisit => ({ id: uuidv7(), visitedOn, note: '', tracings: [] });

export function keepDraft(horseId: string, draft: DraftVisit): void {
	try {
		localStorage.setItem(key(horseId), JSON.stringify(draft));
	} catch {
		// Storage full or forbidden: the draft still lives on the page.
	}
}

export function forgetDraft(horseId: string): void {
	localStorage.removeItem(key(horseId));
}

/** The unsaved visit of a horse on this device, if there is one with anything in it. */
export function findDraft(horseId: string): DraftVisit | undefined {
	try {
		const found = JSON.parse(localStorage.getItem(key(horseId)) ?? 'null') as DraftVisit | null;
		return found && (found.tracings.length > 0 || found.note) ? found : undefined;
	} catch {
		return undefined;
	}
}

const round = (v: number): number => Math.round(v * 1000) / 1000;

export function draftTracing(
	station: string,
	repeat: number,
	curve: Curve,
	source: DraftTracing['source']
): DraftTracing {
	return {
		id: uuidv7(),
		station,
		repeat,
		source,
		xMm: Array.from(curve.xMm, round),
		yMm: Array.from(curve.yMm, round)
	};
}

export const curveOf = (t: Pick<DraftTracing, 'xMm' | 'yMm'>): Curve =>
	makeCurve(t.xMm.map((x, i) => [x, t.yMm[i] as number] as const));

/** The draft with a tracing put in its place; one of the same station and repeat gives way. */
export function withTracing(draft: DraftVisit, t: DraftTracing): DraftVisit {
	const others = draft.tracings.filter((o) => o.station !== t.station || o.repeat !== t.repeat);
	return { ...draft, tracings: [...others, t] };
}

/** The first repeat of a station that is still free. */
export function freeRepeat(draft: DraftVisit, station: string): number {
	const taken = new Set(draft.tracings.filter((t) => t.station === station).map((t) => t.repeat));
	let repeat = 1;
	while (taken.has(repeat)) repeat++;
	return repeat;
}
