import type { SetupDay } from '$words/index.js';

/** What was under and in the saddle on a day; empty where nobody had noted it. Set-ups are in order of day. */
export const underOn = (setups: readonly SetupDay[], day: string, bare = false): string =>
	setups.filter((s) => s.since <= day).at(-1)?.[bare ? 'bare' : 'line'] ?? '';
