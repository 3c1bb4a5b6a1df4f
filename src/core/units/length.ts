/** International inch, exact by definition (1959 agreement). */
export const MM_PER_INCH = 25.4;

/** Units in which lines and scans come in. */
export type DrawnUnit = 'mm' | 'cm' | 'm' | 'inch';
export const MM_PER: Readonly<Record<DrawnUnit, number>> = { mm: 1, cm: 10, m: 1000, inch: MM_PER_INCH };

/** Units a person may read lengths in. */
export const LENGTH_UNITS = ['mm', 'inch'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** International avoirdupois pound, exact by definition (1959 agreement). */
export const KG_PER_POUND = 0.45359237;
export const WEIGHT_UNITS = ['kg', 'lb'] as const;
export type WeightUnit = (typeof WEIGHT_UNITS)[number];

export function mmToInch(mm: number): number {
	return mm / MM_PER_INCH;
}

export function inchToMm(inch: number): number {
	return inch * MM_PER_INCH;
}

export function degToRad(deg: number): number {
	return (deg * Math.PI) / 180;
}

export function radToDeg(rad: number): number {
	return (rad * 180) / Math.PI;
}
