import { onKnots, PLACES_MM, SECTION_DEPTHS_MM, type MadeHorse, type Make } from './types.js';
import { rulerHand } from './hands.js';
import { between, type Random } from '../random.js';

const DEPTHS = [0, 4, 10, 20, 35, 55, 80, 110, 145, 200];

/** Half-widths at DEPTHS by station, for a build as it stands, lean and wasted (drawn by eye, no source). */
interface Family {
	readonly now: readonly [readonly number[], readonly number[], readonly number[]];
	readonly fat: readonly number[];
	readonly hollow: readonly number[];
}

const FAMILIES: readonly Family[] = [
	{
		// Narrow and high.
		now: [
			[0, 9, 16, 25, 37, 53, 73, 97, 122, 150],
			[0, 15, 27, 42, 60, 81, 104, 128, 150, 176],
			[0, 18, 32, 50, 71, 94, 118, 142, 163, 188]
		],
		fat: [0, 0.2, 0.4, 0.6, 0.8, 0.95, 1, 1.1, 1.25, 1.5],
		hollow: [0, 0.05, 0.15, 0.4, 0.8, 1, 1.05, 0.8, 0.45, 0.1]
	},
	{
		// Broad and flat.
		now: [
			[0, 16, 28, 43, 60, 80, 102, 126, 150, 178],
			[0, 24, 41, 62, 85, 109, 132, 154, 174, 198],
			[0, 27, 46, 69, 94, 119, 142, 163, 183, 206]
		],
		fat: [0, 0.4, 0.6, 0.75, 0.9, 1, 1, 1.05, 1.1, 1.2],
		hollow: [0, 0.05, 0.1, 0.3, 0.65, 0.95, 1.1, 0.95, 0.6, 0.2]
	},
	{
		// Round ribs under a sharp top.
		now: [
			[0, 10, 18, 29, 44, 64, 88, 114, 138, 162],
			[0, 16, 30, 48, 70, 95, 121, 145, 164, 184],
			[0, 17, 31, 51, 76, 103, 130, 153, 171, 190]
		],
		fat: [0, 0.25, 0.45, 0.65, 0.85, 1, 1, 0.95, 0.95, 1],
		hollow: [0, 0.1, 0.25, 0.55, 0.9, 1.05, 0.95, 0.7, 0.4, 0.1]
	}
];

/** A horse is a blend of builds; it gets fat, lean and hollow the way its builds do. */
function horse(random: Random): MadeHorse {
	const raw = FAMILIES.map(() => random() ** 2 + 0.05);
	const sum = raw.reduce((a, b) => a + b, 0);
	const blend = (of: (f: Family) => readonly number[]): number[] =>
		DEPTHS.map((_, k) => FAMILIES.reduce((s, f, i) => s + ((raw[i] as number) / sum) * (of(f)[k] as number), 0));
	const now = [0, 1, 2].map((st) => blend((f) => f.now[st] as readonly number[]));
	const [fat, hollow] = [blend((f) => f.fat), blend((f) => f.hollow)];
	const size = between(0.92, 1.1, random);
	const lopsided = between(-2.5, 2.5, random);
	const shares = [1, between(0.15, 0.9, random), between(0, 0.2, random)];
	const fatShares = [1, between(0.9, 1.15, random), between(0.85, 1.2, random)];
	const growthBehind = between(0.35, 2, random);
	return {
		sectionAt: (s, state) => {
			const local = onKnots(PLACES_MM, shares, s);
			const risen = state.growth * onKnots(PLACES_MM, [1, 0.55, 0.35], s);
			const wider = state.growth * onKnots(PLACES_MM, [1, (1 + growthBehind) / 2, growthBehind], s);
			const side = (sign: number, withers: number): number[] =>
				SECTION_DEPTHS_MM.map((d) => {
					const deep = Math.max(0, d - 0.4 * risen * Math.min(1, d / 25));
					const rest = onKnots(
						PLACES_MM,
						now.map((n) => onKnots(DEPTHS, n, deep)),
						s
					);
					const shape = onKnots(DEPTHS, hollow, d);
					return (
						rest * size * (1 + 0.012 * 1.2 * wider) +
						state.condition * onKnots(PLACES_MM, fatShares, s) * onKnots(DEPTHS, fat, d) +
						(withers * local + state.along + sign * lopsided * local) * shape
					);
				});
			return { near: side(-1, state.withersNear), off: side(1, state.withersOff) };
		}
	};
}

export const FAMILIES_MAKE: Make = {
	name: 'families',
	idea: 'sections are blends of families drawn by eye',
	horse,
	hand: rulerHand
};
