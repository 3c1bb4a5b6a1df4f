import type { CheckId } from '../core/checks/index.js';
import type { RankedSaddle } from '../core/reading/index.js';
import {
	isSaddlesOwn,
	SHIM_ZONES,
	type ChoicePart,
	type SetupChange,
	type SetupPeriod,
	type ShimAdvice,
	type ShimRefusal,
	type ShimStep,
	type ShimWarning,
	type TravelCause,
	type TravelReading
} from '../core/setup/index.js';
import { answerWords, CHECK_WORDS } from './checkWords.js';
import { lengthNumber, lengthWords } from './measures.js';

/** Parts that are chosen: what they are called, and their words. */
export const SETUP_CHOICE_WORDS: Readonly<
	Record<ChoicePart, readonly [name: string, words: Readonly<Record<string, string>>]>
> = {
	pad: ['Pad', { none: 'no pad', thin: 'thin pad', thick: 'thick pad', half: 'half pad', shims: 'pad with pockets' }],
	padLength: [
		'Length of the pad',
		{ right: 'out front and behind alike', short: 'short, its edge on the loin', long: 'long' }
	],
	flocking: [
		'Flocking or air',
		{
			'as-it-was': 'as it was',
			more: 'wool added',
			less: 'wool taken out',
			renewed: 'flocked anew',
			'air-more': 'air added',
			'air-less': 'air let out'
		}
	],
	girth: [
		'Girth hangs',
		{ 'in-groove': 'in its groove', 'too-far-forward': 'too far forward', 'too-far-back': 'too far back' }
	],
	girthLength: ['Girth', { long: 'long', short: 'short' }],
	why: [
		'Shims are for',
		{
			wasted: 'a wasted pocket',
			bridge: 'a bridge',
			'low-cantle': 'a low cantle',
			lean: 'a lean horse',
			'loin-slope': 'the slope of the loin',
			'one-side': 'one side'
		}
	]
};

export const SETUP_NUMBER_WORDS: Readonly<Record<string, readonly [name: string, unit: string]>> = {
	padMm: ['Pad, thickness', 'mm'],
	packedMm: ['Pad, packed under load', 'mm'],
	panelsMm: ['Each panel moved down', 'mm'],
	'wedge-near': ['Wedge, near', '°'],
	'wedge-off': ['Wedge, off', '°']
};

type Parts = Iterable<readonly [part: string, value: string | number]>;

function shimLine(parts: ReadonlyMap<string, string | number>): string[] {
	return SHIM_ZONES.flatMap((zone) => {
		const [near, off] = (['near', 'off'] as const).map((side) => Number(parts.get(`${zone}-${side}`) ?? 0)) as [
			number,
			number
		];
		if (near === 0 && off === 0) return [];
		if (near === off) return [`${zone} shims ${lengthWords(near)}`];
		return [`${zone} shims near ${lengthNumber(near)}, off ${lengthWords(off)}`];
	});
}

/** A whole set-up in a line; empty where nobody named a part. */
export function setupLine(given: Parts): string {
	const parts = new Map(given);
	const pad = parts.get('pad');
	const padMm = parts.get('padMm');
	const said: string[] = [];
	if (pad !== undefined)
		said.push(
			`${SETUP_CHOICE_WORDS.pad[1][String(pad)] ?? pad}${padMm === undefined || pad === 'none' ? '' : ` ${lengthWords(Number(padMm))}`}`
		);
	said.push(...shimLine(parts));
	for (const side of ['near', 'off'] as const) {
		const wedge = parts.get(`wedge-${side}`);
		if (wedge) said.push(`wedge ${side} ${wedge}°`);
	}
	const plate = parts.get('plate');
	if (plate !== undefined) said.push(`plate ${plate}`);
	const flocking = parts.get('flocking');
	if (flocking !== undefined && flocking !== 'as-it-was')
		said.push(SETUP_CHOICE_WORDS.flocking[1][String(flocking)] ?? String(flocking));
	const panels = parts.get('panelsMm');
	if (panels) said.push(`each panel ${lengthWords(Number(panels))} lower`);
	const girth = parts.get('girth');
	if (girth !== undefined) said.push(`girth ${SETUP_CHOICE_WORDS.girth[1][String(girth)] ?? girth}`);
	return said.join(', ');
}

const partName = (part: string): string => {
	const [zone, side] = part.split('-');
	if (zone && (SHIM_ZONES as readonly string[]).includes(zone)) return `${zone} shim ${side}`;
	if (part === 'plate') return 'plate';
	return (
		(SETUP_CHOICE_WORDS as Readonly<Record<string, readonly [string, unknown]>>)[part]?.[0] ??
		SETUP_NUMBER_WORDS[part]?.[0] ??
		part
	).toLowerCase();
};

const partValue = (part: string, value: string | number | undefined): string => {
	if (value === undefined) return 'out';
	if (typeof value === 'string')
		return (
			(SETUP_CHOICE_WORDS as Readonly<Record<string, readonly [string, Readonly<Record<string, string>>]>>)[part]?.[1][
				value
			] ?? value
		);
	return SETUP_NUMBER_WORDS[part]?.[1] === '°' ? `${value}°` : lengthWords(value);
};

