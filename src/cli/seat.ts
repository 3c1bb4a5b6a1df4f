import { performance } from 'node:perf_hooks';
import type { Tracing } from '../core/curve/index.js';
import { Z95 } from '../core/math/index.js';
import {
	planShims,
	seatFitDay,
	seatOf,
	type FitDayOptions,
	type Measured,
	type Seat,
	type SeatCase,
	type SeatWarning
} from '../core/seat/index.js';
import { FIT_DAY_DOUBT_WORDS } from '../words/index.js';

const WARNINGS: Readonly<Record<SeatWarning, string>> = {
	deep: 'The saddle sinks more than 60 mm: the figures say little.',
	'off-the-back': 'Part of a bar has no back under it: nothing is known to carry there.'
};

const orNull = <T>(v: T | undefined): T | null => v ?? null;

function gapsJson({ maxMm, at, thirds }: Pick<Seat['touch'], 'maxMm' | 'at' | 'thirds'>): Record<string, unknown> {
	return {
		gap_max_mm: maxMm,
		gap_max_at: { x_mm: at.xMm, s_mm: at.sMm },
		gap_front_max_mm: orNull(thirds[0]),
		gap_middle_max_mm: orNull(thirds[1]),
		gap_rear_max_mm: orNull(thirds[2])
	};
}

/** The answer of `zt seat CASE.json` (seat-format, section 5). */
export function seatJson(given: SeatCase): Record<string, unknown> {
	const begun = performance.now();
	const seat = seatOf(given);
	const { balanced, bed, contactThirds, split, clearance, edgeBias, touch } = seat;
	return {
		ok: true,
		h_mm: balanced.pose.hMm,
		a_rad: balanced.pose.a,
		b_rad: balanced.pose.b,
		pitch_deg: seat.pitchDeg,
		roll_deg: seat.rollDeg,
		s_ref_mm: bed.sRefMm,
		load: { W_N: seat.load.weightN, x_mm: seat.load.xMm, s_mm: seat.load.sMm },
		mean_kPa: seat.meanKpa,
		peak_kPa: seat.pressure.peak.kPa,
		peak_at: { x_mm: seat.pressure.peak.xMm, s_mm: seat.pressure.peak.sMm },
		peak_cell_kPa: seat.pressure.peakCellKpa,
		p95_kPa: seat.p95Kpa,
		unevenness: seat.unevenness,
		contact: {
			area_mm2: seat.contactMm2,
			bar_area_mm2: seat.barMm2,
			share: seat.contactMm2 / seat.barMm2,
			surface_mm2: seat.contactSurfaceMm2
		},
		split: { ...split.thirds, ...split.sides, zones: split.zones, twist: split.twist },
		bridging: {
			contact_front: contactThirds.front,
			contact_middle: contactThirds.middle,
			contact_rear: contactThirds.rear,
			ratio: orNull(seat.contactRatio),
			pressure_ratio: orNull(seat.pressureRatio),
			gap_middle_max_mm: orNull(seat.middleGapMm)
		},
		edge_bias: {
			front: orNull(edgeBias.front),
			middle: orNull(edgeBias.middle),
			rear: orNull(edgeBias.rear)
		},
		clearance: {
			front_mm: orNull(clearance.frontMm),
			min_mm: orNull(clearance.minMm),
			min_at_s_mm: orNull(clearance.minAtSMm),
			source: clearance.source
		},
		channel: { min_width_mm: seat.channelMm, spine_load_share: seat.spineShare },
		rear: {
			end_s_mm: bed.s1,
			overhang_mm: orNull(seat.overhangMm),
			load_behind_share: orNull(seat.behindShare)
		},
		touch: { h_mm: touch.hMm, ...gapsJson(touch) },
		drop_mm: seat.dropMm,
		...(seat.rest
			? {
					rest: {
						h_mm: seat.rest.pose.hMm,
						a_rad: seat.rest.pose.a,
						b_rad: seat.rest.pose.b,
						...gapsJson(seat.rest.gaps)
					}
				}
			: {}),
		warnings: seat.warnings.map((w) => WARNINGS[w]),
		conditions: seat.conditions,
		condition: seat.conditions[0],
		solver: {
			cells: bed.cells.count,
			grid_mm: given.gridMm,
			iterations: balanced.steps,
			residual: balanced.residual,
			total_ms: performance.now() - begun
		}
	};
}

const round = (v: number, digits: number): number => Number(v.toFixed(digits));

const measuredJson = ({ value, sd }: Measured, digits: number): Record<string, unknown> => ({
	value: round(value, digits),
	ci95: [round(value - Z95 * sd, digits), round(value + Z95 * sd, digits)]
});

/** The answer of `zt seat --fit-day`. */
export function fitDayJson(tracings: readonly Tracing[], options: FitDayOptions): Record<string, unknown> {
	const seat = seatFitDay(tracings, options);
	return {
		ok: true,
		fitted: seat.fitDay,
		on: seat.on,
		drop_front_mm: measuredJson(seat.dropFrontMm, 2),
		tip_deg: measuredJson(seat.tipDeg, 3),
		roll_deg: measuredJson(seat.rollDeg, 3),
		clearance_front_change_mm: measuredJson(seat.clearanceFrontChangeMm, 2),
		load_front_share_change: measuredJson(seat.loadFrontShareChange, 4),
		conditions: seat.conditions,
		chances: Object.fromEntries(Object.entries(seat.chances).map(([fault, p]) => [fault, round(p, 2)])),
		doubts: seat.doubts.map((code) => ({ code, message: FIT_DAY_DOUBT_WORDS[code] }))
	};
}

/** The best shim set and what it does (seat-format, section 8). */
export function planJson(given: SeatCase): Record<string, unknown> {
	const { shims, symmetric, feasible, violation, before, after } = planShims(given);
	const told = (seat: Seat): Record<string, unknown> => ({
		unevenness: seat.unevenness,
		clearance_front_mm: orNull(seat.clearance.frontMm),
		pitch_deg: seat.pitchDeg,
		roll_deg: seat.rollDeg,
		conditions: seat.conditions
	});
	return { shims_mm: shims, symmetric, feasible, violation, before: told(before), after: told(after) };
}
