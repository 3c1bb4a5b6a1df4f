/** From 0 to 1 and level at both ends, held beyond them. */
export function ease(u: number): number {
	const t = Math.max(0, Math.min(1, u));
	return t * t * (3 - 2 * t);
}
