import { isEvidence, type Sign, type SignKind } from '$core/zones/index.js';

/** Pattern of a zone by what was found in it; pattern and mark together, never colour alone. */
export function markOf(signs: readonly Sign[]): { readonly pattern: string; readonly level: number } {
	const found = signs.filter(isEvidence);
	if (found.length === 0) return { pattern: signs.length > 0 ? 'quiet' : '', level: 0 };
	const worst = found.reduce((a, b) => (weightOf(b) > weightOf(a) ? b : a));
	return { pattern: PATTERN[worst.kind], level: weightOf(worst) };
}

const PATTERN: Readonly<Record<SignKind, string>> = {
	soreness: 'sore',
	heat: 'sore',
	swelling: 'sore',
	knot: 'sore',
	hollow: 'sore',
	hair: 'hair',
	skin: 'hair',
	sweat: 'dry'
};

const MOST: Readonly<Record<SignKind, number>> = {
	soreness: 4,
	heat: 2,
	swelling: 2,
	knot: 2,
	hollow: 3,
	hair: 6,
	skin: 4,
	sweat: 2
};

/** How grave a sign is on its own scale, 0..1. */
export const weightOf = (s: Pick<Sign, 'kind' | 'grade'>): number => s.grade / MOST[s.kind];
