/** Where two ways of finding a mark, or two visits, part. */
export const MARK_DOUBTS = ['blade-ways', 'rib-ways', 'length-moved', 'lowest-moved'] as const;
export type MarkDoubt = (typeof MARK_DOUBTS)[number];

export interface MarksFound {
	/** How far behind the first mark the other way puts it, mm; negative in front. */
	readonly bladeApartMm?: number | undefined;
	readonly ribApartMm?: number | undefined;
	readonly bladeToRibMm?: number | undefined;
	readonly lowestMm?: number | undefined;
	/** The same of the last visit. */
	readonly last: { readonly bladeToRibMm?: number | undefined; readonly lowestMm?: number | undefined };
	readonly twoFingersMm: number;
}

/**
 * Marks that want doing again before anything is traced from them: found in two ways or at two visits, they part by
 * more than two fingers, so one of them is wrong (common practice, no source).
 */
export function markDoubts(m: MarksFound): MarkDoubt[] {
	const apart = (a: number | undefined, b: number | undefined): boolean =>
		a !== undefined && b !== undefined && Math.abs(a - b) > m.twoFingersMm;
	const found: readonly (readonly [MarkDoubt, boolean])[] = [
		['blade-ways', apart(m.bladeApartMm, 0)],
		['rib-ways', apart(m.ribApartMm, 0)],
		['length-moved', apart(m.bladeToRibMm, m.last.bladeToRibMm)],
		['lowest-moved', apart(m.lowestMm, m.last.lowestMm)]
	];
	return found.filter(([, is]) => is).map(([code]) => code);
}
