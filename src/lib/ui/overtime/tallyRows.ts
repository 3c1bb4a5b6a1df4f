import { isEvidence, ZONES, zoneOf, type Side, type Sign, type SignKind, type ZoneId } from '$core/zones/index.js';

export interface RowStroke {
	readonly day: string;
	readonly sign: Sign;
}

/** One line of the tally board: a zone on a side with its strokes, and the cut that tells of it. */
export interface TallyRow {
	readonly zone: ZoneId;
	readonly side: Side;
	readonly station: string | undefined;
	readonly strokes: readonly RowStroke[];
}

export interface TallyFilterChoice {
	readonly kinds: readonly SignKind[];
	readonly sides: readonly Side[];
}

/** Zones with any evidence, head to tail, near before off; zones with none are left out. */
export function tallyRows(signs: readonly Sign[], { kinds, sides }: TallyFilterChoice): TallyRow[] {
	return ZONES.flatMap(({ id }) =>
		sides.flatMap((side) => {
			const strokes = signs
				.filter((s) => s.zone === id && s.side === side && kinds.includes(s.kind) && isEvidence(s))
				.map((sign) => ({ day: sign.visitedOn, sign }));
			return strokes.length > 0 ? [{ zone: id, side, station: zoneOf(id).station, strokes }] : [];
		})
	);
}
