import { onKnots, PLACES_MM, SECTION_DEPTHS_MM, type MadeHorse, type Make, type Section } from './types.js';
import { rulerHand } from './hands.js';
import { between, type Random } from '../random.js';

/** Half-widths below the top of an outline that goes out and down. */
function halfWidths(points: readonly (readonly [number, number])[], topMm: number): number[] {
	let i = 1;
	return SECTION_DEPTHS_MM.map((d) => {
		while (i < points.length - 1 && topMm - (points[i] as readonly [number, number])[1] < d) i++;
		const [[x0, y0], [x1, y1]] = [points[i - 1], points[i]] as [readonly [number, number], readonly [number, number]];
		const t = y0 === y1 ? 0 : (topMm - d - y0) / (y1 - y0);
		return Math.max(0, x0 + Math.min(1.5, Math.max(0, t)) * (x1 - x0));
	});
}

/** Bone under layers: a crest of spines on an oval of ribs, muscle and fat laid on along the normal. */
function horse(random: Random): MadeHorse {
	const frame = between(0.9, 1.12, random);
	const spines = between(0.85, 1.2, random);
	const flesh = between(0.75, 1.2, random);
	const lopsided = between(-2.5, 2.5, random);
	const fatLow = between(0.9, 1.6, random);
	const reachMm = between(120, 200, random);
	return {
		sectionAt: (s, state): Section => {
			const grown = state.growth * onKnots(PLACES_MM, [1, 0.55, 0.4], s);
			const height = onKnots(PLACES_MM, [88, 52, 40], s) * spines + 0.5 * grown;
			const halfRib = onKnots(PLACES_MM, [112, 150, 165], s) * frame + 2.4 * grown;
			const tallRib = onKnots(PLACES_MM, [170, 190, 190], s) * frame;
			const crest = onKnots(PLACES_MM, [11, 15, 18], s);
			const withers = Math.exp(-0.5 * (Math.max(0, s - 60) / reachMm) ** 2);
			const side = (sign: number, muscle: number): number[] => {
				// Bone from the crest's top out and down: crest, a fillet, the oval of ribs.
				const bone = Array.from({ length: 140 }, (_, k): readonly [number, number] => {
					const u = k / 139;
					const angle = u * 1.45;
					const oval = [halfRib * Math.sin(angle), tallRib * (Math.cos(angle) - 1) - height] as const;
					const narrow = crest * Math.sqrt(Math.min(1, u * 8));
					const fall = Math.exp(-((oval[0] / (0.42 * halfRib)) ** 2));
					return [Math.max(narrow * Math.min(1, 4 * fall), oval[0]), oval[1] + height * fall] as const;
				});
				const skin = bone.map(([x, y], k): readonly [number, number] => {
					const [a, b] = [bone[Math.max(0, k - 1)], bone[Math.min(139, k + 1)]] as [
						readonly [number, number],
						readonly [number, number]
					];
					const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
					const length = Math.hypot(dx, dy) || 1;
					const out = x / halfRib;
					const long = Math.exp(-0.5 * ((out - 0.5) / 0.3) ** 2);
					const thick =
						(onKnots(PLACES_MM, [17, 26, 24], s) * flesh + (muscle * withers + state.along) * 0.95 + sign * lopsided) *
							long +
						(3 + state.condition * (0.75 + 0.45 * fatLow * out)) * (0.35 + 0.65 * Math.min(1, out / 0.3));
					return [x + (thick * -dy) / length, y + (thick * dx) / length];
				});
				const apex = Math.max(...skin.map(([, y]) => y));
				const [first] = skin as unknown as [readonly [number, number]];
				return halfWidths([[0, apex], ...skin.filter(([x, y]) => x > Math.max(0, first[0]) && y <= apex)], apex);
			};
			return { near: side(-1, state.withersNear), off: side(1, state.withersOff) };
		}
	};
}

export const LAYERS: Make = {
	name: 'layers',
	idea: 'muscle and fat lie on bone along its normal; a flexible ruler smooths, presses and springs',
	horse,
	hand: rulerHand
};
