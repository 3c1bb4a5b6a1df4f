type Spot = readonly [number, number];

/** Strokes of each figure in a box of 1 by 1, as a hand writes them. */
const FIGURES: Readonly<Record<string, readonly Spot[]>> = {
	'1': [
		[0.3, 0.2],
		[0.6, 0],
		[0.6, 1]
	],
	'4': [
		[0.7, 1],
		[0.7, 0],
		[0.1, 0.65],
		[0.95, 0.65]
	],
	'0': [
		[0.5, 0],
		[0.1, 0.3],
		[0.1, 0.75],
		[0.5, 1],
		[0.9, 0.7],
		[0.9, 0.25],
		[0.5, 0]
	],
	'3': [
		[0.1, 0.1],
		[0.6, 0],
		[0.8, 0.25],
		[0.4, 0.48],
		[0.85, 0.7],
		[0.6, 1],
		[0.1, 0.9]
	],
	'2': [
		[0.1, 0.2],
		[0.5, 0],
		[0.85, 0.25],
		[0.1, 1],
		[0.9, 1]
	],
	'6': [
		[0.8, 0.05],
		[0.25, 0.4],
		[0.15, 0.75],
		[0.5, 1],
		[0.85, 0.72],
		[0.5, 0.5],
		[0.2, 0.7]
	],
	'-': [
		[0.2, 0.5],
		[0.8, 0.5]
	]
};

/** The strokes of figures of a height, mm, from an upper left corner along a slope: from and to, mm. */
export function strokesOf(text: string, x: number, y: number, heightMm: number, slope: number): [Spot, Spot][] {
	return [...text].flatMap((figure, k) => {
		const at = ([u, v]: Spot): Spot => [
			x + (k + u * 0.8) * heightMm * 0.62,
			y + v * heightMm + slope * (k + u) * heightMm * 0.62
		];
		const spots = (FIGURES[figure] ?? []).map(at);
		return spots.slice(1).map((spot, i): [Spot, Spot] => [spots[i] as Spot, spot]);
	});
}
