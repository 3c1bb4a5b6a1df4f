import type { Sign, SignGroup, SignKind, ZoneId } from '../core/zones/index.js';

export const ZONE_WORDS: Readonly<Record<ZoneId, string>> = {
	'withers-top': 'top of the withers',
	'withers-flank': 'flank of the withers',
	blade: 'blade',
	pocket: 'pocket',
	'spine-front': 'spine, front',
	'spine-middle': 'spine, middle',
	'spine-rear': 'spine, rear',
	'long-front': 'long muscle, front',
	'long-middle': 'long muscle, middle',
	'long-rear': 'long muscle, rear',
	'edge-front': 'panel edge, front',
	'edge-middle': 'panel edge, middle',
	'edge-rear': 'panel edge, rear',
	loin: 'loin',
	girth: 'girth groove'
};

/** Short names for the map itself. */
export const ZONE_SHORT: Readonly<Record<ZoneId, string>> = {
	'withers-top': 'top',
	'withers-flank': 'withers',
	blade: 'blade',
	pocket: 'pocket',
	'spine-front': 'spine',
	'spine-middle': 'spine',
	'spine-rear': 'spine',
	'long-front': 'front',
	'long-middle': 'middle',
	'long-rear': 'rear',
	'edge-front': 'edge',
	'edge-middle': 'edge',
	'edge-rear': 'edge',
	loin: 'loin',
	girth: 'girth'
};

export const KIND_WORDS: Readonly<Record<SignKind, string>> = {
	soreness: 'answer to pressure',
	heat: 'heat',
	swelling: 'swelling',
	knot: 'knot',
	hollow: 'hollow',
	hair: 'hair',
	skin: 'skin',
	sweat: 'sweat'
};

/** The scale as a person reads it, from nothing up; index is the grade. */
export const GRADE_WORDS: Readonly<Record<SignKind, readonly string[]>> = {
	soreness: ['nothing', 'skin twitches', 'muscle flinches', 'back dips or moves away', 'head up, ears back, threatens'],
	heat: ['none', 'warm', 'hot'],
	swelling: ['none', 'slight', 'clear'],
	knot: ['none', 'small, soft', 'hard'],
	hollow: ['full and level', 'a dent along the muscle', 'drops off from the shoulder', 'two hands lie in two planes'],
	hair: ['smooth', 'ruffled', 'swirled', 'broken or rubbed', 'bleached orange', 'white', 'bald'],
	skin: ['whole', 'long wrinkle', 'rubbed', 'gall', 'open sore'],
	sweat: ['wet, even', 'dry patch', 'rubbed']
};

export const GROUP_REST: Readonly<Record<SignGroup, string>> = {
	feel: 'All the rest is quiet',
	hair: 'All the rest is clean',
	sweat: 'All the rest is wet and even'
};

export const EXTENT_WORDS: Readonly<Record<string, string>> = {
	spot: 'a coin',
	palm: 'a palm',
	whole: 'the whole zone'
};
export const FORM_WORDS: Readonly<Record<string, string>> = { round: 'round', line: 'a line', patch: 'no clear shape' };
export const AGE_WORDS: Readonly<Record<string, string>> = { new: 'new', months: 'months old', years: 'years old' };
export const PRESS_WORDS: Readonly<Record<string, string>> = {
	flat: 'pressed flat and light',
	squeeze: 'squeezed'
};
export const COURSE_WORDS: Readonly<Record<string, string>> = {
	static: 'stays the same',
	spreading: 'spreads',
	shrinking: 'shrinks'
};

export const placeWords = (zone: ZoneId, side: string): string =>
	/^(spine|withers-top)/.test(zone) ? `${ZONE_WORDS[zone]}, ${side} half` : `${side} ${ZONE_WORDS[zone]}`;

export const gradeWords = (kind: SignKind, grade: number): string => GRADE_WORDS[kind][grade] ?? '';

/** A sign in a line: what, how far, how old, whether it spreads. */
export function signLine(sign: Sign): string {
	const parts = [
		`${KIND_WORDS[sign.kind]}: ${gradeWords(sign.kind, sign.grade)}`,
		sign.form ? FORM_WORDS[sign.form] : '',
		sign.extent ? EXTENT_WORDS[sign.extent] : '',
		sign.age ? AGE_WORDS[sign.age] : '',
		sign.course && sign.course !== 'static' ? COURSE_WORDS[sign.course] : ''
	];
	return parts.filter(Boolean).join(', ');
}
