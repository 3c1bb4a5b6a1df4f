/** A made-up back at one station; half-width at depth d is `cap·√d + flank·d` less the pocket, plus the rib. All mm. */
export interface CutShape {
	readonly cap: number;
	readonly flank: number;
	readonly pocketMm: number;
	readonly ribMm: number;
	/** Added to the off side, taken from the near side, in the band. */
	readonly lopsidedMm: number;
}

export type SimStation = 'T8' | 'T13' | 'T18';
export const SIM_STATIONS: readonly SimStation[] = ['T8', 'T13', 'T18'];

/** What differs from the first day, mm of band half-width per side and station. */
export interface MuscleState {
	readonly nearMm: number;
	readonly offMm: number;
	/** How far the top has risen above the flanks, as in growth; the two figures above are what the band shows with it. */
	readonly riseMm?: number;
}

/** Where muscle lies on a flank, mm of depth, and how far it reaches up and down (SD of a bump). */
export interface MusclePlace {
	readonly centreMm: number;
	readonly reachMm: number;
}

const BASE: Readonly<Record<SimStation, CutShape>> = {
	T8: { cap: 8.2, flank: 0.32, pocketMm: 5, ribMm: 2, lopsidedMm: 0 },
	T13: { cap: 11.2, flank: 0.42, pocketMm: 1, ribMm: 3, lopsidedMm: 0 },
	T18: { cap: 12.6, flank: 0.46, pocketMm: 0, ribMm: 2, lopsidedMm: 0 }
};

/** The back of one made-up horse: a base shape scaled and coloured by a few numbers. */
export function makeBack(build: {
	readonly broad: number;
	readonly pocketMm: number;
	readonly lopsidedMm: number;
}): Record<SimStation, CutShape> {
	const of = (station: SimStation): CutShape => {
		const b = BASE[station];
		return {
			...b,
			cap: b.cap * build.broad,
			pocketMm: b.pocketMm + (station === 'T8' ? build.pocketMm : 0),
			lopsidedMm: station === 'T8' ? build.lopsidedMm : build.lopsidedMm / 2
		};
	};
	return { T8: of('T8'), T13: of('T13'), T18: of('T18') };
}

const bump = (x: number, centre: number, reach: number): number => Math.exp(-0.5 * ((x - centre) / reach) ** 2);

export const USUAL_MUSCLE: MusclePlace = { centreMm: 88, reachMm: 38 };

const BAND_STEPS_MM = Array.from({ length: 60 }, (_, i) => 60.5 + i);
const bandMean = (widthAt: (depthMm: number) => number): number =>
	BAND_STEPS_MM.reduce((s, d) => s + widthAt(d), 0) / BAND_STEPS_MM.length;

/** Half-width at rest, mm: without side and muscle. */
const restWidthMm = (cut: CutShape, depthMm: number): number =>
	cut.cap * Math.sqrt(depthMm) +
	cut.flank * depthMm -
	cut.pocketMm * bump(depthMm, 70, 22) +
	cut.ribMm * bump(depthMm, 125, 25);

/** A top that rises: the flanks lie deeper below it, the very top keeps its shape. */
const risenDepthMm = (depthMm: number, riseMm: number): number => depthMm - riseMm * (1 - Math.exp(-depthMm / 15));

/** True half-width, mm, at a depth below the apex. A state of 1 mm moves the mean over 60 to 120 mm by exactly 1 mm. */
export function halfWidthOf(
	cut: CutShape,
	side: 'near' | 'off',
	muscle: MuscleState,
	place: MusclePlace = USUAL_MUSCLE
): (depthMm: number) => number {
	const own = side === 'near' ? -cut.lopsidedMm : cut.lopsidedMm;
	const rise = muscle.riseMm ?? 0;
	const rest = (d: number): number => restWidthMm(cut, risenDepthMm(d, rise));
	const byRise = rise === 0 ? 0 : bandMean(rest) - bandMean((d) => restWidthMm(cut, d));
	const moved = (side === 'near' ? muscle.nearMm : muscle.offMm) + own - byRise;
	const share = moved / bandMean((d) => bump(d, place.centreMm, place.reachMm));
	return (d) => rest(d) + share * bump(d, place.centreMm, place.reachMm);
}

export const trueHalfWidthMm = (cut: CutShape, side: 'near' | 'off', depthMm: number, muscle: MuscleState): number =>
	halfWidthOf(cut, side, muscle)(depthMm);
