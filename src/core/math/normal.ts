/** The two-sided 95% point of the standard normal distribution. */
export const Z95 = 1.959963984540054;

/**
 * Complementary error function by continued fraction and series
 * (Abramowitz & Stegun 7.1.6 and 7.1.14, from memory; checked against a statistics package).
 */
function erfc(x: number): number {
	const z = Math.abs(x);
	let value: number;
	if (z < 2.5) {
		let term = z;
		let sum = z;
		for (let n = 1; n < 80; n++) {
			term *= (2 * z * z) / (2 * n + 1);
			sum += term;
		}
		value = 1 - (2 / Math.sqrt(Math.PI)) * Math.exp(-z * z) * sum;
	} else {
		let fraction = 0;
		for (let n = 60; n >= 1; n--) fraction = n / 2 / (z + fraction);
		value = Math.exp(-z * z) / Math.sqrt(Math.PI) / (z + fraction);
	}
	return x < 0 ? 2 - value : value;
}

/** P(Z <= z) for a standard normal Z. */
export function normalCdf(z: number): number {
	return 0.5 * erfc(-z / Math.SQRT2);
}

/** P(X > limit) for X ~ N(mean, sd²); a certainty when sd is 0. */
export function probabilityAbove(limit: number, meanValue: number, sd: number): number {
	if (!(sd > 0)) return meanValue > limit ? 1 : 0;
	return 1 - normalCdf((limit - meanValue) / sd);
}
