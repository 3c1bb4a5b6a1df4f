import { curvePoints, type Curve } from '../../../core/curve/index.js';
import { checkRule, line, PALE, path, printedDocument, words } from './page.js';

export interface TemplateCut {
	/** Of a back, or the place of an underside. */
	readonly station: string;
	readonly curve: Curve;
}

const MARGIN_MM = 18;
/** Room below the drawing for names and rule. */
const FOOT_MM = 42;
const LEAST = { widthMm: 297, heightMm: 210 };

/**
 * Cuts at 1:1, one a page, to be cut out of card and held on the back. The page is as large as the cut needs, at least
 * A4 across. `of` says whose they are, `note` how they are held.
 */
export async function cardTemplate(of: string, note: string, cuts: readonly TemplateCut[]): Promise<Uint8Array> {
	const document = await printedDocument(`Templates, ${of}`);
	for (const { station, curve } of cuts) {
		const points = curvePoints(curve);
		const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
		const [left, right, top, low] = [Math.min(...xs), Math.max(...xs), Math.max(...ys), Math.min(...ys)];
		const p = document.addPage(
			Math.max(LEAST.widthMm, right - left + 2 * MARGIN_MM),
			Math.max(LEAST.heightMm, top - low + MARGIN_MM + FOOT_MM)
		);
		const x0 = p.widthMm / 2 - (left + right) / 2;
		const y0 = p.heightMm - MARGIN_MM - top;
		const d = points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('');
		path(p, d, x0, y0);
		line(p, x0, y0 - 6, x0, y0 + 6, 0.3);
		line(p, x0 + left, y0 - 60, x0 + right, y0 - 60, 0.15, PALE);
		line(p, x0 + left, y0 - 120, x0 + right, y0 - 120, 0.15, PALE);
		words(p, x0 + left, y0 - 58, '60 mm below the top', 3, PALE);
		words(p, x0 + left, y0 - 118, '120 mm', 3, PALE);
		words(p, MARGIN_MM, 26, `${of}  ${station}`, 6);
		words(p, MARGIN_MM, 18, note, 4);
		checkRule(p, p.widthMm - MARGIN_MM - 104, 14);
	}
	return document.save();
}
