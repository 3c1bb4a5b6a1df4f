import { median } from '../math/index.js';

/**
 * Which of several disagreement scores (mm; one a repeat) is grossly out: more than four noise SDs
 * and 4 mm worse than the middle one. Needs three repeats; with fewer nobody can say which is wrong.
 * At most one in three is left out.
 */
export function findOutliers(scoresMm: readonly number[], noiseSdMm: number): boolean[] {
	const none = scoresMm.map(() => false);
	if (scoresMm.length < 3) return none;
	const middle = median(scoresMm);
	const limit = middle + Math.max(4, 4 * noiseSdMm);
	const allowed = Math.floor(scoresMm.length / 3);
	const ranked = scoresMm.map((s, i) => ({ s, i })).sort((a, b) => b.s - a.s);
	for (const { s, i } of ranked.slice(0, allowed)) if (s > limit) none[i] = true;
	return none;
}
