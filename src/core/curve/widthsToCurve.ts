import { CoreError } from '../errors/index.js';
import type { Curve } from './types.js';
import { cleanCurve } from './cleanCurve.js';

/** Half-widths read off paper at one depth below the apex; a side that was not read is absent. */
export interface WidthRow {
	readonly depthMm: number;
	readonly nearMm?: number;
	readonly offMm?: number;
}

function checkRow(row: WidthRow): void {
	if (!(row.depthMm > 0 && row.depthMm <= 400)) throw new CoreError('bad-depth', { depthMm: row.depthMm });
	for (const [side, value] of [
		['near', row.nearMm],
		['off', row.offMm]
	] as const)
		if (value !== undefined && !(value > 0 && value <= 500))
			throw new CoreError('bad-width', { side, widthMm: value, depthMm: row.depthMm });
}

/** The curve through half-widths typed in, apex at the origin. Throws what `cleanCurve` throws, and for a bad or doubled depth. */
export function widthsToCurve(rows: readonly WidthRow[]): Curve {
	rows.forEach(checkRow);
	const sorted = [...rows].sort((a, b) => a.depthMm - b.depthMm);
	sorted.forEach((row, i) => {
		if (i > 0 && sorted[i - 1]?.depthMm === row.depthMm) throw new CoreError('doubled-depth', { depthMm: row.depthMm });
	});
	const near = sorted.filter((r) => r.nearMm !== undefined).reverse();
	const off = sorted.filter((r) => r.offMm !== undefined);
	if (near.length < 2 || off.length < 2)
		throw new CoreError('too-few-depths', { near: near.length, off: off.length, needed: 2 });
	return cleanCurve([
		...near.map((r) => [-(r.nearMm as number), -r.depthMm] as const),
		[0, 0],
		...off.map((r) => [r.offMm as number, -r.depthMm] as const)
	]).curve;
}
