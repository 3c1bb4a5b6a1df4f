import { Z95 } from '../math/index.js';
import { AGREE_WITHIN } from './besidePad.js';
import type { Fault } from './conditions.js';
import type { BearingView } from './fitDayView.js';
import type { MeasuredSeat } from './seatMeasured.js';

/** What two seats are held against each other by. */
export type SeatKept = Pick<MeasuredSeat, 'bearing' | 'conditions' | 'contactShare' | 'pitchDeg' | 'rollDeg' | 'sd'>;

/** One figure of both: a share of the weight or of the bars (0..1), or degrees. */
export interface ComparedFigure {
	readonly what: 'front' | 'middle' | 'rear' | 'near' | 'carries' | 'tip' | 'lean';
	readonly kept: number;
	readonly now: number;
	/** Standard deviations of both, where drawings tell them. */
	readonly sd: readonly [kept: number, now: number] | undefined;
	/** Whether they part by more than drawings leave open. */
	readonly apart: boolean;
}

export interface SeatsBeside {
	readonly figures: readonly ComparedFigure[];
	/** Faults of the kept seat that are gone, and those that came. */
	readonly gone: readonly Fault[];
	readonly come: readonly Fault[];
	/** Faults of both. */
	readonly shared: readonly Fault[];
	/** What the seat of now bears beyond the kept one, as a share of even load, cell for cell of its own. */
	readonly more: Pick<BearingView, 'near' | 'off'>;
}

type Cells = readonly (readonly number[])[];

/** Cells of one seat less those of another at the same share of length and width: two saddles may have other numbers of them. */
const less = (now: Cells, kept: Cells): Cells =>
	now.map((row, j) => {
		const other = kept[Math.floor(((j + 0.5) * kept.length) / now.length)] ?? [];
		return row.map((share, i) => share - (other[Math.floor(((i + 0.5) * other.length) / row.length)] ?? 0));
	});

/**
 * One seat beside another that was kept. Shares of the weight part from where a hand could tell (`AGREE_WITHIN`);
 * attitude and contact from the 95% range of both, taken as if their drawings had nothing in common.
 */
export function seatsBeside(kept: SeatKept, now: SeatKept): SeatsBeside {
	const share = (what: ComparedFigure['what'], a: number, b: number): ComparedFigure => ({
		what,
		kept: a,
		now: b,
		sd: undefined,
		apart: Math.abs(b - a) > AGREE_WITHIN
	});
	const measured = (
		what: ComparedFigure['what'],
		[a, sdA]: readonly [number | undefined, number],
		[b, sdB]: readonly [number | undefined, number]
	): ComparedFigure[] =>
		a === undefined || b === undefined
			? []
			: [{ what, kept: a, now: b, sd: [sdA, sdB], apart: Math.abs(b - a) > Z95 * Math.hypot(sdA, sdB) }];
	const faults = (seat: SeatKept): Fault[] => seat.conditions.filter((c) => c !== 'fits');
	const [before, after] = [faults(kept), faults(now)];
	return {
		figures: [
			...(['front', 'middle', 'rear'] as const).map((what, i) =>
				share(what, kept.bearing.thirds[i] as number, now.bearing.thirds[i] as number)
			),
			share('near', kept.bearing.sides[0], now.bearing.sides[0]),
			...measured('carries', [kept.contactShare, kept.sd.contactShare], [now.contactShare, now.sd.contactShare]),
			...measured('tip', [kept.pitchDeg, kept.sd.pitchDeg], [now.pitchDeg, now.sd.pitchDeg]),
			...measured('lean', [kept.rollDeg, kept.sd.rollDeg], [now.rollDeg, now.sd.rollDeg])
		],
		gone: before.filter((c) => !after.includes(c)),
		come: after.filter((c) => !before.includes(c)),
		shared: after.filter((c) => before.includes(c)),
		more: { near: less(now.bearing.near, kept.bearing.near), off: less(now.bearing.off, kept.bearing.off) }
	};
}
