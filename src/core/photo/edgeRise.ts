import type { Channels } from './channels.js';
import type { Point, Quad } from './geometry.js';
import { quantile, sample } from './raster.js';

const PLACES = 90;

/** Distance over which one place of a side goes from paper to ground, 20 to 80% of the way, px. */
function riseAt(channels: Channels, p: Point, n: Point, reachPx: number): number | undefined {
	const step = 0.5;
	const count = Math.round((2 * reachPx) / step) + 1;
	const best = [channels.light, channels.redness, channels.blueness]
		.map((c) =>
			Float64Array.from({ length: count }, (_, i) => {
				const o = -reachPx + i * step;
				return sample(c, p[0] + n[0] * o, p[1] + n[1] * o);
			})
		)
		.map((v) => ({ v, span: Math.abs(quantile(v.subarray(count - 8), 0.5) - quantile(v.subarray(0, 8), 0.5)) }))
		.sort((a, b) => b.span - a.span)[0];
	if (!best || best.span < 0.15) return undefined;
	const from = quantile(best.v.subarray(0, 8), 0.5);
	const to = quantile(best.v.subarray(count - 8), 0.5);
	const share = Array.from(best.v, (v) => (v - from) / (to - from));
	const mid = share.findIndex((s) => s >= 0.5);
	let lo = mid;
	while (lo > 0 && (share[lo] as number) > 0.2) lo--;
	let hi = mid;
	while (hi < count - 1 && (share[hi] as number) < 0.8) hi++;
	return (hi - lo) * step;
}

/** How unsharp the sheet's edges are: the most blurred side's median rise, px of the channels; 0 where nothing stands out. */
export function edgeRise(channels: Channels, corners: Quad, reachPx: number): number {
	const rises: number[] = [];
	for (let s = 0; s < 4; s++) {
		const [a, b] = [corners[s] as Point, corners[(s + 1) % 4] as Point];
		const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
		const n: Point = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
		const found: number[] = [];
		for (let k = 0; k < PLACES; k++) {
			const u = 0.05 + (0.9 * k) / (PLACES - 1);
			const rise = riseAt(channels, [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u], n, reachPx);
			if (rise !== undefined) found.push(rise);
		}
		if (found.length > PLACES / 4) rises.push(quantile(found, 0.5));
	}
	return Math.max(0, ...rises);
}
