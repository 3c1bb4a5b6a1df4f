import type { MarksPart } from './screens.js';

/** One reading of the tape: its field, bounds and where the tape lies before it is moved. */
export interface Dial {
	readonly part: MarksPart;
	readonly field: string;
	readonly label: string;
	readonly unit: 'cm' | 'mm' | 'kg';
	readonly min: number;
	readonly max: number;
	readonly step: number;
	readonly usual: number;
}

export const DIALS: readonly Dial[] = [
	{
		part: 'places',
		field: 'tape/bladeToRibMm',
		label: 'Blade edge to last rib',
		unit: 'mm',
		min: 150,
		max: 900,
		step: 5,
		usual: 460
	},
	{
		part: 'places',
		field: 'tape/swingMm',
		label: 'Back-swing moves it back',
		unit: 'mm',
		min: 0,
		max: 200,
		step: 5,
		usual: 60
	},
	{
		part: 'places',
		field: 'tape/lowestMm',
		label: 'Blade edge to lowest point',
		unit: 'mm',
		min: 50,
		max: 800,
		step: 5,
		usual: 250
	},
	{ part: 'tape', field: 'tape/girthCm', label: 'Girth', unit: 'cm', min: 60, max: 280, step: 1, usual: 180 },
	{
		part: 'tape',
		field: 'tape/lengthCm',
		label: 'Length, shoulder to buttock',
		unit: 'cm',
		min: 60,
		max: 300,
		step: 1,
		usual: 158
	},
	{
		part: 'tape',
		field: 'tape/withersCm',
		label: 'Withers height',
		unit: 'cm',
		min: 60,
		max: 220,
		step: 1,
		usual: 150
	},
	{ part: 'tape', field: 'tape/croupCm', label: 'Croup height', unit: 'cm', min: 60, max: 220, step: 1, usual: 150 },
	{
		part: 'load',
		field: 'load/riderKg',
		label: 'Rider with clothes',
		unit: 'kg',
		min: 0,
		max: 200,
		step: 1,
		usual: 75
	},
	{ part: 'load', field: 'load/tackKg', label: 'All tack', unit: 'kg', min: 0, max: 100, step: 1, usual: 10 }
];
