import { onKnots, PLACES_MM, SECTION_DEPTHS_MM, type MadeHorse, type Make } from './types.js';
import { drawnHand } from './hands.js';
import { between, type Random } from '../random.js';

const bump = (x: number, centre: number, reach: number): number => Math.exp(-0.5 * ((x - centre) / reach) ** 2);

/** A cut is a root and a slope; muscle is a bump on it. */
function horse(random: Random): MadeHorse {
	const broad = between(0.85, 1.15, random);
	const hollow = between(1, 9, random);
	const lopsided = between(-3, 3, random);
	const [centre, reach] = [between(76, 98, random), between(28, 46, random)];
	const shares = { middle: between(0.1, 0.35, random), rear: between(0, 0.15, random) };
	return {
		sectionAt: (s, state) => {
			const cap = onKnots(PLACES_MM, [8.2, 11.2, 12.6], s) * broad;
			const flank = onKnots(PLACES_MM, [0.32, 0.42, 0.46], s);
			const pocket = onKnots(PLACES_MM, [hollow, 1, 0], s);
			const local = onKnots(PLACES_MM, [1, shares.middle, shares.rear], s);
			const grown = onKnots(PLACES_MM, [1, 0.5, 0.3], s) * state.growth;
			const side = (sign: number, withers: number): number[] =>
				SECTION_DEPTHS_MM.map((d) => {
					const deep = Math.max(0, d - 0.45 * grown * (1 - Math.exp(-d / 15)));
					const rest = cap * Math.sqrt(deep) + flank * deep - pocket * bump(deep, 70, 22) + 2 * bump(deep, 125, 25);
					const muscle =
						withers * local + state.along + state.condition * onKnots(PLACES_MM, [1, 0.9, 0.88], s) + 1.4 * grown;
					return Math.max(0, rest + (muscle + sign * lopsided) * bump(d, centre, reach));
				});
			return { near: side(-1, state.withersNear), off: side(1, state.withersOff) };
		}
	};
}

export const BUMPS: Make = { name: 'bumps', idea: 'muscle is a bump on a section', horse, hand: drawnHand };
