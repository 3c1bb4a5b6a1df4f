import {
	judgeAnswer,
	readAnswers,
	USUAL_RULES,
	type CheckId,
	type HandRules,
	type JudgedAnswer,
	type SaddleKind,
	type Stage
} from '../checks/index.js';
import type { FieldStates } from '../visit/index.js';
import type { Sign } from '../zones/index.js';
import type { ShapeSeen } from './types.js';
import { readWidth, type WidthReading } from './width.js';

/** What tells saddles or fitting forms apart on one back; only these are asked of a second one, bare. */
export const TELLING_CHECKS: readonly CheckId[] = [
	'place',
	'sits',
	'clearance-top',
	'clearance-sides',
	'front-angle',
	'contact',
	'rock',
	'level',
	'channel-middle',
	'length'
];

/** One saddle or form that was tried at a visit. */
export interface TriedSaddle {
	readonly id: string;
	readonly name: string;
	readonly answers: readonly JudgedAnswer[];
	/** What is known of the horse's shape in this saddle since it was fitted; nothing for a trial. */
	readonly changes: readonly ShapeSeen[];
}

export interface RankedSaddle {
	readonly id: string;
	readonly name: string;
	readonly width: WidthReading | undefined;
	/** Faults that decide against it, the gravest first, as `check value` or `check` for too little room. */
	readonly faults: readonly { readonly check: CheckId; readonly value: string | null; readonly grave: boolean }[];
	/** Checks that are fine on it and a fault on another. */
	readonly better: readonly CheckId[];
	/** Telling checks nobody has answered of it. */
	readonly open: readonly CheckId[];
	/** A place in the order; saddles that the answers do not tell apart share one. */
	readonly place: number;
	/** False where a fault of it no pad or shim puts right. */
	readonly possible: boolean;
}

/** What no pad or shim puts right (common practice, no source). */
const GRAVE: Readonly<Partial<Record<CheckId, number>>> = {
	place: 4,
	'front-angle': 4,
	rock: 3,
	length: 4,
	'channel-middle': 3,
	'channel-front': 3,
	'channel-rear': 3
};
const USUAL = 2;
const DOUBTFUL = 0.5;
/** A check left open may hide a fault. */
const OPEN = 0.4;
/** Costs closer than this are no difference. */
const ALIKE = 0.75;

/** A saddle that is too wide in front can be filled; one that is too narrow cannot. */
const isGrave = (a: JudgedAnswer): boolean => a.check in GRAVE && a.value !== 'first-at-top';
const costOf = (a: JudgedAnswer): number => {
	if (a.result !== 'beyond') return a.result === 'fine' ? 0 : DOUBTFUL;
	return isGrave(a) ? (GRAVE[a.check] as number) : USUAL;
};

/** The worse of both sides speaks for a check at a stage. */
function worstOf(answers: readonly JudgedAnswer[], stage: Stage): Map<CheckId, JudgedAnswer> {
	const worst = new Map<CheckId, JudgedAnswer>();
	for (const a of answers) {
		if (a.stage !== stage) continue;
		const found = worst.get(a.check);
		if (!found || costOf(a) > costOf(found)) worst.set(a.check, a);
	}
	return worst;
}

const widthCost = (w: WidthReading | undefined): number =>
	w?.says === 'narrow' ? 5 * w.sure : w?.says === 'wide' ? 3 * w.sure : 0;

/**
 * Several saddles on one back, in order: by what their checks say, bare, with the width reading of each. Signs on the
 * horse were left by what it was ridden in, so they tell nothing of the others and are left out.
 */
export function rankSaddles(tried: readonly TriedSaddle[]): RankedSaddle[] {
	const noSigns: readonly Sign[] = [];
	const each = tried.map((saddle) => {
		const worst = worstOf(saddle.answers, 'bare');
		const width = saddle.answers.length > 0 ? readWidth(saddle.answers, noSigns, saddle.changes) : undefined;
		const open = TELLING_CHECKS.filter((c) => !worst.has(c));
		const cost = [...worst.values()].reduce((sum, a) => sum + costOf(a), 0) + widthCost(width) + OPEN * open.length;
		const faults = [...worst.values()]
			.filter((a) => a.result === 'beyond')
			.sort((a, b) => costOf(b) - costOf(a))
			.map((a) => ({ check: a.check, value: typeof a.value === 'string' ? a.value : null, grave: isGrave(a) }));
		return { saddle, worst, width, open, cost, faults };
	});
	const order = [...each].sort((a, b) => a.cost - b.cost);
	const places = new Map<string, number>();
	order.forEach((e, i) => {
		const before = order[i - 1];
		const shared = before && e.cost - before.cost < ALIKE;
		places.set(e.saddle.id, shared ? (places.get(before.saddle.id) as number) : i + 1);
	});
	return order.map(({ saddle, worst, width, open, faults }) => ({
		id: saddle.id,
		name: saddle.name,
		width,
		faults,
		better: TELLING_CHECKS.filter(
			(c) =>
				worst.get(c)?.result === 'fine' && each.some((o) => o.saddle !== saddle && o.worst.get(c)?.result === 'beyond')
		),
		open,
		place: places.get(saddle.id) as number,
		possible: width?.says !== 'narrow' && !faults.some((f) => f.grave)
	}));
}

interface PairedSaddle {
	readonly id: string;
	readonly saddleName: string;
	readonly rules: HandRules;
}

/** A saddle or form tried without being paired: `trial/<id>`. */
export interface Trial {
	readonly id: string;
	readonly name: string;
	readonly kind: SaddleKind;
}

export const trialsAt = (states: FieldStates): Trial[] =>
	[...states.values()].flatMap(({ field, value }): Trial[] => {
		if (!field.startsWith('trial/') || value === null) return [];
		const { name, kind } = value as unknown as Omit<Trial, 'id'>;
		return [{ id: field.slice('trial/'.length), name, kind }];
	});

/** The saddles that hands were laid under at a visit, paired or tried. */
export function triedAt(states: FieldStates, paired: readonly PairedSaddle[]): TriedSaddle[] {
	const answers = readAnswers(states);
	const rules = paired[0]?.rules ?? USUAL_RULES;
	const all = [...paired, ...trialsAt(states).map((t) => ({ id: t.id, saddleName: t.name, rules }))];
	return all.flatMap((s) => {
		const own = answers.filter((a) => a.pairingId === s.id).map((a) => judgeAnswer(a, s.rules));
		return own.length > 0 ? [{ id: s.id, name: s.saddleName, answers: own, changes: [] }] : [];
	});
}

/** The same in order. */
export const rankVisit = (states: FieldStates, paired: readonly PairedSaddle[]): RankedSaddle[] =>
	rankSaddles(triedAt(states, paired));
