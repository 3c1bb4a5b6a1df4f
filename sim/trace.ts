import { degToRad } from '../src/core/units/index.js';
import { halfWidthOf, type CutShape, type MuscleState } from './back.js';
import { normal, type Random } from './random.js';
import { knottedWaver } from './waver.js';

/** How well somebody traces. */
export interface Hand {
	/** Waver of the drawn line, SD in mm. */
	readonly noiseMm: number;
	readonly tiltSdDeg: number;
	readonly apexSdMm: number;
	/** Share of tracings that are simply bad. */
	readonly badShare: number;
	/** Error all repeats of a visit share, SD of mm of band half-width. */
	readonly sharedSdMm: number;
}

export const CALM_HAND: Hand = { noiseMm: 0.8, tiltSdDeg: 1, apexSdMm: 1.2, badShare: 0, sharedSdMm: 0.5 };
export const USUAL_HAND: Hand = { noiseMm: 1.5, tiltSdDeg: 1.5, apexSdMm: 2, badShare: 0.03, sharedSdMm: 0.8 };

export type Point = readonly [number, number];

/** The true cut as points from near to off, apex at the origin, to a depth of about 150 mm. */
export function trueCut(cut: CutShape, muscle: MuscleState, deepestMm = 150): Point[] {
	const depths = Array.from({ length: 40 }, (_, i) => deepestMm * ((i + 1) / 40) ** 1.6);
	const side = (s: 'near' | 'off'): Point[] => {
		const widthAt = halfWidthOf(cut, s, muscle);
		return depths.map((d) => [(s === 'near' ? -1 : 1) * widthAt(d), -d] as const);
	};
	return [...side('near').reverse(), [0, 0], ...side('off')];
}

/** One drawn tracing of a cut: waver, tilted paper, apex picked aside, sometimes a sprung end. */
export function drawTracing(cut: CutShape, muscle: MuscleState, hand: Hand, random: Random): Point[] {
	const sway = knottedWaver(random, hand.noiseMm, 30, 40, -600);
	const turn = degToRad(normal(random) * hand.tiltSdDeg);
	const aside = normal(random) * hand.apexSdMm;
	const bad = random() < hand.badShare;
	const badSide = random() < 0.5 ? -1 : 1;
	const squash = bad ? 10 + 10 * random() : 0;
	const deepestMm = 138 + 18 * random();
	const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
	return trueCut(cut, muscle, deepestMm).map(([x, y]) => {
		const along = Math.sign(x) * Math.hypot(x, y);
		const out = Math.sign(x || 1) * sway(along) * Math.min(1, Math.abs(x) / 20);
		const sprung = Math.sign(x) === badSide ? Math.sign(x) * squash * Math.min(1, -y / 90) : 0;
		const px = x + out + sprung + aside;
		return [cos * px - sin * y, sin * px + cos * y] as const;
	});
}

export interface SimTracing {
	readonly station: 'T8' | 'T13' | 'T18';
	readonly repeat: number;
	readonly points: readonly Point[];
}

/** One visit: every station traced `repeats` times, with an error that all of them share. */
export function traceVisit(
	back: Readonly<Record<'T8' | 'T13' | 'T18', CutShape>>,
	muscle: Readonly<Record<'T8' | 'T13' | 'T18', MuscleState>>,
	hand: Hand,
	repeats: number,
	random: Random
): SimTracing[] {
	return (['T8', 'T13', 'T18'] as const).flatMap((station) => {
		const shared = normal(random) * hand.sharedSdMm;
		const now = { nearMm: muscle[station].nearMm + shared, offMm: muscle[station].offMm + shared };
		return Array.from({ length: repeats }, (_, i) => ({
			station,
			repeat: i + 1,
			points: drawTracing(back[station], now, hand, random)
		}));
	});
}
