import type { ReadingCode, Weight } from '../core/reading/index.js';
import type { GoingSign, Rung } from '../core/visit/index.js';
import type { ZoneId } from '../core/zones/index.js';
import { answerWords, CHECK_WORDS, contradictionWords } from './checkWords.js';
import { BEHAVIOUR_WORDS, GOING_WORDS, RUNG_WORDS } from './visitWords.js';
import { KIND_WORDS, placeWords } from './signWords.js';

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
const count = (d: Data): string =>
	Number(d['count']) === 1 ? '1 hand check points' : `${d['count']} hand checks point`;
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
				.join(
					' and '
				)} where the shape changed ${Number(d['mm']) > 0 ? '+' : '−'}${Math.abs(Number(d['mm'])).toFixed(1)} mm`,
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
	'checks-wide': {
		says: (d) => `${count(d)} to too wide`,
		rule: 'More checks beyond their limit say wide than narrow.',
		doubt: 'Hands differ; a qualified fitter decides.'
	},
	'checks-narrow': {
		says: (d) => `${count(d)} to too narrow`,
		rule: 'More checks beyond their limit say narrow than wide.',
		doubt: 'Hands differ; a qualified fitter decides.'
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
	}
};

export function readingSentence(code: string, data: Data): string {
	return READING_WORDS[code as ReadingCode]?.says(data) ?? answerWords(code);
}

export const WEIGHT_WORDS: Readonly<Record<Weight, string>> = {
	note: 'to know',
	watch: 'watch',
	fitter: 'fitter',
	vet: 'vet first'
};
