/**
 * What the model says of a limit, against what was so on four makes of made-up horses (docs/validation.md): a back
 * that nears a limit while it moves is nearly always further on than the estimate that follows it. Logistic
 * calibration (Platt's scaling), the least that any of the makes asks for.
 */
const REFIT = { from: 2, times: 1.4 };
const WATCH = { from: 1.3, times: 1.4 };

function scaled(p: number, { from, times }: typeof REFIT): number {
	if (p <= 0 || p >= 1) return Math.min(1, Math.max(0, p));
	return 1 / (1 + Math.exp(-(from + times * Math.log(p / (1 - p)))));
}

/** Calibrated chance, 0..1, of lying beyond the refit limit or that between the sides. */
export const refitChance = (p: number): number => scaled(p, REFIT);
/** Calibrated chance, 0..1, of lying beyond the watch limit. */
export const watchChance = (p: number): number => scaled(p, WATCH);
