import type { MuscleState, SimStation } from './back.js';

/** Muscle by station as the weeks go by, mm since week 0. */
export type Story = (week: number) => Readonly<Record<SimStation, MuscleState>>;

/** How a story spreads: near and off at T8, and which share of it the middle and rear show. */
export interface Spread {
	readonly near: number;
	readonly off: number;
	readonly middle: number;
	readonly rear: number;
}

const EVEN: Spread = { near: 1, off: 1, middle: 0.2, rear: 0.05 };

/** Turns one amount over time into a story by a spread over sides and stations. */
export function spreadStory(amountMm: (week: number) => number, spread: Spread): Story {
	return (week) => {
		const a = amountMm(week);
		const at = (share: number): MuscleState => ({ nearMm: a * spread.near * share, offMm: a * spread.off * share });
		return { T8: at(1), T13: at(spread.middle), T18: at(spread.rear) };
	};
}

const ramp =
	(from: number, to: number) =>
	(week: number): number =>
		Math.max(0, Math.min(1, (week - from) / (to - from)));

/** Season: a slow swing of `mm` through the year. */
const season =
	(mm: number) =>
	(week: number): number =>
		mm * Math.sin((2 * Math.PI * week) / 52);

export const STORIES = {
	steady: () => spreadStory(season(0.6), EVEN),
	layOff: (startWeek: number, mm = 9) =>
		spreadStory((w) => -mm * ramp(startWeek, startWeek + 12)(w), { ...EVEN, off: 0.9 }),
	growing: (mmPerYear = 8) => spreadStory((w) => (mmPerYear * w) / 52, { near: 1, off: 1, middle: 0.5, rear: 0.3 }),
	gained: (startWeek: number, mm = 10) => spreadStory((w) => mm * ramp(startWeek, startWeek + 30)(w), EVEN),
	oneSide: (startWeek: number, mm = 10) =>
		spreadStory((w) => -mm * ramp(startWeek, startWeek + 16)(w), { near: 1, off: 0.05, middle: 0.35, rear: 0.1 }),
	springFat: (mm = 5.2) =>
		spreadStory((w) => mm * Math.max(0, Math.sin((2 * Math.PI * (w - 6)) / 52)) ** 2, {
			near: 1,
			off: 1,
			middle: 0.9,
			rear: 0.85
		})
} as const;
