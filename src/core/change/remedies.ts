import type { Curve, Tracing } from '../curve/index.js';
import { placeOfStation } from './stationFrame.js';

/** The line as seen from the other end: near and off exchanged. */
export const mirroredCurve = ({ xMm, yMm }: Curve): Curve => ({
	xMm: Float64Array.from(xMm, (x) => -x).reverse(),
	yMm: Float64Array.from(yMm).reverse()
});

/** The line made larger by a factor. */
export const scaledCurve = ({ xMm, yMm }: Curve, by: number): Curve => ({
	xMm: xMm.map((x) => x * by),
	yMm: yMm.map((y) => y * by)
});

/** The two stations nearest to the head, which are most easily exchanged; undefined where there are not two. */
export function frontStations(tracings: readonly Pick<Tracing, 'station'>[]): readonly [string, string] | undefined {
	const placed = [...new Set(tracings.map((t) => t.station))]
		.flatMap((station) => {
			const place = placeOfStation(station);
			return place === undefined ? [] : [{ station, place }];
		})
		.sort((a, b) => a.place - b.place);
	const [first, second] = placed;
	return first && second ? [first.station, second.station] : undefined;
}
