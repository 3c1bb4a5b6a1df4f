/**
 * What the model says of a limit, against what was so on made-up horses (docs/validation.md): a little less than the
 * truth where a back nears a limit while it moves. Logistic calibration (Platt's scaling), chosen on second visits.
 */
const REFIT = { from: 0.8, times: 1.2 };
const WATCH = { from: 0.6, times: 1.2 };

function scaled(p: number, { from, times }: typeof REFIT): number {
	if (p <= 0 || p >= 1) return Math.min(1, Math.max(0, p));
	return 1 / (1 + Math.exp(-(from + times * Math.log(p / (1 - p)))));
}

/** Calibrated chance, 0..1, of lying beyond the refit limit or that between the sides. */
export const refitChance = (p: number): number => scaled(p, REFIT);
/** Calibrated chance, 0..1, of lying beyond the watch limit. */
export const watchChance = (p: number): number => scaled(p, WATCH);
