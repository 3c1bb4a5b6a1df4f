import { isJump, KINDS, type JumpKind, type Kind } from './kinds.js';

/** Chances that a quiet back wakes, and that a lively one stays so, a month; that it is lively at the start. */
const WAKES = 0.2;
const STAYS = 0.97;
const LIVELY_AT_START = 0.1;
/** Of what ends, so much turns into another lively kind, the rest falls quiet. */
const TURNS = 0.3;
/** How often a back was seen to jump between two visits, as if from so many visits (a beta distribution). */
export interface Jumps {
	readonly made: number;
	readonly intervals: number;
}
/**
 * Before anything is known: a person traces because something happened, so about one interval in six holds a jump. A
 * back that stays still lowers that by as much as it has shown, no more (docs/model.md).
 */
export const JUMPS_AT_FIRST: Jumps = { made: 0.5, intervals: 2 };
/** Counts one interval more that held a jump by this chance. */
export const jumpsAfter = ({ made, intervals }: Jumps, chance: number): Jumps => ({
	made: made + chance,
	intervals: intervals + 4
});
/** A longer interval holds a jump only a little more often: people come when there is something to see. */
const JUMP_GROWS = 0.3;
const USUAL_WEEKS = 30 / 7;
export const jumpChance = ({ made, intervals }: Jumps, weeks: number): number =>
	Math.min(0.5, (made / intervals) * (weeks / USUAL_WEEKS) ** JUMP_GROWS);
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
	leap: 0,
	step: 0,
	lurch: 0
};
const ALL_USUAL = KINDS.reduce((s, k) => s + USUAL[k], 0);
const shareOf = (kind: Kind): number => USUAL[kind] / ALL_USUAL;

/** Of the jumps, how many are of each kind (common practice, no source). */
const JUMPS_BY_KIND: Readonly<Record<JumpKind, number>> = { leap: 0.45, step: 0.37, lurch: 0.18 };

/** Chances of KINDS on the first day. */
export const STARTING_CHANCES: readonly number[] = KINDS.map((k) =>
	k === 'still' ? 1 - LIVELY_AT_START : LIVELY_AT_START * shareOf(k)
);

/** Chances of each kind now, from each kind at the last visit; `steps`: that it jumped since then. */
export function passage(weeks: number, steps: number): number[][] {
	const months = weeks / MONTH_WEEKS;
	const wakes = 1 - (1 - WAKES) ** months;
	const stays = STAYS ** months;
	const turns = (1 - stays) * TURNS;
	const going = (from: Kind, to: Kind): number => {
		if (isJump(from)) return to === 'quiet' ? STILL_AFTER_STEP : (1 - STILL_AFTER_STEP) * shareOf(to);
		if (from === 'still') return to === 'still' ? 1 - wakes : wakes * shareOf(to);
		if (to === 'still') return 0;
		if (from === 'quiet') return to === 'quiet' ? 1 - wakes : wakes * shareOf(to);
		if (to === from) return stays;
		return to === 'quiet' ? 1 - stays - turns : (turns * shareOf(to)) / (1 - shareOf(from));
	};
	return KINDS.map((from) =>
		KINDS.map((to) => (isJump(to) ? steps * JUMPS_BY_KIND[to] : (1 - steps) * going(from, to)))
	);
}
