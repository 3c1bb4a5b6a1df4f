import { BUMPS } from './bumps.js';
import { CHANCE } from './chance.js';
import { FAMILIES_MAKE } from './families.js';
import { LAYERS } from './layers.js';
import { PROPORTION } from './proportion.js';
import type { Make } from './types.js';

/** Makes of horses to try on, each built on another idea. */
export const MAKES: readonly Make[] = [BUMPS, PROPORTION, LAYERS, FAMILIES_MAKE];
/** A make that was drawn up when the engine stood: reported on; of all choices two of causes were looked at on it too. */
export const ONLY_REPORTED: readonly Make[] = [CHANCE];
export * from './courses.js';
export * from './series.js';
export type { Make, Steadiness } from './types.js';
