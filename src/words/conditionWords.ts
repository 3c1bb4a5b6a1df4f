import type { ConditionRegion } from '../core/load/index.js';

export const REGION_WORDS: Readonly<Record<ConditionRegion, string>> = {
	neck: 'neck',
	withers: 'withers',
	shoulder: 'behind the shoulder',
	ribs: 'ribs',
	loin: 'loin',
	tailhead: 'tail head'
};

/** What hand and eye find at the odd scores of the 1-9 scale, in our own words; even scores lie between. */
const FOUND: Readonly<
	Record<ConditionRegion, readonly [one: string, three: string, five: string, seven: string, nine: string]>
> = {
	neck: ['bones to be counted', 'thin, bones felt', 'blends smoothly', 'fat felt along the crest', 'bulging crest'],
	withers: ['sharp bone', 'clearly seen', 'rounded', 'fat beside them', 'hardly to be found'],
	shoulder: ['blade stands out', 'edge seen', 'blends smoothly', 'soft fat behind', 'bulges'],
	ribs: ['every rib seen', 'some seen, all felt', 'felt, not seen', 'felt under fat', 'not to be felt'],
	loin: ['spines stand up', 'a ridge', 'level', 'a slight groove', 'a deep groove'],
	tailhead: ['stands alone', 'clearly seen', 'slightly spongy', 'soft fat', 'buried in fat']
};

/** A region's description at a score; even scores name both neighbours. */
export function conditionWords(region: ConditionRegion, score: number): string {
	const at = (Math.min(9, Math.max(1, score)) - 1) / 2;
	const [low, high] = [FOUND[region][Math.floor(at)] as string, FOUND[region][Math.ceil(at)] as string];
	return low === high ? low : `between “${low}” and “${high}”`;
}
