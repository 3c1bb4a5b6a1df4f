import type { ShimSet } from '../seat/index.js';
import { numberOf, type Setup } from './setupOn.js';

/** What lies under a saddle as a seat takes it, mm: a pad as it is when packed, shims by zone and side. */
export interface UnderSaddle {
	readonly padMm: number;
	readonly shims: ShimSet;
}

/** What a set-up puts under the bars; undefined where that is nothing anybody gave in mm. */
export function underSaddle(setup: Setup): UnderSaddle | undefined {
	const mm = (part: string): number => numberOf(setup, part) ?? 0;
	// A pad nobody pressed is taken as thick as it was measured.
	const padMm = numberOf(setup, 'packedMm') ?? mm('padMm');
	const shims: ShimSet = {
		front_near: mm('front-near'),
		front_off: mm('front-off'),
		middle_near: mm('middle-near'),
		middle_off: mm('middle-off'),
		rear_near: mm('rear-near'),
		rear_off: mm('rear-off')
	};
	return padMm > 0 || Object.values(shims).some((v) => v > 0) ? { padMm, shims } : undefined;
}
