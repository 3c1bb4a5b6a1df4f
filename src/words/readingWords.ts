import type { ReadingCode, Weight, WidthReading } from '../core/reading/index.js';
import type { GoingSign, Rung } from '../core/visit/index.js';
import type { ZoneId } from '../core/zones/index.js';
import type { CheckId, Stage } from '../core/checks/index.js';
import { answerWords, CHECK_WORDS, contradictionWords, STAGE_WORDS } from './checkWords.js';
import { formatDay } from './days.js';
import { signedWords } from './measures.js';
import { ACTION_WORDS, BEHAVIOUR_WORDS, GOING_WORDS, lookAgainWords, RUNG_WORDS } from './visitWords.js';
import { KIND_WORDS, placeWords, ZONE_WORDS } from './signWords.js';

type Data = Readonly<Record<string, string | number>>;

interface ReadingWords {
	readonly says: (d: Data) => string;
	readonly rule: string;
	readonly doubt: string;
}

const place = (d: Data): string => placeWords(d['zone'] as ZoneId, String(d['side']));
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const at = (d: Data): string => upper(place(d));
const kind = (d: Data): string => KIND_WORDS[d['kind'] as keyof typeof KIND_WORDS] ?? String(d['kind']);
/** Codes of findings that bear on width, in words. */
export function findingWords(code: string): string {
	const named = FINDINGS[code];
	if (named) return named;
	if (code.startsWith('marked-')) return `marks at the ${ZONE_WORDS[code.slice('marked-'.length) as ZoneId] ?? code}`;
	const check = Object.keys(CHECK_WORDS).find((c) => code.startsWith(`${c}-`)) as keyof typeof CHECK_WORDS | undefined;
	return check ? `${CHECK_WORDS[check].name.toLowerCase()} ${answerWords(code.slice(check.length + 1))}` : code;
}
const FINDINGS: Readonly<Record<string, string>> = {
	'room-much-on-top': 'much room on top',
	'room-little-all-round': 'little room on top and beside',
	'room-little-beside': 'enough room on top, little beside',
	'room-little-beside-alone': 'little room beside the withers',
	'room-little-on-top': 'little room on top',
	'room-one-finger-on-top': 'a finger or less on top',
	'room-enough': 'room enough on top and beside',
	'room-enough-on-top': 'room enough on top',
	'shape-lost': 'muscle lost in front',
	'shape-gained': 'muscle gained in front',
	'shape-still': 'shape unchanged'
};
const RIVALS: Readonly<Record<string, string>> = {
	narrow: 'too narrow',
	wide: 'too wide',
	fits: 'it fits',
	'tall-wither': 'a tall wither under a low arch',
	'rear-high': 'the rear too high',
	'rear-low': 'the rear too low'
};
export const rivalWords = (code: string): string => RIVALS[code] ?? code;
const SAYS: Readonly<Record<WidthReading['says'], string>> = {
	narrow: 'So far: too narrow',
	wide: 'So far: too wide',
	fits: 'So far: the width fits',
	unclear: 'Too wide or too narrow cannot be told yet'
};

/** The joint reading of the width as a sentence beside the checks. */
export function widthWords(w: WidthReading): string {
	const sure = w.says === 'unclear' ? '' : `, ${Math.min(99, Math.round(100 * w.sure))} in 100`;
	const rival = w.says !== 'unclear' && w.rival ? ` Else ${rivalWords(w.rival)}.` : '';
	const next = w.nextCheck ? ` Next to tell: ${CHECK_WORDS[w.nextCheck].name.toLowerCase()}.` : '';
	return `${SAYS[w.says]}${sure}.${rival}${next}`;
}
const list = (codes: string | number | undefined): string =>
	String(codes ?? '')
		.split(',')
		.filter(Boolean)
		.slice(0, 3)
		.map(findingWords)
		.join(', ');
const nextWords = (d: Data): string => {
	const check = CHECK_WORDS[d['next'] as keyof typeof CHECK_WORDS];
	return check ? `; check ${check.name.toLowerCase()} next` : '';
};
const widthSure = (d: Data): string => {
	const against = list(d['against']);
	const rival = d['rival'] ? `; else ${rivalWords(String(d['rival']))}` : '';
	return `${Math.min(99, Number(d['percent']))} in 100: ${list(d['for'])}${against ? `; against: ${against}` : ''}${rival}${nextWords(d)}`;
};
const VET = 'Only a vet can say why.';

