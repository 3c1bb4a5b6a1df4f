/**
 * Slopes of a cubic through points that never overshoots them (Fritsch & Carlson 1980, in the harmonic form of
 * Fritsch & Butland 1984; from memory): level where the points turn, straight at both ends. `at` grows strictly.
 */
export function monotoneSlopes(at: readonly number[], values: readonly number[]): number[] {
	const rise = at.slice(1).map((v, i) => ((values[i + 1] as number) - (values[i] as number)) / (v - (at[i] as number)));
	return at.map((_, i) => {
		if (i === 0) return rise[0] ?? 0;
		if (i === at.length - 1) return rise[rise.length - 1] as number;
		const [a, b] = [rise[i - 1] as number, rise[i] as number];
		return a * b <= 0 ? 0 : (2 * a * b) / (a + b);
	});
}

/** Weights of both values and both slopes at a share t of a piece of some length (Hermite's cubic). */
export function hermite(t: number, length: number): readonly [y0: number, m0: number, y1: number, m1: number] {
	return [(1 + 2 * t) * (1 - t) ** 2, length * t * (1 - t) ** 2, t * t * (3 - 2 * t), length * t * t * (t - 1)];
}
