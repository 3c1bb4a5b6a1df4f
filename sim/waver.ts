import { normal, type Random } from './random.js';

/** Sideways error, mm, at a length along the line, mm from the apex. */
export type Waver = (alongMm: number) => number;

/** A waver of SD about `sdMm`: random knots every `knotMm` of line from `fromMm` on, joined smoothly. */
export function knottedWaver(random: Random, sdMm: number, knotMm: number, knotCount: number, fromMm: number): Waver {
	const knots = Array.from({ length: knotCount }, () => normal(random) * sdMm * 1.2);
	return (alongMm) => {
		const t = (alongMm - fromMm) / knotMm;
		const i = Math.max(0, Math.min(knotCount - 2, Math.floor(t)));
		const u = t - i;
		const ease = u * u * (3 - 2 * u);
		return (knots[i] as number) * (1 - ease) + (knots[i + 1] as number) * ease;
	};
}
