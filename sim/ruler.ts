import { trueHalfWidthMm, type CutShape } from './back.js';
import { normal, type Random } from './random.js';

/** What is wrong with a made-up ruler. */
export interface RulerFaults {
	/** Noise of each sensor, 1/m. */
	readonly noisePerM: number;
	/** Share of sensors that do not answer in a frame. */
	readonly silentShare: number;
	/** A sensor that never answers. */
	readonly deadSensor?: number;
}

const SPACING_MM = 10;
const SENSORS = 45;

/** Points of a made-up cut at even steps of its length, spine in the middle. */
function evenPoints(cut: CutShape): [number, number][] {
	const still = { nearMm: 0, offMm: 0 };
	const side = (which: 'near' | 'off'): [number, number][] =>
		Array.from({ length: 4000 }, (_, i) => {
			const depth = (0.05 * i) ** 2 / 160;
			const x = trueHalfWidthMm(cut, which, depth, still);
			return [which === 'near' ? -x : x, -depth];
		});
	const line = [...side('near').reverse(), ...side('off').slice(1)];
	return line;
}

/** Curvature of a made-up back under each sensor, 1/m, from the turn of its outline. */
export function bendOf(cut: CutShape): number[] {
	const line = evenPoints(cut);
	const middle = Math.floor(line.length / 2);
	const headingAt = (sMm: number): number => {
		const dir = sMm >= 0 ? 1 : -1;
		let walked = 0;
		for (let i = middle; i + dir > 0 && i + dir < line.length - 1; i += dir) {
			const [a, b] = [line[i] as [number, number], line[i + dir] as [number, number]];
			walked += Math.hypot(b[0] - a[0], b[1] - a[1]);
			if (walked >= Math.abs(sMm)) return Math.atan2(dir * (b[1] - a[1]), dir * (b[0] - a[0]));
		}
		return NaN;
	};
	return Array.from({ length: SENSORS }, (_, i) => {
		const s = (i - (SENSORS - 1) / 2) * SPACING_MM;
		return (-1000 * (headingAt(s + SPACING_MM / 2) - headingAt(s - SPACING_MM / 2))) / SPACING_MM;
	});
}

/** One line of the ruler as docs/ruler.md tells it. */
export function rulerLine(
	bend: readonly number[],
	seq: number,
	batteryPercent: number,
	faults: RulerFaults,
	random: Random
): string {
	return JSON.stringify({
		kind: 'shape',
		seq,
		spacing_mm: SPACING_MM,
		spine_index: (SENSORS - 1) / 2,
		tilt_deg: Math.round(100 * 0.3 * normal(random)) / 100,
		battery_percent: batteryPercent,
		bend_per_m: bend.map((v, i) =>
			i === faults.deadSensor || random() < faults.silentShare
				? null
				: Math.round(1000 * (v + faults.noisePerM * normal(random))) / 1000
		)
	});
}
