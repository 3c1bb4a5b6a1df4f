import sharp from 'sharp';
import { readFileSync } from 'node:fs';
import type { Picture, ReadLine, SheetName } from '../../src/core/photo/index.js';

export const PHOTOS = 'tests/fixtures/photos';

export interface PhotoTruth {
	readonly file: string;
	readonly sheet: SheetName;
	readonly readable: boolean;
	readonly why_not: string | null;
	readonly points_mm: readonly (readonly [number, number])[] | null;
}

export const photoTruths = (): PhotoTruth[] => JSON.parse(readFileSync(`${PHOTOS}/truth.json`, 'utf8')) as PhotoTruth[];

export async function openPicture(file: string): Promise<Picture> {
	const { data, info } = await sharp(file).autoOrient().ensureAlpha().raw().toBuffer({ resolveWithObject: true });
	return { width: info.width, height: info.height, rgba: data };
}

/** Distance, mm, of a point to a line that was read. */
export function distanceToMm(px: number, py: number, { xMm, yMm }: ReadLine): number {
	let best = Infinity;
	for (let i = 1; i < xMm.length; i++) {
		const [ax, ay] = [xMm[i - 1] as number, yMm[i - 1] as number];
		const [dx, dy] = [(xMm[i] as number) - ax, (yMm[i] as number) - ay];
		const u = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)));
		best = Math.min(best, Math.hypot(px - ax - u * dx, py - ay - u * dy));
	}
	return best;
}

/** Mean distance, mm, of true points to a line that was read, both with the apex at the origin. */
export const meanDistanceMm = (points: readonly (readonly [number, number])[], line: ReadLine): number =>
	points.reduce((s, [x, y]) => s + distanceToMm(x, y, line), 0) / points.length;
