/** What a seat can be, in the order they are named: plain geometry first, pitch last (seat-format, section 6). */
export const CONDITIONS = [
	'channel',
	'long',
	'twisted',
	'narrow',
	'wide',
	'bridging',
	'rocking',
	'pitched-forward',
	'pitched-back'
] as const;
export type Fault = (typeof CONDITIONS)[number];
export type Condition = Fault | 'fits';

/** The figures of a seat that conditions are read from. */
export interface SeatFigures {
	readonly channelMm: number;
	readonly overhangMm: number | undefined;
	/** Load of one diagonal less the other, as a share. */
	readonly twist: number;
	readonly pitchDeg: number;
	readonly rollDeg: number;
	readonly edgeBiasFront: number | undefined;
	/** Pressure of the middle third over both ends'; undefined where the ends carry nothing. */
	readonly pressureRatio: number | undefined;
}

/** Thresholds are conventions of the model, chosen so that small faults of everyday saddles pass. */
const CHANNEL_MM = 50;
const CHANNEL_SCALE_MM = 15;
const OVERHANG_MM = 10;
const TWIST = 0.12;
const ROLL_DEG = 1.5;
const EDGE = 0.1;
const BRIDGED = 0.38;
const ROCKED = 1.6;
const TIPPED_DEG = 2;

/** How strongly each sign is there; present from 1 on. */
export function strengths(f: SeatFigures): Readonly<Record<Fault, number>> {
	const edge = (f.edgeBiasFront ?? 0) / EDGE;
	return {
		channel: Math.max(0, 1 + (CHANNEL_MM - f.channelMm) / CHANNEL_SCALE_MM),
		long: f.overhangMm === undefined ? 0 : f.overhangMm / OVERHANG_MM,
		twisted: Math.max(Math.abs(f.twist) / TWIST, Math.abs(f.rollDeg) / ROLL_DEG),
		narrow: edge,
		wide: -edge,
		// Ends that carry nothing are a rocking saddle, never a bridging one.
		bridging: f.pressureRatio === undefined ? 0 : (1 - f.pressureRatio) / BRIDGED,
		rocking: f.pressureRatio === undefined ? 9 : Math.log(Math.max(f.pressureRatio, 0.001)) / Math.log(ROCKED),
		'pitched-forward': f.pitchDeg / TIPPED_DEG,
		'pitched-back': -f.pitchDeg / TIPPED_DEG
	};
}

export function conditionsOf(f: SeatFigures): readonly Condition[] {
	const strength = strengths(f);
	const there = CONDITIONS.filter((name) => strength[name] >= 1);
	return there.length > 0 ? there : ['fits'];
}
