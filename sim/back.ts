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

const MUSCLE_CENTRE_MM = 88;
const MUSCLE_REACH_MM = 38;

/** Mean of the muscle bump over 60 to 120 mm, so that a state of 1 mm moves the band mean by exactly 1 mm. */
const MUSCLE_BAND_MEAN = (() => {
	let sum = 0;
	for (let i = 0; i < 600; i++) sum += bump(60.05 + i * 0.1, MUSCLE_CENTRE_MM, MUSCLE_REACH_MM);
	return sum / 600;
})();

/** True half-width, mm, at a depth below the apex. */
export function trueHalfWidthMm(cut: CutShape, side: 'near' | 'off', depthMm: number, muscle: MuscleState): number {
	const own = side === 'near' ? -cut.lopsidedMm : cut.lopsidedMm;
	const moved = (side === 'near' ? muscle.nearMm : muscle.offMm) + own;
	return (
		cut.cap * Math.sqrt(depthMm) +
		cut.flank * depthMm -
		cut.pocketMm * bump(depthMm, 70, 22) +
		cut.ribMm * bump(depthMm, 125, 25) +
		(moved * bump(depthMm, MUSCLE_CENTRE_MM, MUSCLE_REACH_MM)) / MUSCLE_BAND_MEAN
	);
}
