/** How a pairing is kept: close to today's shape, or roomy with front shims that come out as muscle returns. */
export type School = 'close' | 'roomy';
export const SCHOOLS: readonly School[] = ['close', 'roomy'];

export interface Limits {
	readonly watchLossMm: number;
	readonly refitLossMm: number;
	readonly watchGainMm: number;
	readonly refitGainMm: number;
	/** Change of the left-right difference. */
	readonly sidesApartMm: number;
}

const BOTH_WAYS: Limits = { watchLossMm: 4, refitLossMm: 6, watchGainMm: 4, refitGainMm: 6, sidesApartMm: 8 };

/** Default limits at the T8 bearing band, mm (the contract's; conventions, not veterinary limits). */
export const LIMITS: Readonly<Record<School, Limits>> = {
	close: BOTH_WAYS,
	roomy: { ...BOTH_WAYS, watchGainMm: 6, refitGainMm: 9 }
};
