import type { NextStep } from '../call/index.js';
import type { Asked } from '../reading/index.js';
import { SHIM_PARTS, TAKE_OUT_DAYS, type Setup } from '../setup/index.js';
import { addDays, type Day } from '../units/index.js';

export const DIARY_CODES = [
	'call-vet',
	'call-fitter',
	'look',
	'trace',
	'decided',
	'asked',
	'shims-out',
	'by-hand'
] as const;
export type DiaryCode = (typeof DIARY_CODES)[number];

/** Something to do for a horse on a day, or since one that has passed. */
export interface DiaryItem {
	readonly on: Day;
	readonly code: DiaryCode;
	/** What was asked, for `asked`; the shims' line for `shims-out`. */
	readonly what?: string;
	/** The day has come or gone by. */
	readonly due: boolean;
}

export interface DiaryQuestion {
	readonly today: Day;
	readonly call: { readonly nextStep: NextStep; readonly nextOn: Day } | undefined;
	readonly byHandOn: Day | undefined;
	/** A date that a person set beside the horse. */
	readonly decidedOn: Day | undefined;
	readonly asked: readonly Asked[];
	readonly setup: Setup | undefined;
}

/** Since when a shim is in, the first of them; undefined without one. */
function shimsSince(setup: Setup | undefined): Day | undefined {
	const days = [...(setup?.parts ?? [])]
		.filter(([part]) => (SHIM_PARTS as readonly string[]).includes(part))
		.map(([, { since }]) => since);
	return days.sort()[0];
}

/** All that is to be done for one horse in one saddle, the first first; of one day in the order of the codes. */
export function comingUp(q: DiaryQuestion): DiaryItem[] {
	const items: Omit<DiaryItem, 'due'>[] = [];
	const { call } = q;
	if (call?.nextStep === 'call-vet' || call?.nextStep === 'call-fitter')
		items.push({ on: q.today, code: call.nextStep });
	if (call) items.push({ on: call.nextOn, code: call.nextStep === 'look-now' ? 'look' : 'trace' });
	if (q.decidedOn && q.decidedOn !== call?.nextOn) items.push({ on: q.decidedOn, code: 'decided' });
	for (const a of q.asked) if (!a.doneOn) items.push({ on: a.askedOn, code: 'asked', what: a.what });
	const since = shimsSince(q.setup);
	if (since) items.push({ on: addDays(since, TAKE_OUT_DAYS), code: 'shims-out' });
	if (q.byHandOn) items.push({ on: q.byHandOn, code: 'by-hand' });
	return items
		.map((i) => ({ ...i, due: i.on <= q.today }))
		.sort((a, b) => a.on.localeCompare(b.on) || DIARY_CODES.indexOf(a.code) - DIARY_CODES.indexOf(b.code));
}
