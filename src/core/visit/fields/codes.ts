/** Codes that a visit's fields may hold; their words are in `src/words`. */

export const HOLDERS = ['held', 'tied', 'alone'] as const;
/** What a person may decide at the end of a visit, the mildest first. */
export const ACTIONS = ['ride-on', 'watch', 'pad', 'fitter', 'vet'] as const;
export const TREATMENTS = ['massage', 'stretch', 'mobilise', 'warmth', 'looked'] as const;
/** What may be asked of the owner at a visit. */
export const REQUESTS = [
	'rest',
	'in-hand',
	'stretches',
	'other-saddle',
	'call-fitter',
	'call-vet',
	'trace-again'
] as const;
export const PHOTO_VIEWS = [
	'front45',
	'side',
	'rear45',
	'above',
	'saddle-front45',
	'saddle-side',
	'saddle-rear45'
] as const;
/** Pad at a stage of the hand checks. */
export const STAGE_PADS = ['none', 'thin', 'thick', 'shims'] as const;
