import { rootColumns, type Matrix } from '../math/index.js';
import { degToRad } from '../units/index.js';
import type { Back } from './back.js';
import { sharedColumn, stationColumn } from './habits.js';
import { profileOf, type LivelyKind } from './kinds.js';
import type { ErrorName } from './stationFrame.js';
import { BOTH } from './tracingInformation.js';

/**
 * A true step between two visits: muscle at the withers may be lost in weeks, and is never regained so fast; a whole
 * back moves little between two visits (common practice, no source). Mean and spread at the front's band, mm.
 */
interface Step {
	/** How common it is among visits beforehand. */
	readonly beforehand: number;
	readonly meanMm: number;
	readonly sdMm: number;
}
const WASTED = { beforehand: 0.002, meanMm: -7, sdMm: 4 };
const STEPS: Readonly<Record<LivelyKind, Step>> = {
	local: { ...WASTED, beforehand: 0.006 },
	near: WASTED,
	off: WASTED,
	whole: { beforehand: 0.001, meanMm: 0, sdMm: 2.5 },
	along: { beforehand: 0.0003, meanMm: 0, sdMm: 2.5 },
	growth: { beforehand: 0.0003, meanMm: 0, sdMm: 1.5 }
};
/**
 * A visit held askew, or marked well aside, or one side of a line that slipped, at any station: common enough, no
 * mistake to name. One held askew is taken as such; the others are not, as a muscle that goes looks much the same.
 */
export const ASKEW_BEFOREHAND = 0.05;
const ASKEW_RAD = degToRad(4);
const ASKEW_PICK_MM = 4;
export const MISPLACED_BEFOREHAND = 0.05;
const MISPLACED_MM = 15;
export const SLIPPED_BEFOREHAND = 0.05;
/** mm a mm of depth. */
const SLIPPED = 0.1;
/** Another horse's coefficients lie this far off, mm. */
const OTHER_HORSE_MM = [5, 12] as const;
/** A copy comes out so much too large or too small, mean and spread: less is no harm, more is another sheet's size. */
export const SHRUNK = { by: 0.05, sd: 0.02 };
type Errors = readonly (readonly [readonly ErrorName[], mean: number, sd: number])[];
/** A ruler springs open, never shut: both sides turned out about the top, or pulled apart the more the deeper. */
const SPRUNG: readonly Errors[] = [
	[
		[['open'], 0.08, 0.04],
		[['hang'], 0, 3]
	],
	[
		[['flareNear', 'flareOff'], 0.1, 0.04],
		[['hang'], 0, 3]
	]
];

/** A covariance of levels as columns of errors of a size. */
const columnsOf = (k: Matrix, size: number): Float64Array[] =>
	rootColumns(k, LEFT_SHARE).map((column) => column.map((v) => size * v));
const LEFT_SHARE = 1e-3;

/** Errors of unit variance about a mean. */
export interface Erring {
	readonly columns: readonly Float64Array[];
	readonly shift?: Float64Array;
}

/** What each mistake, and what may be taken for one, does to a visit's coefficients. */
export interface MistakeShapes {
	readonly steps: readonly {
		readonly beforehand: number;
		readonly columns: readonly Float64Array[];
		readonly shift: Float64Array;
	}[];
	readonly askew: readonly Float64Array[];
	readonly misplaced: readonly Float64Array[];
	readonly slipped: readonly (readonly Float64Array[])[];
	/** Much the same build, or not. */
	readonly 'other-horse': readonly Erring[];
	readonly shrunk: readonly (Erring & { readonly by: number })[];
	/** A ruler springs at one station, or at all (`station` undefined). */
	readonly sprung: readonly (Erring & { readonly station: string | undefined })[];
}

const kept = new WeakMap<Back, MistakeShapes>();

/** The shapes for a back, kept by it. */
export function mistakeShapes(back: Back): MistakeShapes {
	const found = kept.get(back);
	if (found) return found;
	const { frames } = back;
	const byStation = (errors: readonly (readonly [ErrorName, number])[]): Float64Array[] =>
		frames.flatMap((_, f) => errors.map(([name, sd]) => stationColumn(frames, f, [name], sd)));
	const signed = (errors: Errors, column: (names: readonly ErrorName[], size: number) => Float64Array): Erring => ({
		columns: errors.map(([names, , sd]) => column(names, sd)),
		shift: errors.reduce(
			(sum, [names, mean]) => column(names, mean).map((v, i) => v + (sum[i] as number)),
			new Float64Array(frames.length * BOTH)
		)
	});
	const shared = (errors: Errors): Erring => signed(errors, (names, size) => sharedColumn(frames, names, size));
	const shapes: MistakeShapes = {
		steps: [...back.strict()].map(([kind, k]) => {
			const { beforehand, meanMm, sdMm } = STEPS[kind];
			return { beforehand, columns: columnsOf(k, sdMm), shift: profileOf(k, back.front).map((v) => meanMm * v) };
		}),
		askew: byStation([
			['tilt', ASKEW_RAD],
			['pick', ASKEW_PICK_MM]
		]),
		misplaced: byStation([['place', MISPLACED_MM]]),
		slipped: frames.flatMap((_, f) =>
			(['flareNear', 'flareOff'] as const).map((name) => [stationColumn(frames, f, [name], SLIPPED)])
		),
		'other-horse': OTHER_HORSE_MM.map((mm) => ({ columns: columnsOf(back.other(), mm) })),
		shrunk: [-SHRUNK.by, SHRUNK.by].map((by) => ({ by, ...shared([[['scale'], by, SHRUNK.sd]]) })),
		sprung: SPRUNG.flatMap((errors) => [
			...frames.map(({ station }, f) => ({
				...signed(errors, (names, size) => stationColumn(frames, f, names, size)),
				station
			})),
			{ ...shared(errors), station: undefined }
		])
	};
	kept.set(back, shapes);
	return shapes;
}
