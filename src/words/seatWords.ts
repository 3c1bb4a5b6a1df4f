import type { CallLimits } from '../core/call/index.js';
import { Z95 } from '../core/math/index.js';
import type { HandBesideSeat } from '../core/reading/index.js';
import { AGREE_WITHIN, MOST_TRIED_MM } from '../core/seat/index.js';
import type {
	ComparedFigure,
	Condition,
	FitDayDoubt,
	FitDayView,
	Measured,
	OwnLimit,
	WayOfChange,
	MeasuredDoubt,
	MeasuredSeat,
	OtherHelp,
	PadBeside,
	ShimSet,
	SeatsBeside
} from '../core/seat/index.js';
import type { UnderSaddle } from '../core/setup/index.js';
import { fingersToMm, mmToFingers, type FingerCalibration } from '../core/units/index.js';
import { giveOrTake, lengthNumber, lengthWords } from './measures.js';

/** What an inferred seat leaves open. */
export const FIT_DAY_DOUBT_WORDS: Readonly<Record<FitDayDoubt, string>> = {
	inferred: 'Nobody measured the saddle: its underside is inferred from the back of the fitted day.',
	prolonged: 'A flank was traced less far than a panel reaches; it is carried on straight.',
	'rear-prolonged': 'The rear was not traced as far as the panel reaches; it is carried on as it was last seen.',
	'station-missing': 'A station was not traced on both days; what happened there follows from the others.',
	'front-only': 'Only the front was traced: how the saddle tips is little more than a guess.',
	'doubted-visit': 'The sheets of that visit are doubted.',
	maybe: 'A fault is possible, but not probable. Feel with the hand.'
};

/** How a seat stands, in the trade's words. */
export const CONDITION_WORDS: Readonly<Record<Condition, string>> = {
	fits: 'no fault seen',
	channel: 'channel too tight',
	long: 'too long for the back',
	twisted: 'leans, or bears on one diagonal',
	narrow: 'too narrow: bears low on the flank in front',
	wide: 'too wide: bears high beside the spine in front',
	bridging: 'bridges: little weight in the middle',
	rocking: 'rocks: most weight in the middle',
	'pitched-forward': 'tips forward',
	'pitched-back': 'tips back'
};

const degrees = (v: number): string => `${v < 0 ? '−' : ''}${Math.abs(v).toFixed(1)}`;
const range = ({ value, sd }: Measured, shown: (v: number) => string): string =>
	`${shown(Math.abs(value) - Z95 * sd)} to ${shown(Math.abs(value) + Z95 * sd)}`;
const told = (m: Measured): boolean => Math.abs(m.value) > Z95 * m.sd;
const size = ({ value }: Measured): string => Math.abs(value).toFixed(1);

const COUNTS = ['no', 'half a', 'one', 'one and a half', 'two', 'two and a half', 'three', 'three and a half', 'four'];
const counted = (fingers: number): string => COUNTS[Math.round(Math.min(4, Math.max(0, fingers)) * 2)] as string;

/** What three fingers of room in front become, on one person's hand. */
function inFingers({ clearanceFrontChangeMm }: FitDayView, hand: FingerCalibration): string {
	const before = fingersToMm(3, hand);
	const after = counted(mmToFingers(Math.max(0, before + clearanceFrontChangeMm.value), hand));
	return after === 'three' ? 'Three fingers stay three.' : `Three fingers become ${after}.`;
}

/** What a fit-day saddle does on a later back, one sentence a line; only what stands out of its doubt is claimed. */
export function fitDaySentences(seat: FitDayView, hand: FingerCalibration): string[] {
	const { dropFrontMm: drop, tipDeg: tip, rollDeg: roll } = seat;
	const lines: string[] = [];
	if (told(drop))
		lines.push(
			`It stands ${lengthWords(Math.abs(drop.value))} ${drop.value > 0 ? 'lower' : 'higher'} in front (${range(drop, lengthNumber)}). ${inFingers(seat, hand)}`
		);
	else
		lines.push(
			`It stands about as high in front as it did (within ${lengthWords(Z95 * drop.sd + Math.abs(drop.value))}).`
		);
	if (told(tip)) lines.push(`It tips ${size(tip)}° ${tip.value > 0 ? 'forward' : 'back'} (${range(tip, degrees)}).`);
	if (told(roll))
		lines.push(
			`It leans ${size(roll)}° down on the ${roll.value > 0 ? 'near' : 'off'} side (${range(roll, degrees)}).`
		);
	if (!told(tip) && !told(roll)) lines.push('It keeps its level.');
	return lines;
}

