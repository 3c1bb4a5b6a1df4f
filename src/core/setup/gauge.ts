/** The front gauge: a stepped or adjustable arch laid on the back at the blade mark, bare or over the half pad. */
export const GAUGE_ON = ['bare', 'pad'] as const;
export type GaugeOn = (typeof GAUGE_ON)[number];

/** How it lies: flush is its size; a gap above is too narrow, one that rocks too wide (common practice, no source). */
export const GAUGE_SAYS = ['flush', 'gap-above', 'rocks'] as const;
export type GaugeSays = (typeof GAUGE_SAYS)[number];

/** One laying of the gauge at one of its sizes. */
export interface GaugeTry {
	readonly on: GaugeOn;
	/** Steps of the gauge, whatever its maker numbers them by; a larger number is wider. */
	readonly size: number;
	readonly says: GaugeSays;
}

export const GAUGE_SIZES = { least: 1, most: 20 } as const;
export const gaugeField = (on: GaugeOn, size: number): string => `gauge/${on}/${size}`;

/** What the gauge says of the size to take: with the half pad that will be used, if it was laid over one. */
export interface GaugeReading {
	readonly on: GaugeOn;
	/** Undefined while no size lies flush. */
	readonly size: number | undefined;
	/** Between these it must lie: the largest that is too narrow, the smallest that is too wide. */
	readonly above: number | undefined;
	readonly below: number | undefined;
	/** A wider size was called too narrow than one that was called too wide: one of them again. */
	readonly contradicts: boolean;
}

export function readGauge(tries: readonly GaugeTry[]): GaugeReading | undefined {
	const on: GaugeOn = tries.some((t) => t.on === 'pad') ? 'pad' : 'bare';
	const here = tries.filter((t) => t.on === on);
	if (here.length === 0) return undefined;
	const sizes = (says: GaugeSays): number[] => here.filter((t) => t.says === says).map((t) => t.size);
	const [flush, narrow, wide] = [sizes('flush'), sizes('gap-above'), sizes('rocks')];
	const above = narrow.length > 0 ? Math.max(...narrow) : undefined;
	const below = wide.length > 0 ? Math.min(...wide) : undefined;
	const least = Math.min(...flush, below ?? Infinity);
	const most = Math.max(...flush, above ?? -Infinity);
	return {
		on,
		// Two that lie flush: the wider one, as the blade moves under it.
		size: flush.length > 0 ? Math.max(...flush) : undefined,
		above,
		below,
		contradicts: (above !== undefined && above >= least) || (below !== undefined && below <= most)
	};
}
