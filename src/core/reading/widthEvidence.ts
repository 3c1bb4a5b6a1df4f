import { latestByStage, type CheckId, type JudgedAnswer, type Stage } from '../checks/index.js';
import { isMark, type Sign, type ZoneId } from '../zones/index.js';
import type { ShapeSeen } from './types.js';

/** How strongly one finding speaks for each of three explanations: natural logarithms of likelihood, by convention. */
export interface WidthWeights {
	readonly narrow: number;
	readonly wide: number;
	readonly fits: number;
}

/** One finding that bears on too wide or too narrow. */
export interface WidthFinding extends WidthWeights {
	readonly code: string;
	readonly check?: CheckId;
}

const weights = (narrow: number, wide: number, fits: number): WidthWeights => ({ narrow, wide, fits });

/**
 * What single answers say, by check and value. The direction is geometry: a tree steeper than the flank meets it
 * low, at the bottom of its points, stands high and tips back; one flatter than the flank meets it at the top,
 * comes down and tips forward (tests draw both). The sizes are conventions; the front's own angle weighs most.
 */
const ANSWERS: Readonly<Partial<Record<CheckId, Readonly<Record<string, WidthWeights>>>>> = {
	'front-angle': {
		'first-at-bottom': weights(1.8, -1, -0.8),
		'first-at-top': weights(-1, 1.8, -0.8),
		parallel: weights(-0.8, -0.8, 0.5)
	},
	sits: {
		perches: weights(1.5, -1.1, -0.8),
		sinks: weights(-1.1, 1.5, -0.8),
		settles: weights(-0.4, -0.4, 0.4)
	},
	level: {
		'cantle-low': weights(0.9, -0.7, -0.3),
		'pommel-low': weights(-0.7, 0.9, -0.3),
		'as-it-should': weights(-0.2, -0.2, 0.4)
	},
	ball: {
		'rolls-back': weights(0.6, -0.5, -0.4),
		'rolls-forward': weights(-0.5, 0.6, -0.4),
		'mid-seat': weights(-0.15, -0.15, 0.3)
	},
	'shoulder-room': {
		'hand-gripped': weights(1.2, -0.8, -0.6),
		'hand-tight': weights(0.5, -0.3, -0.2),
		'hand-passes': weights(-0.5, 0.1, 0.3)
	},
	// A rolling saddle is too wide, or too narrow and perched: by itself it cannot tell.
	'side-grip': { rolls: weights(0.4, 0.4, -0.9), stays: weights(-0.3, -0.3, 0.3) },
	pencil: { sticks: weights(-0.1, 0.4, -0.5) },
	contact: { 'gap-middle': weights(0.5, -0.2, -0.3), 'sharp-front': weights(0.4, 0.2, -0.4) },
	'rider-feel': {
		'tipped-back': weights(0.4, -0.3, -0.3),
		'tipped-forward': weights(-0.3, 0.4, -0.3),
		balanced: weights(-0.1, -0.1, 0.2)
	}
};

/** Checks whose answers belong to the question of width, so that no other rule takes them up. */
export const bearsOnWidth = (check: CheckId): boolean =>
	check === 'clearance-top' || check === 'clearance-sides' || (check !== 'contact' && check in ANSWERS);

/** The checks that can tell narrow from wide, and how far apart their answers lie. */
export const WIDTH_CHECKS: readonly CheckId[] = [
	'front-angle',
	'clearance-top',
	'clearance-sides',
	'sits',
	'level',
	'shoulder-room',
	'side-grip',
	'ball'
];

/** Room is one question: top and sides together tell what neither tells alone (common practice, no source). */
const ROOM: Readonly<Record<string, WidthWeights>> = {
	'room-much-on-top': weights(0.4, -0.6, 0),
	'room-little-all-round': weights(-1.5, 1.8, -1),
	'room-little-beside': weights(1.6, -0.8, -0.6),
	'room-little-beside-alone': weights(1.2, -0.3, -0.5),
	'room-little-on-top': weights(-0.8, 1.1, -0.8),
	'room-one-finger-on-top': weights(-1.2, 1.6, -0.9),
	'room-enough': weights(-0.3, -0.6, 0.6),
	'room-enough-on-top': weights(-0.1, -0.5, 0.3)
};

const MUCH_FINGERS = 5;
const LITTLE_FINGERS = 1;

function roomCode(answers: readonly JudgedAnswer[]): string | undefined {
	const at = (check: CheckId, stage: Stage) => answers.filter((a) => a.check === check && a.stage === stage);
	const tops = at('clearance-top', 'bare');
	// Without a bare figure a later stage still shows a saddle that has come down.
	const later = answers.filter((a) => a.check === 'clearance-top' && a.result === 'beyond');
	const [top = later[0]] = tops;
	const besides = at('clearance-sides', 'bare');
	const littleTop = top?.result === 'beyond';
	const littleBeside = besides.some((a) => a.result === 'beyond');
	const fingers = top && typeof top.value !== 'string' ? top.value.fingers : undefined;
	if (littleTop && littleBeside) return 'room-little-all-round';
	if (littleBeside) return top ? 'room-little-beside' : 'room-little-beside-alone';
	if (littleTop) return (fingers ?? 0) <= LITTLE_FINGERS ? 'room-one-finger-on-top' : 'room-little-on-top';
	if (fingers !== undefined && fingers >= MUCH_FINGERS) return 'room-much-on-top';
	if (!top) return undefined;
	return besides.length > 0 ? 'room-enough' : 'room-enough-on-top';
}

