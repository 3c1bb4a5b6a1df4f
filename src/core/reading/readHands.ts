import {
	judgeAnswer,
	latestByStage,
	roomFalls,
	shimForGapMm,
	type GivenAnswer,
	type HandRules,
	type JudgedAnswer,
	type RoomFall,
	type SaddleKind
} from '../checks/index.js';
import { contradictions } from '../checks/index.js';
import type { Sign } from '../zones/index.js';
import { sidesApart } from './sidesApart.js';
import { readEvidence, vetFirst } from './readEvidence.js';
import type { Reading, ShapeSeen } from './types.js';
import { readWidth, type WidthReading } from './width.js';

/** One set of hand checks of one saddle, with what is known of signs and shape. */
export interface HandsCase {
	readonly kind: SaddleKind;
	readonly rules: HandRules;
	readonly answers: readonly GivenAnswer[];
	readonly signs: readonly Sign[];
	readonly shape: readonly ShapeSeen[];
}

export interface HandsFault {
	readonly code: string;
	readonly answer: JudgedAnswer;
}

/** What could be done now, without changing the tree. */
export interface HandsAdvice {
	readonly code: string;
	readonly where: string | null;
	readonly mm: number | null;
	readonly sides: 'near' | 'off' | 'both' | null;
	readonly until: string | null;
}

export interface HandsReading {
	readonly width: WidthReading | undefined;
	readonly faults: readonly HandsFault[];
	readonly falls: readonly RoomFall[];
	readonly contradictions: readonly string[];
	readonly readings: readonly Reading[];
	readonly vetFirst: boolean;
	readonly advice: readonly HandsAdvice[];
}

const faultCode = (a: JudgedAnswer): string => `${a.check}-${typeof a.value === 'string' ? a.value : 'little'}`;

const FRONT_SLOPE_DEG = 50;
const TYPICAL_GAP_MM = 6;
const MUSCLE = 'muscle-returns';

/** A shim under the front lifts by its thickness over the cosine of the flank: a lift wanted gives the thickness of a gap. */
const frontShimMm = (liftMm: number): number =>
	Math.max(3, shimForGapMm(Math.min(60, Math.max(0, liftMm) * Math.cos((FRONT_SLOPE_DEG * Math.PI) / 180))));

function widthAdvice(
	width: WidthReading | undefined,
	answers: readonly JudgedAnswer[],
	rules: HandRules
): HandsAdvice[] {
	if (width?.says === 'narrow') return [{ code: 'refit-wider', where: 'front', mm: null, sides: 'both', until: null }];
	if (width?.says !== 'wide') return [];
	const top = answers.find((a) => a.check === 'clearance-top' && a.stage === 'bare');
	const wantedMm = rules.room === 'all-round' ? 50 : 54;
	const liftMm = top?.mm === undefined ? TYPICAL_GAP_MM : wantedMm - top.mm;
	return [
		{ code: 'front-shim', where: 'front', mm: Math.min(12, frontShimMm(liftMm)), sides: 'both', until: MUSCLE },
		{ code: 'call-fitter', where: null, mm: null, sides: null, until: null }
	];
}

const OTHER: Readonly<Record<string, Omit<HandsAdvice, 'sides'>>> = {
	bridges: { code: 'centre-shim', where: 'centre', mm: 3, until: MUSCLE },
	forward: { code: 'move-back', where: 'front', mm: null, until: null },
	drags: { code: 'move-girth', where: 'girth', mm: null, until: null },
	pad: { code: 'lay-pad', where: 'pad', mm: null, until: null },
	long: { code: 'shorter-panel', where: 'rear', mm: null, until: null },
	channel: { code: 'wider-channel', where: 'channel', mm: null, until: null },
	rocks: { code: 'call-fitter', where: null, mm: null, until: null },
	crooked: { code: 'call-fitter', where: null, mm: null, until: null },
	seat: { code: 'other-seat', where: 'seat', mm: null, until: null }
};

function otherAdvice(answers: readonly JudgedAnswer[], narrow: boolean): HandsAdvice[] {
	const found = latestByStage(answers).filter((a) => a.result !== 'fine' && a.points && OTHER[a.points]);
	return [...new Set(found.map((a) => a.points as string))].flatMap((points): HandsAdvice[] => {
		const base = OTHER[points] as Omit<HandsAdvice, 'sides'>;
		// No shim rescues a saddle that is too narrow.
		if (narrow && base.code.endsWith('shim')) return [];
		const sides = new Set(found.filter((a) => a.points === points).map((a) => a.side));
		const side = sides.size === 1 ? [...sides][0] : 'both';
		return [{ ...base, sides: side ?? 'both' }];
	});
}

const DAY = '2000-01-01';

/** Reads one set of hand checks: width, faults stage by stage, falls of the room, and what to do where no vet comes first. */
export function readHands(c: HandsCase): HandsReading {
	const answers = c.answers.map((a) => judgeAnswer(a, c.rules));
	const width = readWidth(answers, c.signs, c.shape);
	const clashes = contradictions(answers);
	const readings = readEvidence({
		day: DAY,
		signs: c.signs,
		repeated: new Set(),
		going: undefined,
		goingOpen: [],
		answers,
		contradictions: clashes,
		checkedOn: DAY,
		changes: c.shape,
		roomMoved: [],
		carriedShare: undefined,
		behaviour: [],
		lookAgain: [],
		decided: undefined
	});
	const vet = vetFirst(readings) || sidesApart(c.shape);
	const advice = [...widthAdvice(width, answers, c.rules), ...otherAdvice(answers, width?.says === 'narrow')];
	return {
		width,
		faults: answers.filter((a) => a.result !== 'fine').map((answer) => ({ code: faultCode(answer), answer })),
		falls: roomFalls(c.answers),
		contradictions: clashes.map((k) => k.code),
		readings,
		vetFirst: vet,
		advice: vet ? [] : advice.filter((a, i) => advice.findIndex((b) => b.code === a.code) === i)
	};
}
