import type { Doubt, DoubtKind } from '../core/change/index.js';

const DOUBTS: Readonly<Record<DoubtKind, string>> = {
	mirrored: 'Looks seen from behind: near and off exchanged. Look at the sheets, and exchange the sides if so',
	swapped: 'T8 and T13 look exchanged. Look at the sheets, and exchange them if so',
	'other-horse': 'Looks like another horse’s back. Check whose sheets these are',
	shrunk: 'The copy looks off scale. Check its ruler of 100 mm, or trace again',
	sprung: 'The ruler seems to have sprung open on its way to the paper. Trace again',
	hands: 'Another person traced: their habits cannot be told from change yet. Trace once together',
	gear: 'Another instrument: its habits cannot be told from change yet. Trace once with both',
	'plain-reading': 'The width as drawn says otherwise than the model, twice. Trace again before you rely on either'
};

const inHundred = (sure: number): string => `${Math.round(100 * Math.min(0.99, sure))} in 100 sure`;

/** What is not believed of a visit, and what to do; it weighs less in the call and is kept as drawn. */
export const doubtSentence = ({ kind, station, sure }: Pick<Doubt, 'kind' | 'station' | 'sure'>): string =>
	`${station ? `${station}: ` : ''}${DOUBTS[kind]} (${inHundred(sure)}).`;

/** A doubt as it is asked before a visit is kept. */
export interface AskedOf {
	readonly kind: DoubtKind;
	readonly sure: number;
	/** How many times too large the lines are. */
	readonly factor?: number | undefined;
	/** Name of the horse it looks like. */
	readonly like?: string | undefined;
}

const SIZES: readonly (readonly [number, string])[] = [
	[25.4, 'They look typed or drawn in inches'],
	[1 / 25.4, 'They look read as inches'],
	[10, 'They look like millimetres read as centimetres'],
	[0.1, 'They look like centimetres read as millimetres'],
	[Math.SQRT2, 'They look like A4 sheets read as A3'],
	[Math.SQRT1_2, 'They look like A3 sheets read as A4']
];

/** A size that is told by a table of sizes has no chance of its own. */
const namedSize = (factor: number | undefined): string | undefined =>
	factor === undefined ? undefined : SIZES.find(([f]) => Math.abs(factor / f - 1) < 0.02)?.[1];

function sizeQuestion(factor: number | undefined): string {
	if (factor === undefined) return 'These lines look off scale.';
	const percent = Math.round(Math.abs(factor - 1) * 100);
	return `These lines look about ${percent}% too ${factor > 1 ? 'large' : 'small'}: a copy off scale?`;
}

/** What is asked before a visit is kept. */
export function doubtQuestion({ kind, sure, factor, like }: AskedOf): string {
	const size = kind === 'shrunk' ? namedSize(factor) : undefined;
	if (size) return `${size}.`;
	const asked: Readonly<Record<DoubtKind, string>> = {
		mirrored: 'This looks like the back seen from behind: near and off exchanged?',
		swapped: 'The two front stations look exchanged.',
		'other-horse': like
			? `This looks more like ${like} than this horse.`
			: 'This does not look like this horse’s back.',
		shrunk: sizeQuestion(factor),
		sprung: 'The ruler seems to have sprung open on its way to the paper.',
		hands: DOUBTS.hands + '.',
		gear: DOUBTS.gear + '.',
		'plain-reading': DOUBTS['plain-reading'] + '.'
	};
	return `${asked[kind]} ${inHundred(sure)}.`;
}

/** What the one tap says that puts it right; undefined where no tap can. */
export function remedyWord({ kind, factor, like }: Pick<AskedOf, 'kind' | 'factor' | 'like'>): string | undefined {
	if (kind === 'mirrored') return 'Exchange near and off';
	if (kind === 'swapped') return 'Exchange the stations';
	if (kind === 'shrunk') return factor ? 'Bring to scale' : undefined;
	if (kind === 'sprung') return 'Take them out, trace again';
	if (kind === 'other-horse') return like ? `File under ${like}` : undefined;
	return undefined;
}