const HAND_SAYS: Readonly<Record<HandBesideSeat['says'], string>> = {
	agrees: 'hand and seat agree as far as fingers tell',
	'less-by-hand': 'the hand finds less room than the seat: believe the hand, and count once more, bare and square',
	'more-by-hand': 'the hand finds more room than the seat: believe the hand, and count once more, bare and square'
};
/** What fingers counted near both days, beside the seat; days come as the screen writes them. */
export const handBesideWords = ({ then, now, says }: HandBesideSeat, day: (d: string) => string): string =>
	`By hand, bare: ${then.fingers} fingers on ${day(then.on)}, ${now.fingers} on ${day(now.on)}; ${HAND_SAYS[says]}.`;

const WAY_WORDS: Readonly<Record<WayOfChange, string>> = {
	'withers-lost': 'loses muscle at the withers',
	'withers-gained': 'gains muscle at the withers',
	'near-lost': 'loses on the near side alone',
	'off-lost': 'loses on the off side alone',
	'fat-lost': 'loses all over',
	'fat-gained': 'gains all over'
};

export interface OwnLimitRow {
	readonly way: string;
	readonly mm: number | undefined;
	readonly sdMm: number;
	readonly then: string;
}

/** What a saddle bears of each way of changing, and what comes then. */
export const ownLimitRows = (limits: readonly OwnLimit[]): OwnLimitRow[] =>
	limits.map(({ way, mm, sdMm, fault }) => ({
		way: WAY_WORDS[way],
		mm,
		sdMm,
		then:
			fault === undefined
				? 'no fault seen so far'
				: fault === 'clearance'
					? 'a finger of room is gone'
					: CONDITION_WORDS[fault]
	}));

/** A limit with its 95% range; where none was met, what was tried. */
export const giveOrTakeSd = (mm: number | undefined, sdMm: number): string =>
	mm === undefined ? `over ${lengthWords(MOST_TRIED_MM)}` : giveOrTake(mm, Z95 * sdMm);

/** The limits of a refit in one line. */
export function limitsWords({ refitLossMm, refitGainMm, sidesApartMm, own }: CallLimits): string {
	const of = (mm: number, sdMm = 0): string => giveOrTake(mm, Z95 * sdMm);
	return `refit at ${of(refitLossMm, own?.lossSdMm)} lost or ${of(refitGainMm, own?.gainSdMm)} gained, the sides ${of(sidesApartMm, own?.apartSdMm)} apart`;
}

export const MEASURED_DOUBT_WORDS: Readonly<Record<MeasuredDoubt, string>> = {
	'no-long-line':
		'No long line of this back: it and the saddle are taken as straight along the bars, so bridge, rock and tipping are not read.',
	'older-long-line':
		'The long line is older than these cuts: muscle that went since lowers the front more, and tips it, than is shown. Draw the long line again.',
	levelled: 'The tilt of the papers is taken out, and with it a lean of the horse’s own.',
	'no-rib': 'Nobody taped how far the last rib lies behind the blade: whether it is too long is not read.',
	'few-cuts': 'Only two stations were traced: what lies between is a guess.',
	prolonged: 'The bars reach further down than the tracings: the flank is prolonged a little.',
	'thought-of': 'This back was thought of, not traced: muscle put on or taken off as it mostly comes and goes.',
	'one-drawing':
		'One drawing of the saddle, taken to be about as good as most are. The ranges hold that and this day’s tracings; a shape drawn worse is not in them.'
};

