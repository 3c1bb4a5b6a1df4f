/** Whether a point lies strictly inside the convex hull of places in plan; NaN of `known` marks those that do not count. */
export function strictlyInside(
	x: Float64Array,
	s: Float64Array,
	known: Float64Array,
	atX: number,
	atS: number
): boolean {
	const order: number[] = [];
	for (let i = 0; i < x.length; i++) if (!Number.isNaN(known[i])) order.push(i);
	order.sort((p, q) => (s[p] as number) - (s[q] as number) || (x[p] as number) - (x[q] as number));
	const turn = (p: number, q: number, r: number): number =>
		((s[q] as number) - (s[p] as number)) * ((x[r] as number) - (x[p] as number)) -
		((x[q] as number) - (x[p] as number)) * ((s[r] as number) - (s[p] as number));
	const chain = (from: readonly number[]): number[] => {
		const out: number[] = [];
		for (const i of from) {
			while (out.length >= 2 && turn(out[out.length - 2] as number, out[out.length - 1] as number, i) <= 0) out.pop();
			out.push(i);
		}
		return out.slice(0, -1);
	};
	const hull = [...chain(order), ...chain([...order].reverse())];
	if (hull.length < 3) return false;
	const scale = Math.max(...hull.map((i) => Math.abs((s[i] as number) - atS) + Math.abs((x[i] as number) - atX)));
	return hull.every((p, i) => {
		const q = hull[(i + 1) % hull.length] as number;
		const side =
			((s[q] as number) - (s[p] as number)) * (atX - (x[p] as number)) -
			((x[q] as number) - (x[p] as number)) * (atS - (s[p] as number));
		return side > 1e-9 * scale * scale;
	});
}
