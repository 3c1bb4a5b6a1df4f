import {
	inchToMm,
	KG_PER_POUND,
	METRIC,
	MM_PER_INCH,
	mmToInch,
	type Measures,
	type WeightUnit
} from '../core/units/index.js';

let readers: () => Measures = () => METRIC;
/** Says where the reader's measures are found: by request on the server, by page in a browser. Set once, at start. */
export function measuresFrom(ask: () => Measures): void {
	readers = ask;
}
export const measures = (): Measures => readers();

const inInches = (): boolean => readers().length === 'inch';
export const lengthUnit = (): 'mm' | 'in' => (inInches() ? 'in' : 'mm');

/** In a sentence, where the short one reads as another word. */
export const lengthUnitWord = (): string => (inInches() ? 'inches' : 'mm');

const SMALL_MM = 40;
/** Decimals of an inch that tell about as much as so many of a millimetre. */
const inchDecimals = (mm: number, decimals: number): number =>
	decimals > 0 ? decimals + 1 : Math.abs(mm) < SMALL_MM ? 2 : 1;

/** The size of a length in the reader's unit, without sign and unit. */
const sizeOf = (mm: number, decimals: number): string =>
	inInches() ? mmToInch(Math.abs(mm)).toFixed(inchDecimals(mm, decimals)) : Math.abs(mm).toFixed(decimals);

/** A length in the reader's unit, the unit left out; a true minus sign. */
export function lengthNumber(mm: number, decimals = 0): string {
	const size = sizeOf(mm, decimals);
	return mm < 0 && Number(size) !== 0 ? `−${size}` : size;
}
/** A length with its unit: `decimals` are those of millimetres. */
export const lengthWords = (mm: number, decimals = 0): string => `${lengthNumber(mm, decimals)} ${lengthUnit()}`;

/** A change, with its sign; none where it rounds to nothing. */
export function signedNumber(mm: number, decimals = 1): string {
	const size = sizeOf(mm, decimals);
	return `${Number(size) === 0 ? '' : mm > 0 ? '+' : '−'}${size}`;
}
export const signedWords = (mm: number, decimals = 1): string => `${signedNumber(mm, decimals)} ${lengthUnit()}`;

/** An estimate with the half-width of its 95% interval. */
export const plusMinusWords = (mm: number, plusMinusMm: number): string =>
	`${signedNumber(mm)} ± ${lengthNumber(plusMinusMm, 1)} ${lengthUnit()}`;

/** A length without a sign and what it may be off by; nothing is said where that is nothing. */
export const giveOrTake = (mm: number, plusMinusMm: number): string =>
	plusMinusMm > 0 ? `${lengthNumber(mm)} ± ${lengthWords(plusMinusMm)}` : lengthWords(mm);

/** Two lengths of one stretch, both as fine as the longer. */
export const stretchWords = (fromMm: number, toMm: number): string =>
	`${inInches() ? mmToInch(fromMm).toFixed(inchDecimals(toMm, 0)) : lengthNumber(fromMm)} to ${lengthWords(toMm)}`;

/** A length of a body by tape or stick. */
export const bodyLengthWords = (cm: number): string => (inInches() ? `${mmToInch(cm * 10).toFixed(1)} in` : `${cm} cm`);

export const weightUnit = (): WeightUnit => readers().weight;
export const weightNumber = (kg: number, decimals = 0): string =>
	(weightUnit() === 'lb' ? kg / KG_PER_POUND : kg).toFixed(decimals);
export const weightWords = (kg: number, decimals = 0): string => `${weightNumber(kg, decimals)} ${weightUnit()}`;

/** A standing sentence with its lengths, written as `{25 mm}` or `{60 to 120 mm}`, in the reader's unit. */
export const measured = (sentence: string): string =>
	sentence.replace(/\{(\d+)(?: to (\d+))? mm\}/g, (_, a: string, b: string | undefined) =>
		b === undefined ? lengthWords(Number(a)) : stretchWords(Number(a), Number(b))
	);

/** What a person typed in their own unit, in mm, to a tenth of one. */
export const typedMm = (value: number): number => (inInches() ? Math.round(inchToMm(value) * 10) / 10 : value);
/** What a length reads as in the person's own unit, to be typed over. */
export const shownLength = (mm: number): number => (inInches() ? Number(mmToInch(mm).toFixed(2)) : mm);
/** The same of weights, to a tenth. */
export const typedKg = (value: number): number =>
	Math.round(10 * (weightUnit() === 'lb' ? value * KG_PER_POUND : value)) / 10;
export const shownWeight = (kg: number): number =>
	Math.round(10 * (weightUnit() === 'lb' ? kg / KG_PER_POUND : kg)) / 10;

/** A scale on which a figure is set: kept in its own unit, shown and stepped in the person's. */
export interface SettingScale {
	readonly unit: string;
	/** Of the unit in which it is kept to one that is shown. */
	readonly per: number;
	/** Of what is shown. */
	readonly step: number;
	readonly decimals: number;
}
/** Steps of an inch that are about as fine as so many millimetres, the finest first. */
const INCH_STEPS: readonly (readonly [mm: number, inch: number, decimals: number])[] = [
	[1, 0.05, 2],
	[3, 0.1, 1],
	[5, 0.2, 1]
];
const COARSEST = [Infinity, 0.5, 1] as const;
const decimalsOf = (step: number): number => (step % 1 === 0 ? 0 : 1);

export function settingScale(unit: string, step: number): SettingScale {
	const mm = unit === 'mm' ? 1 : unit === 'cm' ? 10 : 0;
	if (mm > 0 && inInches()) {
		const [, inch, decimals] = INCH_STEPS.find(([most]) => step * mm <= most) ?? COARSEST;
		return { unit: 'in', per: MM_PER_INCH / mm, step: inch, decimals };
	}
	if (unit === 'kg' && weightUnit() === 'lb')
		return { unit: 'lb', per: KG_PER_POUND, step: Math.max(1, 2 * step), decimals: 0 };
	return { unit, per: 1, step, decimals: decimalsOf(step) };
}

/** What is kept of a figure set on a scale: to a tenth where the scale is not its own. */
export const keptOf = (shown: number, { per }: SettingScale): number =>
	per === 1 ? shown : Math.round(shown * per * 10) / 10;
/** A kept figure in words on a scale. */
export const onScale = (kept: number, { unit, per, decimals }: SettingScale): string =>
	`${kept < 0 ? '−' : ''}${(Math.abs(kept) / per).toFixed(decimals)}${unit ? ` ${unit}` : ''}`;