/** A seat of a saddle's own shape in sentences, mm before kPa; only what stands out of its doubt is claimed. */
export function measuredSentences(s: MeasuredSeat): string[] {
	const roll: Measured = { value: s.rollDeg, sd: s.sd.rollDeg };
	const lean = told(roll)
		? [`Leans ${size(roll)}° to the ${roll.value > 0 ? 'near' : 'off'} side (${range(roll, degrees)}).`]
		: [];
	const pitch: Measured | undefined = s.pitchDeg === undefined ? undefined : { value: s.pitchDeg, sd: s.sd.pitchDeg };
	const tip = !pitch
		? []
		: [
				told(pitch)
					? `Stands with its rails tipped ${size(pitch)}° ${pitch.value > 0 ? 'forward' : 'back'} (${range(pitch, degrees)}).`
					: `Stands with its rails level, as far as can be told (within ${degrees(Math.abs(pitch.value) + Z95 * pitch.sd)}°).`
			];
	const carries: Measured = { value: 100 * s.contactShare, sd: 100 * s.sd.contactShare };
	const whole = (v: number): string => Math.min(100, Math.max(0, v)).toFixed(0);
	return [
		...tip,
		...lean,
		`Presses in ${lengthWords(s.dropMm)} under a rider.`,
		`${whole(carries.value)}% of the bars carry${Z95 * carries.sd < 1 ? '' : ` (${range(carries, whole)})`}; by thirds ${s.bearing.thirds.map((t) => `${Math.round(100 * t)}%`).join(', ')}; ${s.meanKpa.toFixed(0)} kPa in the mean.`
	];
}

const inHundred = (chance: number): string => `${Math.round(100 * Math.min(MOST_SURE, chance))} in 100`;
/** No seat from drawings is surer. */
const MOST_SURE = 0.97;

/** The faults of a seat of a saddle's own shape with how probable each is, and those that are possible beside them. */
export function measuredFaults({ conditions, chances }: MeasuredSeat): { named: string[]; possible: string[] } {
	const words = (c: Condition): string => {
		const chance = c === 'fits' ? undefined : chances[c];
		return `${CONDITION_WORDS[c]}${chance === undefined ? '' : ` (${inHundred(chance)})`}`;
	};
	const named = conditions.filter((c) => c !== 'fits');
	const others = (Object.keys(chances) as (keyof typeof chances)[]).filter((c) => !conditions.includes(c));
	return { named: named.map(words), possible: others.map(words) };
}

const OTHER_WAY_WORDS: Readonly<Record<OtherHelp['way'], (mm: string) => string>> = {
	wider: (mm) => `a plate or tree wider by ${mm} a side in front`,
	narrower: (mm) => `a plate or tree narrower by ${mm} a side in front`,
	panels: (mm) => `each panel ${mm} further out, the channel twice that wider`,
	back: (mm) => `the saddle set ${mm} further back`,
	pad: (mm) => `an even pad of ${mm}, as packed`
};
const firstUp = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** Something that would help instead of shims, with what it would then be. */
export const otherHelpWords = ({ way, mm, conditions, before, unevenness }: OtherHelp): string =>
	`${firstUp(OTHER_WAY_WORDS[way](lengthWords(mm)))}: ${conditions
		.map((c) => (c === 'fits' ? 'no fault stands out' : CONDITION_WORDS[c]))
		.join('; ')}; unevenness ${Math.round(100 * before)} → ${Math.round(100 * unevenness)}.`;

const PAD_PARTS = ['in front', 'in the middle', 'at the rear'] as const;
const wholePercent = (v: number): string => `${Math.round(100 * v)}%`;