/** A set-up in words from the day on which it was made: all of it, and what of it is there on the bare back. */
export interface SetupDay {
	readonly since: string;
	readonly line: string;
	readonly bare: string;
}

/** A saddle's set-ups through time. */
export const setupDays = (periods: readonly SetupPeriod[]): SetupDay[] =>
	periods.map((p) => {
		const parts = [...p.setup.parts].map(([part, { value }]) => [part, value] as const);
		return { since: p.since, line: setupLine(parts), bare: setupLine(parts.filter(([part]) => isSaddlesOwn(part))) };
	});

/** What was changed, part by part. */
export const setupChangeWords = ({ changed }: Pick<SetupChange, 'changed'>): string =>
	changed
		.map(({ part, from, to }) =>
			from === undefined
				? `${partName(part)}: ${partValue(part, to)}`
				: `${partName(part)}: ${partValue(part, from)} → ${partValue(part, to)}`
		)
		.join('; ');

const SHIM_REFUSAL_WORDS: Readonly<Record<ShimRefusal, string>> = {
	'vet-first': 'No pad and no shim: a vet comes first.',
	'too-narrow': 'Narrower than the back: no pad or shim will help. It needs a wider one.',
	'twisted-tree': 'A twisted tree is not put right by a shim.',
	'young-back': 'A young back that lifts needs its room: nothing goes in the middle.',
	'nothing-to-fill': 'No gap that a shim would fill.'
};
const SHIM_WARNING_WORDS: Readonly<Record<ShimWarning, string>> = {
	'check-width-with-pad': 'Every pad and shim makes the fit narrower: check the width with what will be used.',
	'pad-makes-bridge': 'This pad may itself make the bridge: try a thinner one first.',
	'recheck-both-sides': 'Check both sides again afterwards.',
	'sides-unlike': 'The sides differ: look for why before filling one of them.',
	'bevel-edges': 'Bevel the edges; fill the voids where the leathers run.',
	'not-on-blade':
		'The thick part behind the blade’s back-swing, never on the blade, no further back than the front third.',
	'more-than-small': 'This is no small fault: a fitter should see it.'
};

const stepWords = ({ zone, side, thicknessMm, liftMm }: ShimStep): string =>
	`${zone}, ${side === 'both' ? 'both sides' : `${side} side`}: ${lengthWords(thicknessMm)} (lifts about ${lengthWords(liftMm)})`;

/** What the advisor says, line by line. */
export function shimAdviceLines(advice: ShimAdvice): {
	readonly lines: readonly string[];
	readonly care: readonly string[];
} {
	if (advice.refused) return { lines: [SHIM_REFUSAL_WORDS[advice.refused]], care: [] };
	return {
		lines: [
			...advice.steps.map(stepWords),
			...(advice.wedgeDeg === undefined ? [] : [`wedge along the lower rear edge: ${advice.wedgeDeg}°, both sides`])
		],
		care: advice.warnings.map((w) => SHIM_WARNING_WORDS[w])
	};
}

export const TRAVEL_CAUSE_WORDS: Readonly<Record<TravelCause, string>> = {
	'too-narrow': 'too narrow',
	'too-little-rock': 'too little rock',
	'girth-line': 'the girth drags it',
	downhill: 'a downhill build',
	'too-wide': 'too wide',
	'crooked-rider': 'a crooked rider',
	'one-sided-back': 'a back whose sides differ',
	'twisted-tree': 'a twisted tree',
	'sides-girthed-unlike': 'sides girthed unlike'
};
/** What may be behind where a saddle went; empty where it stayed. */
export const travelLine = ({ causes, says }: TravelReading): string =>
	causes.length === 0
		? ''
		: `What may be behind it, likeliest first: ${causes.map((c) => TRAVEL_CAUSE_WORDS[c]).join(', ')}.${says === 'slid-back' ? ' A breast collar would only hide it, and adds pressure in front.' : ''}`;

const faultWords = (check: CheckId, value: string | null): string =>
	value === null ? `${CHECK_WORDS[check].name.toLowerCase()}: too little` : answerWords(value).toLowerCase();

/** Why a saddle stands where it does among those that were tried. */
export function rankedWords(r: RankedSaddle): string {
	const parts: string[] = [];
	if (r.width && r.width.says !== 'unclear' && r.width.says !== 'fits')
		parts.push(`too ${r.width.says} (${Math.round(100 * r.width.sure)} in 100)`);
	parts.push(...r.faults.map((f) => faultWords(f.check, f.value)));
	if (parts.length === 0) parts.push('no fault found');
	if (r.better.length > 0) parts.push(`better: ${r.better.map((c) => CHECK_WORDS[c].name.toLowerCase()).join(', ')}`);
	if (r.open.length > 0) parts.push(`${r.open.length} checks open`);
	return parts.join('; ');
}
