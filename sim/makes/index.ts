import { BUMPS } from './bumps.js';
import { FAMILIES_MAKE } from './families.js';
import { LAYERS } from './layers.js';
import { PROPORTION } from './proportion.js';
import type { Make } from './types.js';

/** Makes of horses to try on, each built on another idea. */
export const MAKES: readonly Make[] = [BUMPS, PROPORTION, LAYERS, FAMILIES_MAKE];
export * from './courses.js';
export * from './series.js';
export type { Make, Steadiness } from './types.js';
