/** A seeded stream of uniform numbers in [0, 1). */
export type Random = () => number;

/** Mulberry32: same seed, same stream, bit for bit. */
export function seededRandom(seed: number): Random {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = state;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
	};
}

/** A uniform draw between two numbers. */
export const between = (a: number, b: number, random: Random): number => a + (b - a) * random();

/** A standard normal draw (Box-Muller). */
export function normal(random: Random): number {
	return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