/** A pad's reading beside a seat: where they agree, where they part, and what to do about it. */
export function padSentences({ thirds, sides, covered }: PadBeside): string[] {
	const parts = [
		...thirds.map((t, i) => ({ where: PAD_PARTS[i] as string, ...t })),
		{ where: 'on the near side', ...(sides[0] as (typeof sides)[0]) }
	];
	const apart = parts.filter((p) => Math.abs(p.pad - p.seat) > AGREE_WITHIN);
	return [
		...(covered < MOSTLY_COVERED
			? [`The pad covers ${wholePercent(covered)} of the bars: move it until it lies where it lay.`]
			: []),
		...(apart.length === 0
			? ['Pad and seat share the weight out alike, as far as such readings tell.']
			: apart.map((p) => `Weight ${p.where}: ${wholePercent(p.pad)} by the pad, ${wholePercent(p.seat)} by the seat.`)),
		...(apart.length > 0 ? ['Neither is truth. Feel there with the hand: the hand decides.'] : [])
	];
}
const MOSTLY_COVERED = 0.8;

/** What lies under a saddle, in one line. */
export const underWords = ({ padMm, shims }: UnderSaddle): string =>
	[
		...(padMm > 0 ? [`pad ${lengthWords(padMm)}`] : []),
		...(Object.values(shims).some((v) => v > 0) ? [shimSetWords(shims)] : [])
	].join('; ');

const COMPARED_WORDS: Readonly<Record<ComparedFigure['what'], string>> = {
	front: 'Weight on the front third',
	middle: 'Weight on the middle',
	rear: 'Weight on the rear third',
	near: 'Weight on the near bar',
	carries: 'Bars that carry',
	tip: 'Tips',
	lean: 'Leans'
};
const tilted = (deg: number, [plus, minus]: readonly [string, string]): string =>
	Math.abs(deg) < 0.05 ? 'level' : `${size({ value: deg, sd: 0 })}° ${deg > 0 ? plus : minus}`;
const comparedValue = (what: ComparedFigure['what'], v: number): string =>
	what === 'tip'
		? tilted(v, ['forward', 'back'])
		: what === 'lean'
			? tilted(v, ['to the near side', 'to the off side'])
			: wholePercent(v);

/** Both seats' figures side by side. */
export const comparedRows = ({ figures }: SeatsBeside): { what: string; kept: string; now: string; apart: boolean }[] =>
	figures.map(({ what, kept, now, sd, apart }) => ({
		what: COMPARED_WORDS[what],
		kept: comparedValue(what, kept) + comparedDoubt(what, sd?.[0]),
		now: comparedValue(what, now) + comparedDoubt(what, sd?.[1]),
		apart
	}));
/** Half the 95% range; nothing where it would not show. */
function comparedDoubt(what: ComparedFigure['what'], sd = 0): string {
	const half = Z95 * sd;
	if (what === 'carries') return half < 0.01 ? '' : ` ±${wholePercent(half)}`;
	return half < 0.05 ? '' : ` ±${degrees(half)}°`;
}

/** What the seat of now has that the kept one has not, in one sentence. */
export function seatsBesideSentence({ figures, gone, come, shared }: SeatsBeside): string {
	const list = (faults: readonly Condition[]): string => faults.map((c) => CONDITION_WORDS[c]).join('; ');
	const faults = [
		...(gone.length > 0 ? [`Without it: ${list(gone)}.`] : []),
		...(come.length > 0 ? [`New with it: ${list(come)}.`] : [])
	];
	const apart = figures.some((f) => f.apart);
	if (faults.length === 0 && !apart) return 'Both sit alike, as far as drawings can tell.';
	return [
		...(faults.length > 0
			? faults
			: [shared.length > 0 ? 'The same faults in both.' : 'No fault stands out in either.']),
		...(apart ? [] : ['Figures alike, as far as drawings can tell.'])
	].join(' ');
}

/** A set of shims, both sides told apart where they differ. */
export function shimSetWords(shims: ShimSet): string {
	const said = (['front', 'middle', 'rear'] as const).flatMap((zone) => {
		const [near, off] = [shims[`${zone}_near`], shims[`${zone}_off`]];
		if (near === 0 && off === 0) return [];
		return [
			near === off
				? `${zone} ${lengthWords(near)}, both sides`
				: `${zone} near ${lengthNumber(near)}, off ${lengthWords(off)}`
		];
	});
	return said.length > 0 ? said.join('; ') : 'no shims';
}