function roomFinding(answers: readonly JudgedAnswer[]): WidthFinding[] {
	const code = roomCode(answers);
	return code ? [{ code, ...(ROOM[code] as WidthWeights) }] : [];
}

/** Answers that bear on width, sides joined: two sides that say the same say it once. */
function answerFindings(answers: readonly JudgedAnswer[]): WidthFinding[] {
	const latest = latestByStage(answers);
	return [...new Set(latest.map((a) => a.check))].flatMap((check) => {
		const table = ANSWERS[check];
		const codes = latest.flatMap((a) => (a.check === check && typeof a.value === 'string' ? [a.value] : []));
		const said = [...new Set(codes)].flatMap((code) => (table?.[code] ? [{ code, ...table[code] }] : []));
		if (said.length < 2) return said.map((s) => ({ ...s, code: `${check}-${s.code}`, check }));
		// The sides differ: what each says counts half.
		return said.map((s) => ({
			code: `${check}-${s.code}`,
			check,
			narrow: s.narrow / said.length,
			wide: s.wide / said.length,
			fits: s.fits / said.length
		}));
	});
}

/** Where soreness and hair sit: the flanks of the withers are pinched, the spine and the pocket's top pressed from above. */
const ZONES: Readonly<Partial<Record<ZoneId, WidthWeights>>> = {
	'withers-flank': weights(0.5, -0.2, -0.2),
	'edge-front': weights(0.4, -0.2, -0.2),
	'withers-top': weights(-0.3, 0.6, -0.3),
	'spine-front': weights(-0.2, 0.5, -0.3),
	pocket: weights(-0.1, 0.3, -0.2)
};

const signFindings = (signs: readonly Sign[]): WidthFinding[] =>
	[...new Set(signs.filter(isMark).map((s) => s.zone))].flatMap((zone) => {
		const found = ZONES[zone];
		return found ? [{ code: `marked-${zone}`, ...found }] : [];
	});

const FRONT = 'T8';
/** A change of this size says as much as a level that is off; twice this counts in full. */
const TELLING_MM = 4;
const STILL_MM = 2;

/** Which way the front moved since the saddle fitted: lost muscle leaves it too wide, gained too narrow. */
function shapeFinding(shape: readonly ShapeSeen[]): WidthFinding[] {
	const sides = shape.filter((c) => c.station === FRONT && c.side !== 'both');
	if (sides.length === 0) return [];
	const mm = sides.reduce((s, c) => s + (c.real ? c.mm : 0), 0) / sides.length;
	if (Math.abs(mm) < STILL_MM)
		return sides.every((c) => Math.abs(c.mm) < STILL_MM) ? [{ code: 'shape-still', ...weights(-0.3, -0.3, 0.3) }] : [];
	const size = Math.min(2, Math.abs(mm) / TELLING_MM) * 0.9;
	return mm < 0
		? [{ code: 'shape-lost', ...weights(-0.8 * size, size, -0.5 * size) }]
		: [{ code: 'shape-gained', ...weights(size, -0.8 * size, -0.5 * size) }];
}

/** All findings that bear on too wide or too narrow, the strongest first. */
export function widthFindings(
	answers: readonly JudgedAnswer[],
	signs: readonly Sign[],
	shape: readonly ShapeSeen[]
): WidthFinding[] {
	const spread = (f: WidthWeights) => Math.max(f.narrow, f.wide, f.fits) - Math.min(f.narrow, f.wide, f.fits);
	return [...answerFindings(answers), ...roomFinding(answers), ...signFindings(signs), ...shapeFinding(shape)].sort(
		(a, b) => spread(b) - spread(a)
	);
}

/** What one of the two questions of room can say when it is asked. */
const ROOM_OF: Readonly<Partial<Record<CheckId, readonly string[]>>> = {
	'clearance-top': ['room-much-on-top', 'room-little-on-top', 'room-one-finger-on-top', 'room-enough-on-top'],
	'clearance-sides': ['room-little-beside-alone', 'room-enough']
};

/** How far the answers of a check can push two explanations apart. */
export function discrimination(check: CheckId, a: keyof WidthWeights, b: keyof WidthWeights): number {
	const said = ROOM_OF[check]?.map((code) => ROOM[code] as WidthWeights) ?? Object.values(ANSWERS[check] ?? {});
	return Math.max(0, ...said.map((w) => Math.abs(w[a] - w[b])));
}
