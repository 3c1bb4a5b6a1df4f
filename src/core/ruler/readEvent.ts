import { CoreError } from '../errors/index.js';

/** One look along the ruler, from its near end to its off end. The line format is told in docs/ruler.md. */
export interface RulerFrame {
	readonly seq: number;
	readonly spacingMm: number;
	/** Curvature at each sensor, 1/m, positive where the ruler bends downward; NaN where a sensor did not answer. */
	readonly bendPerM: Float64Array;
	/** Index of the sensor that was held on the spine. */
	readonly spineIndex: number;
	/** The ruler's own level at the spine sensor, degrees, positive with the off end down. */
	readonly tiltDeg: number;
	readonly batteryPercent: number;
}

export type RulerEvent = { readonly kind: 'shape'; readonly frame: RulerFrame } | { readonly kind: 'battery-dead' };

const MOST_SENSORS = 400;
/** A ruler that bends round less than 2 cm is broken or lies. */
const SHARPEST_PER_M = 50;

const within = (v: unknown, low: number, high: number): v is number =>
	typeof v === 'number' && Number.isFinite(v) && v >= low && v <= high;

/** Reads one line of a ruler. Throws `ruler-line` for what is none. */
export function readRulerEvent(line: string): RulerEvent {
	const bad = (why: string): never => {
		throw new CoreError('ruler-line', { why });
	};
	if (line.length > 20_000) bad('too long');
	let raw: unknown;
	try {
		raw = JSON.parse(line);
	} catch {
		bad('no JSON');
	}
	if (typeof raw !== 'object' || raw === null) bad('no object');
	const o = raw as Readonly<Record<string, unknown>>;
	if (o['kind'] === 'battery-dead') return { kind: 'battery-dead' };
	if (o['kind'] !== 'shape') bad('unknown kind');
	const { seq, spacing_mm, bend_per_m, spine_index, tilt_deg, battery_percent } = o;
	if (!within(seq, 0, Number.MAX_SAFE_INTEGER)) return bad('seq');
	if (!within(spacing_mm, 1, 50)) return bad('spacing_mm');
	if (!Array.isArray(bend_per_m) || bend_per_m.length < 10 || bend_per_m.length > MOST_SENSORS)
		return bad('bend_per_m');
	if (!bend_per_m.every((v) => v === null || within(v, -SHARPEST_PER_M, SHARPEST_PER_M))) return bad('bend_per_m');
	if (!within(spine_index, 0, bend_per_m.length - 1) || !Number.isInteger(spine_index)) return bad('spine_index');
	if (!within(tilt_deg, -60, 60)) return bad('tilt_deg');
	if (!within(battery_percent, 0, 100)) return bad('battery_percent');
	return {
		kind: 'shape',
		frame: {
			seq,
			spacingMm: spacing_mm,
			bendPerM: Float64Array.from(bend_per_m as (number | null)[], (v) => v ?? NaN),
			spineIndex: spine_index,
			tiltDeg: tilt_deg,
			batteryPercent: battery_percent
		}
	};
}
