import type { Verdict } from '../../../core/call/index.js';

/** Id on the page of the strap with its buckle at a verdict. */
export const strapId = (verdict: Verdict | null): string => `strap-${verdict ?? 'none'}`;
