import type { Condition, FitDayDoubt } from '../core/seat/index.js';

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
