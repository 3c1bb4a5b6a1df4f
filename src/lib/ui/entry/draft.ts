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
	/** Who traced; empty for the person who saves. */
	readonly operator: string;
	/** Score of a read picture, 0..1. */
	readonly quality: number | null;
}

/** A visit that is not saved yet; kept on the device at each step until it is. */
export interface DraftVisit {
	readonly id: string;
	readonly visitedOn: string;
	readonly note: string;
	readonly tracings: readonly DraftTracing[];
	/** Somebody was asked whether the sheets are right, and said yes. */
	readonly checked?: boolean;
	/** Version on the server that this goes on from; absent for a visit that is not there. */
	readonly version?: number;
}

/** A row of the keypad as typed. */
export interface TypedRow {
	readonly depth: number;
	readonly near: string;
	readonly off: string;
}

export const newDraft = (visitedOn: string): DraftVisit => ({ id: uuidv7(), visitedOn, note: '', tracings: [] });

const round = (v: number): number => Math.round(v * 1000) / 1000;

/** What is known of a tracing besides its line. */
export interface TracingFacts {
	readonly source: string;
	readonly operator?: string | undefined;
	readonly quality?: number | undefined;
}

export function draftTracing(station: string, repeat: number, curve: Curve, facts: TracingFacts): DraftTracing {
	return {
		id: uuidv7(),
		station,
		repeat,
		source: facts.source,
		operator: facts.operator ?? '',
		quality: facts.quality ?? null,
		xMm: Array.from(curve.xMm, round),
		yMm: Array.from(curve.yMm, round)
	};
}

export const curveOf = (t: Pick<DraftTracing, 'xMm' | 'yMm'>): Curve =>
	makeCurve(t.xMm.map((x, i) => [x, t.yMm[i] as number] as const));

/**
 * The draft with a tracing put in its place; one of the same station and repeat gives way. That the sheets are right
 * was said of those that were there: of one more it is asked anew.
 */
export function withTracing({ checked: _, ...draft }: DraftVisit, t: DraftTracing): DraftVisit {
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

/** What another tab or person saved meanwhile, with what lies on the desk here added to it: nothing of either is lost. */
export function mergeDrafts(theirs: DraftVisit, mine: DraftVisit): DraftVisit {
	const notes = [theirs.note, mine.note].filter((n, i, all) => n && all.indexOf(n) === i).join('\n');
	const fresh = mine.tracings.filter((t) => !theirs.tracings.some((o) => o.id === t.id));
	return fresh.reduce((d, t) => withTracing(d, { ...t, repeat: placeFor(d, t) }), { ...theirs, note: notes });
}

const placeFor = (draft: DraftVisit, t: DraftTracing): number =>
	draft.tracings.some((o) => o.station === t.station && o.repeat === t.repeat)
		? freeRepeat(draft, t.station)
		: t.repeat;
