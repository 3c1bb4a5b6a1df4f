import { stretchWords } from '$words/index.js';
import { cleanCurve, type Curve } from '$core/curve/index.js';
import { CoreError } from '$core/errors/index.js';

export interface PicturePoint {
	readonly x: number;
	readonly y: number;
}

/** What was tapped on a picture of a sheet, in its pixels. */
export interface PictureTaps {
	readonly ruler: readonly PicturePoint[];
	readonly rulerMm: number;
	readonly line: readonly PicturePoint[];
	readonly spine: PicturePoint | undefined;
}

/** mm per pixel from two ruler points. Throws `bad-input` when they cannot give a scale. */
export function mmPerPixel(taps: Pick<PictureTaps, 'ruler' | 'rulerMm'>): number {
	const [a, b] = taps.ruler;
	const px = a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
	if (!(px >= 20)) throw new CoreError('bad-input', { detail: 'Tap two ruler marks further apart.' });
	if (!(taps.rulerMm >= 20 && taps.rulerMm <= 1000))
		throw new CoreError('bad-input', {
			detail: `The distance between the ruler marks must be ${stretchWords(20, 1000)}.`
		});
	return taps.rulerMm / px;
}

/** The tapped line as a curve in mm, the mark at the origin: the spine's, or a long line's blade mark. Throws what `cleanCurve` throws. */
export function tapsToCurve(taps: PictureTaps, station?: string): Curve {
	const scale = mmPerPixel(taps);
	const spine = taps.spine;
	const middle = spine && [...taps.line].sort((a, b) => Math.abs(a.x - spine.x) - Math.abs(b.x - spine.x))[0];
	const origin = spine && middle ? { x: spine.x, y: middle.y } : { x: 0, y: 0 };
	const sorted = [...taps.line].sort((a, b) => a.x - b.x);
	return cleanCurve(
		sorted.map((p) => [(p.x - origin.x) * scale, (origin.y - p.y) * scale] as const),
		station
	).curve;
}
