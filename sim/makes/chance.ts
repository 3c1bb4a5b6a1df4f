import { degToRad } from '../../src/core/units/index.js';
import { between, normal, type Random } from '../random.js';
import { posed } from './hands.js';
import {
	onKnots,
	PLACES_MM,
	SECTION_DEPTHS_MM,
	type Line,
	type MadeHand,
	type MadeHorse,
	type Make,
	type Steadiness
} from './types.js';

/** A smooth curve by chance over 0 to `span`: SD about `sd`, alike over `length`. */
function byChance(random: Random, sd: number, length: number, span: number): (at: number) => number {
	const bumps = Array.from(
		{ length: 14 },
		() => [between(-length, span + length, random), normal(random) * sd] as const
	);
	const share = Math.sqrt((span + 2 * length) / (bumps.length * 1.2 * length));
	return (at) =>
		share * bumps.reduce((sum, [middle, size]) => sum + size * Math.exp(-0.5 * ((at - middle) / length) ** 2), 0);
}

/** Every cut a power of depth with dents of its own; where muscle and fat lie, and how far back, is drawn by lot. */
function horse(random: Random): MadeHorse {
	const cap = [between(6.5, 9.5, random), between(9, 13, random), between(10, 14.5, random)];
	const power = [between(0.5, 0.62, random), between(0.46, 0.56, random), between(0.44, 0.54, random)];
	const dents = PLACES_MM.map(() => byChance(random, 3, 45, 200));
	const lopsided = PLACES_MM.map(() => byChance(random, 2, 60, 200));
	const [peak, reach] = [between(55, 105, random), between(28, 55, random)];
	const fatLow = between(0.7, 1.6, random);
	const muscleAt = [1, between(0.3, 1, random), between(0.05, 0.25, random)];
	const fatAt = [1, between(0.85, 1.4, random), between(0.8, 1.4, random)];
	const grownAt = [1, between(0.6, 1.8, random), between(0.4, 2.4, random)];
	const rise = between(0.2, 0.7, random);
	const bump = (d: number): number => Math.exp(-0.5 * ((d - peak) / reach) ** 2);
	return {
		sectionAt: (s, state) => {
			const of = (values: readonly number[]): number => onKnots(PLACES_MM, values, s);
			const risen = rise * state.growth * of([1, 0.5, 0.3]);
			const side = (sign: number, withers: number): number[] =>
				SECTION_DEPTHS_MM.map((d) => {
					const skin = 1 - Math.exp(-d / 18);
					const deep = Math.max(0, d - risen * (1 - Math.exp(-d / 20)));
					const own = of(dents.map((f) => f(d))) + sign * of(lopsided.map((f) => f(d)));
					const muscle = ((withers * of(muscleAt) + state.along) * bump(d)) / (0.9 * bump(90));
					const fat = (1 + ((fatLow - 1) * (d - 90)) / 90) * skin;
					const wider = state.condition * of(fatAt) + 1.3 * state.growth * of(grownAt);
					return Math.max(0, of(cap) * deep ** of(power) + skin * own + muscle + wider * fat);
				});
			return { near: side(-1, state.withersNear), off: side(1, state.withersOff) };
		}
	};
}

/** Somebody whose lines waver, stretch and end as it comes. */
function hand(random: Random, steadiness: Steadiness): MadeHand {
	const noiseMm = { low: 0.8, mid: 1.5, high: 2.4 }[steadiness] * between(0.85, 1.15, random);
	const lengthMm = between(20, 60, random);
	return {
		placeVisitMm: { low: 2, mid: 3, high: 4 }[steadiness],
		placeOwnMm: { low: 3, mid: 5, high: 8 }[steadiness],
		stanceMm: between(0.3, 0.9, random),
		draw: (section, r): Line => {
			const [deepNear, deepOff] = [between(125, 165, r), between(125, 165, r)];
			const [out, up] = [byChance(r, noiseMm, lengthMm, 500), byChance(r, 0.4 * noiseMm, lengthMm, 500)];
			const stretch = 1 + 0.006 * normal(r);
			const turn = degToRad(1.7 * normal(r));
			const [aside, raised] = [1.8 * normal(r), 0.6 * normal(r)];
			const side = (widths: readonly number[], sign: number, deepest: number): [number, number][] =>
				Array.from({ length: 50 }, (_, i) => {
					const d = deepest * ((i + 1) / 50) ** 1.6;
					const x = onKnots(SECTION_DEPTHS_MM, widths, d);
					const along = 250 + sign * Math.hypot(x, d);
					const firm = Math.min(1, x / 15);
					return [sign * (x * stretch + out(along) * firm), up(along) * firm - d];
				});
			const line = [...side(section.near, -1, deepNear).reverse(), [0, 0] as const, ...side(section.off, 1, deepOff)];
			return posed(line, turn, aside, raised);
		}
	};
}

export const CHANCE: Make = {
	name: 'chance',
	idea: 'every cut by chance; hardly anything was chosen on these',
	horse,
	hand
};
