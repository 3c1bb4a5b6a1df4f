import { bandHalfWidthMm, halfWidthsAtDepths, walkSide } from './halfWidth.js';
import { frameAtApex } from './findApex.js';
import { SIDES, type Curve } from './types.js';

/** A line that is the wrong size by this factor is this factor too large. */
export interface SizeDoubt {
	/** How far its widths lie from the others', RMS over the depths that both reach, mm. */
	readonly offMm: number;
	/** Of the sizes offered, the one at which it lies nearest; undefined where none lies near. */
	readonly better: number | undefined;
	/** How far it lies off at that size, mm. */
	readonly betterOffMm: number | undefined;
}

const DEPTHS_MM = [30, 45, 60, 75, 90, 105, 120, 135];
/** No back changes this much between tracings of one cut. */
const CANNOT_BE_MM = 15;
/** Off by as much as this it is doubted where another size lies far nearer. */
const ODD_MM = 8;
const FAR_NEARER = 0.4;
/** Mean half-width of the bearing band, and breadth of a whole traced line, of any horse, ponies and heavy horses included, mm. */
const BAND_MM = { least: 35, most: 190 } as const;
const LINE_MM = { least: 120, most: 640 } as const;

/** RMS difference of widths by depth, the curve scaled; undefined where they share no depth. */
function offBy(curve: Curve, like: Curve, scale: number): number | undefined {
	let [sum, n] = [0, 0];
	for (const side of SIDES) {
		const scaled = DEPTHS_MM.map((d) => d / scale);
		const own = halfWidthsAtDepths(walkSide(curve, side), scaled);
		const other = halfWidthsAtDepths(walkSide(like, side), DEPTHS_MM);
		DEPTHS_MM.forEach((_, i) => {
			const [a, b] = [own[i], other[i]];
			if (a === undefined || b === undefined) return;
			sum += (a * scale - b) ** 2;
			n++;
		});
	}
	return n < 4 ? undefined : Math.sqrt(sum / n);
}

function nearest(curve: Curve, others: readonly Curve[], scale: number): number | undefined {
	const offs = others.flatMap((o) => offBy(curve, o, scale) ?? []);
	return offs.length > 0 ? Math.min(...offs) : undefined;
}

/**
 * Doubts the size a line was read at: against other tracings of the same cut of this horse where there are any,
 * else against what any horse could be. `scales` are the factors by which it would change at other sizes.
 * Where it is not `certain` that the others are of this horse and cut, only a size that lies far nearer raises a doubt.
 * Undefined where there is none.
 */
export function sizeDoubt(
	line: Curve,
	others: readonly Curve[],
	scales: readonly number[],
	certain = true
): SizeDoubt | undefined {
	const curve = frameAtApex(line);
	const framed = others.map(frameAtApex);
	const offMm = nearest(curve, framed, 1);
	if (offMm === undefined) {
		const bands = SIDES.flatMap((side) => bandHalfWidthMm(walkSide(curve, side)) ?? []);
		const breadth = (curve.xMm.at(-1) ?? 0) - (curve.xMm[0] ?? 0);
		const within = breadth >= LINE_MM.least && breadth <= LINE_MM.most;
		const possible = within && bands.every((mm) => mm >= BAND_MM.least && mm <= BAND_MM.most);
		return possible ? undefined : { offMm: NaN, better: undefined, betterOffMm: undefined };
	}
	const ranked = scales
		.flatMap((scale) => {
			const off = nearest(curve, framed, scale);
			return off === undefined ? [] : [{ scale, off }];
		})
		.sort((a, b) => a.off - b.off);
	const best = ranked[0];
	const far = best !== undefined && best.off < FAR_NEARER * offMm;
	if (offMm < ODD_MM || ((offMm < CANNOT_BE_MM || !certain) && !far)) return undefined;
	return { offMm, better: far ? best.scale : undefined, betterOffMm: far ? best.off : undefined };
}
