/** A curve as it travels to the page: x and y in mm, near to off. */
export interface Outline {
	readonly x: readonly number[];
	readonly y: readonly number[];
}

/** One station's pair of outlines; either may be absent. */
export interface CutPair {
	readonly station: string;
	readonly then: Outline | null;
	readonly now: Outline | null;
}

/** SVG path of an outline, y down. */
export function outlinePath(o: Outline): string {
	return o.x.map((x, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${(-(o.y[i] as number)).toFixed(1)}`).join('');
}

/** The area between two outlines, as one closed path. */
export function betweenPath(a: Outline, b: Outline): string {
	const back = { x: [...b.x].reverse(), y: [...b.y].reverse() };
	return `${outlinePath(a)}${outlinePath(back).replace('M', 'L')}Z`;
}
