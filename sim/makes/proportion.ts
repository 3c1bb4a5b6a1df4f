import { onKnots, PLACES_MM, SECTION_DEPTHS_MM, type MadeHorse, type Make } from './types.js';
import { drawnHand } from './hands.js';
import { between, type Random } from '../random.js';

/** A cut widens by shares of itself: fat everywhere, muscle where it lies. */
function horse(random: Random): MadeHorse {
	const size = between(0.85, 1.18, random);
	const sharp = between(0.75, 1.25, random);
	const lopsided = between(-0.03, 0.03, random);
	const from = between(25, 50, random);
	const fade = between(110, 180, random);
	const low = between(0.8, 1.5, random);
	const withersAlong = between(90, 260, random);
	const growthBehind = between(0.35, 1.6, random);
	return {
		sectionAt: (s, state) => {
			const full = onKnots(PLACES_MM, [118, 158, 172], s) * size;
			const bend = onKnots(PLACES_MM, [62, 52, 46], s) * sharp;
			const at90 = full * (1 - Math.exp(-((90 / bend) ** 0.8)));
			const withers = Math.exp(-0.5 * (Math.max(0, s - 40) / withersAlong) ** 2);
			const wider = state.growth * onKnots(PLACES_MM, [1, (1 + growthBehind) / 2, growthBehind], s);
			const risen = state.growth * onKnots(PLACES_MM, [1, 0.6, 0.45], s);
			const side = (sign: number, muscle: number): number[] =>
				SECTION_DEPTHS_MM.map((d) => {
					const deep = Math.max(0, d - 0.35 * risen * Math.min(1, d / 30));
					const rest = full * (1 - Math.exp(-((deep / bend) ** 0.8))) * (1 + sign * lopsided);
					const flesh = (1 / (1 + Math.exp(-(d - from) / 9))) * Math.exp(-0.5 * (Math.max(0, d - 100) / fade) ** 2);
					const fat = (state.condition / at90) * (0.85 + (low - 0.85) * Math.min(1, d / 150));
					const grow = (1.25 * wider) / at90;
					return rest * (1 + fat + grow + ((muscle * withers + state.along) / at90) * flesh);
				});
			return { near: side(-1, state.withersNear), off: side(1, state.withersOff) };
		}
	};
}

export const PROPORTION: Make = {
	name: 'proportion',
	idea: 'everything widens by a share of itself',
	horse,
	hand: drawnHand
};
