import type { Day } from '../units/index.js';

/** Of whom something is asked. */
export const TASK_FOR = ['owner', 'bodyworker', 'fitter', 'vet'] as const;
export type TaskFor = (typeof TASK_FOR)[number];

/** Something that was asked of somebody, as it stands. */
export interface AskedTask {
	readonly askedOf: TaskFor;
	readonly byOn: Day | null;
	readonly done: boolean;
}

/** What a person of a role has to do comes first, then what others have; open before done, the soonest first. */
export function tasksInOrder<T extends AskedTask>(tasks: readonly T[], role: string | undefined): T[] {
	const rank = (t: T): number => (t.done ? 2 : t.askedOf === role ? 0 : 1);
	return [...tasks].sort((a, b) => rank(a) - rank(b) || (a.byOn ?? '9').localeCompare(b.byOn ?? '9'));
}
