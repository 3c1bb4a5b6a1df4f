import { KINDS, type Kind } from './kinds.js';

/** Chances that a quiet back wakes, and that a lively one stays so, a month; that it is lively at the start. */
const WAKES = 0.2;
const STAYS = 0.97;
const LIVELY_AT_START = 0.1;
/** Of what ends, so much turns into another lively kind, the rest falls quiet. */
const TURNS = 0.3;
/**
 * Chance, a month, that muscle is lost between two visits, as in a lay-off: it goes in weeks and never comes so
 * fast (common practice, no source). Mostly the back is still again afterwards.
 */
const STEPS = 0.004;
const STILL_AFTER_STEP = 0.6;
const MONTH_WEEKS = 30 / 7;

/** How often a back that wakes is of each kind: one side alone is the rarest (common practice, no source). */
const USUAL: Readonly<Record<Kind, number>> = {
	still: 0,
	quiet: 0,
	whole: 1,
	local: 1,
	near: 0.4,
	off: 0.4,
	along: 1,
	growth: 0.7,
	step: 0
};
const ALL_USUAL = KINDS.reduce((s, k) => s + USUAL[k], 0);
const shareOf = (kind: Kind): number => USUAL[kind] / ALL_USUAL;

/** Chances of KINDS on the first day. */
export const STARTING_CHANCES: readonly number[] = KINDS.map((k) =>
	k === 'still' ? 1 - LIVELY_AT_START : LIVELY_AT_START * shareOf(k)
);

/** Chances of each kind now, from each kind at the last visit. */
export function passage(weeks: number): number[][] {
	const months = weeks / MONTH_WEEKS;
	const wakes = 1 - (1 - WAKES) ** months;
	const stays = STAYS ** months;
	const turns = (1 - stays) * TURNS;
	const steps = 1 - (1 - STEPS) ** months;
	const going = (from: Kind, to: Kind): number => {
		if (from === 'step') return to === 'quiet' ? STILL_AFTER_STEP : (1 - STILL_AFTER_STEP) * shareOf(to);
		if (from === 'still') return to === 'still' ? 1 - wakes : wakes * shareOf(to);
		if (to === 'still') return 0;
		if (from === 'quiet') return to === 'quiet' ? 1 - wakes : wakes * shareOf(to);
		if (to === from) return stays;
		return to === 'quiet' ? 1 - stays - turns : (turns * shareOf(to)) / (1 - shareOf(from));
	};
	return KINDS.map((from) => KINDS.map((to) => (to === 'step' ? steps : (1 - steps) * going(from, to))));
}
