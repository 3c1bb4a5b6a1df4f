/** Arithmetic mean; NaN for no values. */
export function mean(values: readonly number[] | Float64Array): number {
	let sum = 0;
	for (const v of values) sum += v;
	return sum / values.length;
}

/** Sample standard deviation (n - 1), two-pass; NaN below two values. */
export function sampleSd(values: readonly number[] | Float64Array): number {
	if (values.length < 2) return Number.NaN;
	const m = mean(values);
	let squares = 0;
	let drift = 0;
	for (const v of values) {
		squares += (v - m) ** 2;
		drift += v - m;
	}
	return Math.sqrt((squares - drift ** 2 / values.length) / (values.length - 1));
}

/** Three repeats are the usual case, and need no sorting. */
const middleOfThree = ([a, b, c]: readonly [number, number, number]): number =>
	Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));

/** Median; the mean of the middle two for an even count; NaN for no values. */
export function median(values: readonly number[]): number {
	if (values.length === 3) return middleOfThree(values as [number, number, number]);
	const sorted = [...values].sort((a, b) => a - b);
	const half = sorted.length >> 1;
	return sorted.length % 2 ? (sorted[half] as number) : ((sorted[half - 1] as number) + (sorted[half] as number)) / 2;
}

/** Logarithm of a sum of what the logarithms stand for. */
export function logSum(logs: readonly number[]): number {
	const most = Math.max(...logs);
	return most + Math.log(logs.reduce((s, l) => s + Math.exp(l - most), 0));
}

export interface Line {
	readonly slope: number;
	readonly intercept: number;
	/** Standard errors and residual SD with n - 2 degrees of freedom. */
	readonly slopeSe: number;
	readonly interceptSe: number;
	readonly residualSd: number;
}

/** Ordinary least squares line through (x, y), centred for accuracy. */
export function fitLine(x: readonly number[], y: readonly number[]): Line {
	const mx = mean(x);
	const my = mean(y);
	let sxx = 0;
	let sxy = 0;
	for (let i = 0; i < x.length; i++) {
		sxx += ((x[i] as number) - mx) ** 2;
		sxy += ((x[i] as number) - mx) * ((y[i] as number) - my);
	}
	const slope = sxy / sxx;
	const intercept = my - slope * mx;
	let rss = 0;
	for (let i = 0; i < x.length; i++) rss += ((y[i] as number) - my - slope * ((x[i] as number) - mx)) ** 2;
	const residualSd = Math.sqrt(rss / (x.length - 2));
	return {
		slope,
		intercept,
		residualSd,
		slopeSe: residualSd / Math.sqrt(sxx),
		interceptSe: residualSd * Math.sqrt(1 / x.length + mx ** 2 / sxx)
	};
}
