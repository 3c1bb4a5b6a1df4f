import type { Random } from '../random.js';

export type MainStation = 'T8' | 'T13' | 'T18';
export const MAIN_STATIONS: readonly MainStation[] = ['T8', 'T13', 'T18'];
/** Where stations lie behind the resting blade, mm. */
export const PLACE_MM: Readonly<Record<MainStation, number>> = { T8: 40, T13: 245, T18: 450 };

export const PLACES_MM: readonly number[] = MAIN_STATIONS.map((station) => PLACE_MM[station]);

/** Depths at which a made-up section is known, mm. */
export const SECTION_DEPTHS_MM: readonly number[] = Array.from({ length: 101 }, (_, i) => 2 * i);

/** Half-widths of a section at SECTION_DEPTHS_MM below its own top, mm. */
export interface Section {
	readonly near: readonly number[];
	readonly off: readonly number[];
}

/** What has become of a horse since its first day; each about mm of half-width where it shows most. */
export interface BackState {
	/** Fat and lean all over. */
	readonly condition: number;
	/** Muscle at the withers, by side. */
	readonly withersNear: number;
	readonly withersOff: number;
	/** The long muscle along the whole back. */
	readonly along: number;
	/** A young horse that widens and whose withers rise. */
	readonly growth: number;
}
export const AS_AT_FIRST: BackState = { condition: 0, withersNear: 0, withersOff: 0, along: 0, growth: 0 };

/** One made-up horse: its section anywhere along the back, in any state. */
export interface MadeHorse {
	readonly sectionAt: (placeMm: number, state: BackState) => Section;
}

/** A way of making horses, built on an idea of its own about what a back is and how it changes. */
export interface Make {
	readonly name: string;
	readonly idea: string;
	readonly horse: (random: Random) => MadeHorse;
	readonly hand: (random: Random, steadiness: Steadiness) => MadeHand;
}

export type Steadiness = 'low' | 'mid' | 'high';

/** Points of a drawn line, near to off, mm. */
export type Line = readonly (readonly [number, number])[];

/** A person with an instrument: what they draw of a section. */
export interface MadeHand {
	/** SD of how far the station is marked aside: at every visit, and at every tracing. */
	readonly placeVisitMm: number;
	readonly placeOwnMm: number;
	/** Standing and breathing: SD of each side's width at a visit. */
	readonly stanceMm: number;
	readonly draw: (section: Section, random: Random) => Line;
}

/** Value at a place between knots, straight between them and level beyond. */
export function onKnots(at: readonly number[], values: readonly number[], x: number): number {
	if (x <= (at[0] as number)) return values[0] as number;
	for (let i = 1; i < at.length; i++)
		if (x <= (at[i] as number)) {
			const t = (x - (at[i - 1] as number)) / ((at[i] as number) - (at[i - 1] as number));
			return (values[i - 1] as number) * (1 - t) + (values[i] as number) * t;
		}
	return values[values.length - 1] as number;
}
