import {
	cutsOf,
	isLongLine,
	measureCurve,
	measureLongLine,
	REPORTED_DEPTHS_MM,
	SIDES,
	type CurveMeasures,
	type Side,
	type SideMeasures,
	type Tracing
} from '../core/curve/index.js';
import { mean } from '../core/math/index.js';
import { pooledWithinSd, smallestDetectableChange } from '../core/noise/index.js';

const orNull = (v: number | undefined): number | null =>
	v === undefined || Number.isNaN(v) ? null : Math.round(v * 1e4) / 1e4;

type Numbers = Record<string, number | null>;

function sideJson(m: SideMeasures): Record<string, unknown> {
	return {
		half_widths_mm: Object.fromEntries(REPORTED_DEPTHS_MM.map((d, i) => [d, orNull(m.halfWidthsMm[i])])),
		band_half_width_mm: orNull(m.bandHalfWidthMm),
		flank_slope_deg: orNull(m.flankSlopeDeg),
		area_cm2: orNull(m.areaCm2),
		hollow_mm: orNull(m.hollowMm)
	};
}

const sidesJson = <T>(of: (side: Side) => T): Record<Side, T> => ({ near: of('near'), off: of('off') });

function tracingJson(t: Tracing, m: CurveMeasures): Record<string, unknown> {
	return {
		date: t.visitedOn,
		station: t.station,
		repeat: t.repeat,
		...sidesJson((s) => sideJson(m.sides[s])),
		lopsidedness_percent: orNull(m.lopsidednessPercent),
		symmetry_tilt_deg: orNull(m.symmetryTiltDeg)
	};
}

function meanOrNull(values: readonly (number | undefined)[]): number | null {
	const known = values.filter((v) => v !== undefined);
	return known.length > 0 ? orNull(mean(known)) : null;
}

function meanSide(measures: readonly CurveMeasures[], side: Side): Record<string, unknown> {
	const of = (pick: (m: SideMeasures) => number | undefined) => meanOrNull(measures.map((m) => pick(m.sides[side])));
	return {
		half_widths_mm: Object.fromEntries(REPORTED_DEPTHS_MM.map((d, i) => [d, of((m) => m.halfWidthsMm[i])])) as Numbers,
		band_half_width_mm: of((m) => m.bandHalfWidthMm),
		flank_slope_deg: of((m) => m.flankSlopeDeg),
		area_cm2: of((m) => m.areaCm2),
		hollow_mm: of((m) => m.hollowMm)
	};
}

function stationJson(list: readonly { t: Tracing; m: CurveMeasures }[]): Record<string, unknown> {
	const measures = list.map((e) => e.m);
	const bands = SIDES.map((side) => measures.flatMap((m) => m.sides[side].bandHalfWidthMm ?? []));
	const sd = pooledWithinSd(bands);
	const first = list[0]?.t as Tracing;
	return {
		date: first.visitedOn,
		station: first.station,
		repeats: list.length,
		mean: {
			...sidesJson((s) => meanSide(measures, s)),
			lopsidedness_percent: meanOrNull(measures.map((m) => m.lopsidednessPercent))
		},
		within_visit_sd_mm: orNull(sd),
		smallest_detectable_change_mm: orNull(smallestDetectableChange(sd)),
		detectable_change_of_mean_mm: orNull(smallestDetectableChange(sd, list.length))
	};
}

function longLineJson(t: Tracing): Record<string, unknown> {
	const m = measureLongLine(t.curve);
	return {
		date: t.visitedOn,
		station: t.station,
		repeat: t.repeat,
		rock_mm: orNull(m.rockMm),
		rock_radius_mm: orNull(m.radiusMm),
		low_at_mm: orNull(m.lowAtMm),
		turn_deg: orNull(m.turnDeg)
	};
}

/** The answer of `zt measure`: every tracing, and every visit and station. */
export function measureJson(tracings: readonly Tracing[]): Record<string, unknown> {
	const long = tracings.filter((t) => isLongLine(t.station));
	const measured = cutsOf(tracings).map((t) => ({ t, m: measureCurve(t.curve) }));
	const groups = new Map<string, typeof measured>();
	for (const e of measured) {
		const key = `${e.t.visitedOn} ${e.t.station}`;
		groups.set(key, [...(groups.get(key) ?? []), e]);
	}
	return {
		tracings: measured.map((e) => tracingJson(e.t, e.m)),
		stations: [...groups.values()].map(stationJson),
		...(long.length > 0 ? { long_lines: long.map(longLineJson) } : {})
	};
}
