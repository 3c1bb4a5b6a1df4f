import type { Matrix } from '../math/index.js';
import { habitColumns, visitEffects } from './habits.js';
import {
	kindCovariances,
	otherHorse,
	patternCovariances,
	strictKinds,
	type Kind,
	type LivelyKind,
	type Pattern
} from './kinds.js';
import type { StationFrame } from './stationFrame.js';
import { readerOf, type Reader } from './tracingInformation.js';

/** What stays the same through all visits of a horse. */
export interface Back {
	readonly frames: readonly StationFrame[];
	readonly front: number;
	readonly readers: readonly Reader[];
	readonly kinds: ReadonlyMap<Kind, Matrix>;
	/** What causes look like when they have done their work. */
	readonly patterns: () => ReadonlyMap<Pattern, Matrix>;
	/** The lively kinds as a step of one of them and nothing else would look. */
	readonly strict: () => ReadonlyMap<LivelyKind, Matrix>;
	/** How two horses differ, of 1 mm SD at the front's band. */
	readonly other: () => Matrix;
	readonly effects: readonly Float64Array[];
	readonly habits: readonly (readonly Float64Array[])[];
}

/** What is seldom asked for is made when it is, and kept. */
function once<T extends object>(make: () => T): () => T {
	let made: T | undefined;
	return () => (made ??= make());
}

export function backOf(frames: readonly StationFrame[], front: number): Back {
	return {
		frames,
		front,
		readers: frames.map(readerOf),
		kinds: kindCovariances(frames, front),
		patterns: once(() => patternCovariances(frames, front)),
		strict: once(() => strictKinds(frames, front)),
		other: once(() => otherHorse(frames, front)),
		effects: visitEffects(frames),
		habits: frames.map(habitColumns)
	};
}