/** For each reading: what it says, by which rule, and how it could be wrong (common practice, no source). */
export const READING_WORDS: Readonly<Record<ReadingCode, ReadingWords>> = {
	'open-skin': {
		says: (d) => `${at(d)}: ${d['grade'] === 'open' ? 'open sore' : 'gall'}`,
		rule: 'Open skin under a saddle: no saddle on it, vet before any pad, shim or re-fit.',
		doubt: 'A rug, a bite or a knock leaves the same wound.'
	},
	'heat-or-swelling': {
		says: (d) => `${at(d)}: ${kind(d)}`,
		rule: 'Heat or swelling: stop riding in this saddle, vet first.',
		doubt: VET
	},
	'strong-answer': {
		says: (d) => `${at(d)}: strong answer to pressure`,
		rule: 'A back that dips, a horse that moves away or threatens: pain, vet first.',
		doubt: 'A cold hand, a fresh horse or an unequal press can do it. Press both sides again, gently.'
	},
	lame: {
		says: (d) => `Lame, first seen ${RUNG_WORDS[d['rung'] as Rung].toLowerCase()}`,
		rule: 'Lameness is a matter for a vet before any saddle.',
		doubt: VET
	},
	'bare-rung': {
		says: (d) => `${upper(GOING_WORDS[d['sign'] as GoingSign])} already bare`,
		rule: 'What is there without a saddle is not the saddle’s doing: vet.',
		doubt: 'High spirits on a lunge look alike. Watch again when the horse has settled.'
	},
	rung: {
		says: (d) =>
			`${upper(GOING_WORDS[d['sign'] as GoingSign])}, first seen ${RUNG_WORDS[d['rung'] as Rung].toLowerCase()}`,
		rule: 'A sign that appears at one rung of the ladder names that rung.',
		doubt: 'One look is one look: climb the ladder again on another day.'
	},
	'sore-answer': {
		says: (d) => `${at(d)}: muscle flinches`,
		rule: 'An answer to equal pressure, to be compared with the other side and the next visit.',
		doubt: 'Muscle after work flinches too.'
	},
	'blade-top-white': {
		says: (d) => `${at(d)}: round white patch`,
		rule: 'Round white or bleached patches at the top of the blade: the saddle sits too far forward and the blade swings back under it.',
		doubt: 'The hair is a late sign: another saddle, months ago, may have done it.'
	},
	'dry-over-gap': {
		says: (d) => `${at(d)}: dry patch over a gap (by ${d['by']})`,
		rule: 'Dry inside a wet print where hand or shape shows no contact.',
		doubt: 'A pad can bridge the gap. Feel for contact with the rider up.'
	},
	'dry-over-pressure': {
		says: (d) => `${at(d)}: dry patch over pressure (by ${d['by']})`,
		rule: 'Dry inside a wet print where hand or shape shows too much.',
		doubt: 'The coat dries unevenly in wind and sun.'
	},
	'dry-untold': {
		says: (d) => `${at(d)}: dry patch`,
		rule: 'Dry inside a wet print: too much pressure or no contact at all.',
		doubt: 'Sweat alone cannot tell which. Run a hand under the panel there, or trace the cut.'
	},
	'one-side': {
		says: (d) => `${d['count']} signs on the ${d['side']} side, none on the other`,
		rule: 'One side only: lameness, a crooked rider, a twisted tree or a slipping saddle. Vet first.',
		doubt: 'Few signs can fall on one side by chance. Look at the other side again.'
	},
	wasting: {
		says: (d) =>
			d['side'] === 'both'
				? 'Muscle wasted on both sides, by hand and eye'
				: `Muscle wasted on the ${d['side']} side alone`,
		rule: 'A back that has wasted must not become the normal one: fit for its return, and follow what is regained. On one side only a vet comes first.',
		doubt: 'Some backs are built with a dip. Two hands, both sides, the same on another day.'
	},
	'white-old': {
		says: (d) => `${at(d)}: old white hair`,
		rule: 'White hair grows in months after the harm.',
		doubt: 'It tells of then, not of today’s saddle.'
	},
	'white-new': {
		says: (d) => `${at(d)}: new white hair`,
		rule: 'New white hair: pressure a few months back that may still go on.',
		doubt: 'White ticking can be the coat’s own.'
	},
	'sore-over-change': {
		says: (d) =>
			`${at(d)}: ${String(d['kinds'])
				.split(',')
				.map((k) => KIND_WORDS[k as keyof typeof KIND_WORDS] ?? k)
				.join(' and ')} where the shape changed ${signedWords(Number(d['mm']))}`,
		rule: 'Two kinds of evidence in one zone count for more than either.',
		doubt: 'They can still have different causes.'
	},
	'along-spine': {
		says: (d) => `${at(d)}: ${kind(d)}`,
		rule: 'Signs along the spine point to too little room: check channel and clearance.',
		doubt: 'A rug or a roller presses there too.'
	},
	'loin-long': {
		says: (d) => `${at(d)}: ${kind(d)}, and the saddle reaches past the last rib`,
		rule: 'Signs at the loin under a saddle that is too long.',
		doubt: 'A sore loin has many other causes.'
	},
	'girth-rub': {
		says: (d) => `${at(d)}: ${kind(d)}`,
		rule: 'Rubbed in the groove: check the girth’s line and cleanliness.',
		doubt: 'Mud and burrs rub alike.'
	},
	'bridge-ends': {
		says: (d) =>
			`${upper(String(d['side']))} side marked in front and behind, quiet between${Number(d['felt']) ? '; the hand felt the gap' : ''}`,
		rule: 'Four touching corners with nothing between: bridging.',
		doubt: 'Only a hand under the panel shows the gap.'
	},
	'squeeze-reflex': {
		says: (d) => `${at(d)}: head came up when squeezed`,
		rule: 'A hard squeeze in front of and below the withers raises any horse’s head: a reflex, not yet pain.',
		doubt: 'Press flat and light, the same on both sides. The same answer then, or again next time: pain, vet first.'
	},
	'room-moved': {
		says: (d) =>
			`${CHECK_WORDS[d['check'] as CheckId].name}, ${STAGE_WORDS[d['stage'] as Stage]}: ${d['from']} fingers at the fit mark, ${d['to']} now (${signedWords(Number(d['mm']), 0)})`,
		rule: 'Room in front that moves by more than counting can show: the saddle stands lower or higher than when it was fitted.',
		doubt: 'Another hand, another pad or another place moves it too. Count again, bare, at the same place.'
	},
	'width-narrow': {
		says: (d) => `Too narrow (${widthSure(d)})`,
		rule: 'Angle, perch or sink, room on top and beside, rolling, level, marks and shape weighed together.',
		doubt: 'A qualified fitter decides.'
	},
	'width-wide': {
		says: (d) => `Too wide (${widthSure(d)})`,
		rule: 'Angle, perch or sink, room on top and beside, rolling, level, marks and shape weighed together.',
		doubt: 'A qualified fitter decides.'
	},
	'width-unclear': {
		says: (d) => `Too wide or too narrow cannot be told yet${nextWords(d)}`,
		rule: 'Each single check can say both; together they do not agree yet.',
		doubt: 'Slide it back into place from the withers and do the checks again.'
	},
	'checks-other': {
		says: (d) => `${CHECK_WORDS[d['check'] as keyof typeof CHECK_WORDS]?.name ?? d['check']} beyond its usual limit`,
		rule: 'A hand check beyond its usual limit.',
		doubt: 'Do it again, slid back into place from the withers.'
	},
	'checks-contradict': {
		says: (d) => contradictionWords(String(d['how'])),
		rule: 'Two checks that cannot both be right.',
		doubt: 'Either may be the slip.'
	},
	'too-heavy': {
		says: (d) => `Carries ${Number(d['percent']).toFixed(1)}% of its weight`,
		rule: 'Rider, clothes and all tack: at most 20%, less for unfit, young or old.',
		doubt: 'Weight by tape can be off by a tenth.'
	},
	'behaviour-new': {
		says: (d) => `Ridden: ${BEHAVIOUR_WORDS[String(d['behaviour'])] ?? d['behaviour']}`,
		rule: 'New behaviour can come from the saddle.',
		doubt: 'It has other causes too: teeth, feet, rider, feed, fear.'
	},
	'look-again': {
		says: (d) => `Look now: ${lookAgainWords(String(d['why']))}`,
		rule: 'A change like this asks for a look at once, whatever the date.',
		doubt: 'It may have changed nothing: the look tells.'
	},
	decided: {
		says: (d) => `Decided at the visit: ${(ACTION_WORDS[String(d['action'])] ?? String(d['action'])).toLowerCase()}`,
		rule: 'What a person decided beside the horse stands until the next visit decides.',
		doubt: 'It was decided on what was known that day.'
	}
};

/** Said of a finding for the vet when a later look did not know of it. */
const notCheckedAgain = (d: Data): string =>
	`The finding of ${formatDay(String(d['foundOn']))} has not been checked again.`;

export function readingSentence(code: string, data: Data): string {
	const says = READING_WORDS[code as ReadingCode]?.says(data) ?? answerWords(code);
	return data['foundOn'] ? `${says}. ${notCheckedAgain(data)}` : says;
}

export const WEIGHT_WORDS: Readonly<Record<Weight, string>> = {
	note: 'to know',
	watch: 'watch',
	fitter: 'fitter',
	vet: 'vet first'
};
