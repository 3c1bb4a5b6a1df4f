import { SIM_STATIONS, trueHalfWidthMm, type CutShape, type SimStation } from './back.js';
import { normal, type Random } from './random.js';

const PLACE_MM: Readonly<Record<SimStation, number>> = { T8: 60, T13: 260, T18: 450 };
const LENGTH_MM = 520;
const DEEPEST_MM = 170;

/** Half-width between stations, straight from one to the next. */
function halfWidth(
	back: Readonly<Record<SimStation, CutShape>>,
	side: 'near' | 'off',
	sMm: number,
	depth: number
): number {
	const at = (k: number): SimStation => SIM_STATIONS[Math.max(0, Math.min(2, k))] as SimStation;
	const k = sMm < PLACE_MM.T13 ? 0 : 1;
	const [a, b] = [at(k), at(k + 1)];
	const u = (sMm - PLACE_MM[a]) / (PLACE_MM[b] - PLACE_MM[a]);
	const still = { nearMm: 0, offMm: 0 };
	const [wa, wb] = [a, b].map((s) => trueHalfWidthMm(back[s], side, depth, still)) as [number, number];
	return wa + (wb - wa) * Math.max(-0.3, Math.min(1.3, u));
}

/** Text STL of a made-up phone scan in metres: the back of one horse, with a scanner's noise and a hole. */
export function scanStl(back: Readonly<Record<SimStation, CutShape>>, random: Random, noiseMm = 0.4): string {
	const depths = Array.from({ length: 45 }, (_, i) => (DEEPEST_MM * i * i) / (44 * 44));
	const row = (sMm: number) => {
		const rise = 14 * Math.exp(-(((sMm - 20) / 130) ** 2)) - 10 * Math.exp(-(((sMm - 270) / 120) ** 2));
		const side = (which: 'near' | 'off') =>
			depths.map((d) => {
				const x = halfWidth(back, which, sMm, d) + noiseMm * normal(random);
				return [which === 'near' ? -x : x, rise - d, sMm] as const;
			});
		return [...side('near').reverse(), ...side('off').slice(1)];
	};
	const rows = Array.from({ length: LENGTH_MM / 8 + 1 }, (_, i) => row(8 * i));
	const metres = (p: readonly number[]) => p.map((v) => (v / 1000).toFixed(6)).join(' ');
	const facets: string[] = [];
	const facet = (...points: readonly (readonly number[])[]) =>
		facets.push(
			`facet normal 0 0 0\nouter loop\n${points.map((p) => `vertex ${metres(p)}`).join('\n')}\nendloop\nendfacet`
		);
	for (let k = 0; k + 1 < rows.length; k++)
		for (let i = 0; i + 1 < (rows[0]?.length ?? 0); i++) {
			if (k > 40 && k < 44 && i > 20 && i < 24) continue;
			const [a, b, c, d] = [rows[k]?.[i], rows[k]?.[i + 1], rows[k + 1]?.[i + 1], rows[k + 1]?.[i]] as [
				readonly number[],
				readonly number[],
				readonly number[],
				readonly number[]
			];
			facet(a, d, b);
			facet(b, d, c);
		}
	return `solid scan\n${facets.join('\n')}\nendsolid scan\n`;
}
