import { alignToReference, consensusCurve, cutsOf, makeReference, type Curve, type Tracing } from '../curve/index.js';

/** One station's cut today over the fitted one, framed alike, tilt and apex pick removed. */
export interface CutOverlay {
	readonly station: string;
	/** Consensus of the fitted day; undefined where that day has no tracing here. */
	readonly then: Curve | undefined;
	/** Consensus of the chosen day; undefined where that day has none. */
	readonly now: Curve | undefined;
}

/** Cuts of one day over another's, for every station either has. */
export function overlayCuts(tracings: readonly Tracing[], thenDay: string | undefined, nowDay: string): CutOverlay[] {
	const on = (day: string | undefined, station: string) =>
		tracings.filter((t) => t.visitedOn === day && t.station === station).map((t) => t.curve);
	const stations = [
		...new Set(
			cutsOf(tracings)
				.filter((t) => t.visitedOn === thenDay || t.visitedOn === nowDay)
				.map((t) => t.station)
		)
	];
	return stations
		.sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
		.map((station) => {
			const before = on(thenDay, station);
			const today = on(nowDay, station);
			if (before.length === 0)
				return { station, then: undefined, now: today.length > 0 ? consensusCurve(today) : undefined };
			const then = consensusCurve(before);
			if (today.length === 0) return { station, then, now: undefined };
			const reference = makeReference(then);
			const aligned = today.map((c) => alignToReference(reference, c));
			return { station, then, now: consensusCurve(aligned) };
		});
}
