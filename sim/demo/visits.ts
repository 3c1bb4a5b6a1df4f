import { addDays } from '../../src/core/units/index.js';
import { makeBack, SIM_STATIONS, type MuscleState, type SimStation } from '../back.js';
import { seededRandom } from '../random.js';
import type { Story } from '../stories.js';
import { traceVisit, type SimTracing } from '../trace.js';
import type { DemoHorse } from './patrol.js';

export interface DemoVisit {
	readonly visitedOn: string;
	readonly tracings: readonly SimTracing[];
}

/** Weeks of a horse's visits: about five apart, never quite regular, the last at `spanWeeks`. */
function visitWeeks(count: number, random: () => number): number[] {
	const raw = Array.from({ length: count }, (_, i) => i * 5 + (i > 0 ? random() * 2 - 1 : 0));
	return raw;
}

function muscleSince(story: Story, week: number): Record<SimStation, MuscleState> {
	const [now, start] = [story(week), story(0)];
	return Object.fromEntries(
		SIM_STATIONS.map((s) => [s, { nearMm: now[s].nearMm - start[s].nearMm, offMm: now[s].offMm - start[s].offMm }])
	) as Record<SimStation, MuscleState>;
}

/** All visits of a demo horse, the last a few days before `today`. */
export function demoVisits(horse: DemoHorse, today: string, seed: number): DemoVisit[] {
	const random = seededRandom(seed);
	const weeks = visitWeeks(horse.visits, random);
	const lastWeek = weeks[weeks.length - 1] as number;
	const back = makeBack(horse.build);
	const agoDays = 2 + Math.floor(random() * 12);
	return weeks.map((week) => ({
		visitedOn: addDays(today, Math.round((week - lastWeek) * 7) - agoDays),
		tracings: traceVisit(back, muscleSince(horse.story, week), horse.hand, 3, random)
	}));
}
