import { homographyFrom, project, type Homography, type Point, type Quad } from './geometry.js';
import { SHEETS, type SheetName } from './sheets.js';

/** How a lens moves points outward (or inward) from the picture's middle. */
export interface Lens {
	/** Share by which a point at `radiusPx` from the middle is moved. */
	readonly share: number;
	readonly middle: Point;
	readonly radiusPx: number;
}

/** Where the sheet lies in the picture: from mm on the sheet, upper left corner at the origin and y down, to picture px. */
export interface View {
	readonly projection: Homography;
	/** Absent where it is not known and taken as none. */
	readonly lens?: Lens;
}

/** Where a lens puts a point that a pinhole would put at `p`. */
export function bend({ share, middle, radiusPx }: Lens, [x, y]: Point): [number, number] {
	const [dx, dy] = [x - middle[0], y - middle[1]];
	const k = 1 + (share * (dx * dx + dy * dy)) / (radiusPx * radiusPx);
	return [middle[0] + dx * k, middle[1] + dy * k];
}

/** Undoes `bend`, by a few steps of fixed-point iteration; good to a hundredth of a pixel for phones' lenses. */
export function unbend(lens: Lens, p: Point): Point {
	let q = p;
	for (let i = 0; i < 8; i++) {
		const [u, v] = bend(lens, q);
		q = [q[0] + p[0] - u, q[1] + p[1] - v];
	}
	return q;
}

/** Picture px of a place on the sheet, mm. */
export function lookAt(view: View, mm: Point): Point {
	const p = project(view.projection, mm);
	return view.lens ? bend(view.lens, p) : p;
}

/** The sheet's own corners, mm. */
export const sheetCorners = (sheet: SheetName): Quad => {
	const { longMm, shortMm } = SHEETS[sheet];
	return [
		[0, 0],
		[longMm, 0],
		[longMm, shortMm],
		[0, shortMm]
	];
};

/** The view of a plain sheet with its corners at these picture px, the first side a long one. */
export const viewOf = (corners: Quad, sheet: SheetName): View => ({
	projection: homographyFrom(sheetCorners(sheet), corners) ?? [1, 0, 0, 0, 1, 0, 0, 0, 1]
});

/** Picture px of the sheet's corners. */
export const cornersOf = (view: View, sheet: SheetName): Quad =>
	sheetCorners(sheet).map((c) => lookAt(view, c)) as unknown as Quad;
