import type {
	CheckId,
	HandRules,
	LengthFrom,
	LevelBy,
	Place,
	RiderRoom,
	Room,
	SaddleKind,
	ShimPlace,
	Stage
} from '../core/checks/index.js';

const STATION_WORDS: Readonly<Record<string, string>> = { L100near: 'Long line near', L100off: 'Long line off' };
/** Where a tracing was taken, as it is said. */
export const stationWords = (station: string): string => STATION_WORDS[station] ?? station;

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
	bare: 'no pad',
	pad: 'with its pad',
	girthed: 'girthed',
	rider: 'rider up'
};

export const SADDLE_KIND_WORDS: Readonly<Record<SaddleKind, string>> = {
	general: 'general purpose',
	jumping: 'jumping',
	dressage: 'dressage',
	western: 'Western',
	stock: 'stock',
	tree: 'bare tree',
	form: 'fitting form'
};

export const PLACE_WORDS: Readonly<Record<Place, string>> = {
	rest: 'behind the resting blade',
	swing: 'behind the back-swing'
};
export const ROOM_WORDS: Readonly<Record<Room, string>> = {
	'three-two': 'three fingers on top, two beside',
	'all-round': 'the same all round, {50 mm} at least'
};
export const RIDER_ROOM_WORDS: Readonly<Record<RiderRoom, string>> = {
	2: 'two fingers with the rider up',
	3: 'three fingers with the rider up'
};
export const LENGTH_WORDS: Readonly<Record<LengthFrom, string>> = {
	fingers: 'from two fingers behind the blade',
	tape: 'tape to tape'
};
export const LEVEL_WORDS: Readonly<Record<LevelBy, string>> = {
	pommel: 'pommel to cantle',
	'two-fingers': 'two fingers above the pommel to the cantle'
};

interface CheckWords {
	readonly name: string;
	readonly how: string;
	readonly limit: string;
}

export const CHECK_WORDS: Readonly<Record<CheckId, CheckWords>> = {
	place: {
		name: 'Place',
		how: 'Slide it from the withers back until it settles. Where does the front of the points, bar or panel stand?',
		limit: 'Never on the blade.'
	},
	sits: {
		name: 'How it sits',
		how: 'Step back and look: does it come to rest, stand up on the withers, or drop onto them?',
		limit: 'It settles. A narrow one perches, a wide one sinks.'
	},
	'clearance-top': {
		name: 'Room above the withers',
		how: 'Stack fingers between the withers and the arch.',
		limit: 'It falls when girthed and again with the rider. More is no fault.'
	},
	'clearance-sides': {
		name: 'Room beside the withers',
		how: 'Fingers between the withers’ side and the arch, beside the bone.',
		limit: 'Little here with enough on top is too narrow there; little on both, it has come down.'
	},
	pencil: {
		name: 'Pencil',
		how: 'Slide a pencil under the front ring, between saddle and withers.',
		limit: 'It slides freely.'
	},
	'front-angle': {
		name: 'Front angle',
		how: 'Look along the edge of the points or bars against the shoulder. Where does it touch first?',
		limit: 'Parallel. First at the bottom with a gap above: too narrow. First at the top with a gap below: too wide.'
	},
	'shoulder-room': {
		name: 'Shoulder room',
		how: 'Flat hand down the front edge, palm out. Once more with the foreleg drawn forward.',
		limit: 'Passes without being gripped; with a rider firm to the first joint, not painful.'
	},
	contact: {
		name: 'Contact along the panel',
		how: 'Run a hand under the panel or bar from front to rear.',
		limit: 'Even. A small lift at the very rear and the stirrup slot do not count.'
	},
	rock: { name: 'Rock', how: 'Press in front, then behind.', limit: 'No see-saw.' },
	level: {
		name: 'Level',
		how: 'From the side: the line from pommel to cantle, and the deepest point.',
		limit: 'About level, deepest in the middle.'
	},
	ball: { name: 'Ball', how: 'Lay a chalk or ball in the seat and let it roll.', limit: 'It rests mid-seat.' },
	'channel-front': {
		name: 'Channel, front',
		how: 'Fingers in the channel, front.',
		limit: 'Three to four fingers, clear of the spine.'
	},
	'channel-middle': {
		name: 'Channel, middle',
		how: 'Fingers in the channel, middle.',
		limit: 'Three to four fingers, clear of the spine.'
	},
	'channel-rear': {
		name: 'Channel, rear',
		how: 'Fingers in the channel, rear.',
		limit: 'Three to four fingers, clear of the spine.'
	},
	length: {
		name: 'Length',
		how: 'Where does the bearing surface begin and end, against the dots on blade and last rib?',
		limit: 'Never past the last rib. A little is tolerable, a finger ({25 mm}) is too long.'
	},
	skirts: { name: 'Skirts', how: 'Look at the skirts against flank and hip.', limit: 'Clear of both.' },
	'panel-spread': {
		name: 'Panel spread',
		how: 'Feel for the edge of the long muscle beside the panel.',
		limit: 'The panel bears on muscle, not beyond it.'
	},
	straight: { name: 'Straight', how: 'From behind, on a block if need be.', limit: 'Centred, both sides alike.' },
	'side-grip': {
		name: 'Side grip',
		how: 'Ungirthed, press the stirrup straight down.',
		limit: 'The saddle stays. Rolling is too wide, or too narrow and perched: the other checks tell which.'
	},
	'girth-line': {
		name: 'Girth line',
		how: 'Slide the girth forward into its groove, tighten both sides in turn. Where does it hang?',
		limit:
			'Straight down, about a hand behind the elbow. Of three straps the outer two hold front and rear down. Tighten again after mounting.'
	},
	'pad-lies': {
		name: 'How the pad lies',
		how: 'Look at its edge in front and behind, and slide a finger under it along the spine.',
		limit: 'As far out behind as in front, pulled clear of the spine, its edge not on the loin.'
	},
	'seat-room': {
		name: 'Seat room',
		how: 'A hand behind the rider’s seat.',
		limit: 'About a hand. Much more is too big a seat.'
	},
	'knee-room': {
		name: 'Knee room',
		how: 'Fingers below the knee, to the end of flap or roll.',
		limit: 'Four fingers. More: flap or roll too big.'
	},
	'rider-feel': {
		name: 'What the rider feels',
		how: 'Stirrups dropped: which way does the seat tip?',
		limit: 'Neither way. Clenched knees, a hollow back: tipped forward. Chair seat, round shoulders: tipped back.'
	}
};

/** The level check reads differently by kind (common practice, no source). */
export function levelLimit(kind: SaddleKind, { levelBy }: Pick<HandRules, 'levelBy'>): string {
	if (kind === 'dressage') return 'Cantle a little higher than the pommel, deepest in the middle.';
	if (levelBy === 'two-fingers' && (kind === 'general' || kind === 'jumping'))
		return 'Level from two fingers above the pommel to the top of the cantle, deepest in the middle.';
	return CHECK_WORDS.level.limit;
}

/** Where the front may stand, by the person's choice. */
export const placeLimit = ({ place }: Pick<HandRules, 'place'>): string =>
	`${CHECK_WORDS.place.limit} Here: ${PLACE_WORDS[place]}.`;

const ANSWERS: Readonly<Record<string, string>> = {
	slides: 'slides freely',
	sticks: 'sticks',
	parallel: 'parallel',
	'first-at-bottom': 'first at the bottom',
	'first-at-top': 'first at the top',
	'hand-passes': 'passes',
	'hand-tight': 'tight',
	'hand-gripped': 'gripped',
	even: 'even',
	'small-lift-rear': 'small lift at the rear',
	'gap-middle': 'gap in the middle',
	'gap-front': 'gap in front',
	'sharp-front': 'sharp spot in front',
	'sharp-rear': 'sharp spot behind',
	still: 'still',
	'see-saw': 'see-saws',
	'as-it-should': 'as it should be',
	'pommel-low': 'pommel low',
	'cantle-low': 'cantle low',
	'mid-seat': 'rests mid-seat',
	'rolls-forward': 'rolls forward',
	'rolls-back': 'rolls back',
	inside: 'inside the last rib',
	'few-mm-over': 'a little over',
	'finger-over': 'a finger over',
	clear: 'clear',
	touch: 'touch',
	'on-muscle': 'on the muscle',
	'past-muscle': 'past its edge',
	centred: 'centred',
	'to-near': 'to the near side',
	'to-off': 'to the off side',
	stays: 'stays',
	rolls: 'rolls',
	'straight-down': 'straight down',
	'pulls-forward': 'pulls forward',
	'pulls-back': 'pulls back',
	'pad-even': 'even, clear of the spine',
	'pad-on-spine': 'pulled down on the spine',
	'pad-short': 'edge rubs the loin',
	'pad-slid': 'more out on one end',
	'hand-behind': 'about a hand',
	'less-behind': 'less',
	'much-behind': 'much more',
	'four-fingers': 'four fingers',
	'less-fingers': 'less',
	'more-fingers': 'more',
	'behind-swing': 'behind the back-swing',
	'two-fingers-behind': 'two fingers behind the blade',
	'at-edge': 'at the blade’s edge',
	'on-blade': 'on the blade',
	settles: 'settles',
	perches: 'perches',
	sinks: 'sinks',
	balanced: 'balanced',
	'tipped-forward': 'tipped forward',
	'tipped-back': 'tipped back'
};
export const KNOWN_ANSWERS: readonly string[] = Object.keys(ANSWERS);
export const answerWords = (code: string): string => ANSWERS[code] ?? code;

const CONTRADICTIONS: Readonly<Record<string, string>> = {
	'wide-but-high': 'The angle says too wide, yet there is much room above. A wide saddle sinks.',
	'narrow-but-low': 'The angle says too narrow, yet there is little room above. A narrow saddle perches.',
	'even-but-rocks': 'Contact feels even, yet it see-saws.',
	'bridges-and-rocks': 'It cannot bridge and see-saw at once.',
	'low-front-ball-back': 'The pommel looks low, yet the ball rolls back.',
	'low-rear-ball-forward': 'The cantle looks low, yet the ball rolls forward.',
	'pencil-but-fingers': 'The pencil sticks where three fingers fit.',
	'more-with-rider': 'More room above the withers with a rider than without.',
	'narrow-but-tips-forward': 'The angle says too narrow, yet the pommel is low. A narrow front tips back.',
	'rider-forward-rear-low':
		'Bare, the rear looks low, yet the rider is tipped forward: pad, girth or rider turns it, or one was misread.',
	'rider-back-front-low':
		'Bare, the front looks low, yet the rider is tipped back: pad, girth or rider turns it, or one was misread.',
	'wide-but-tips-back': 'The angle says too wide, yet the cantle is low. A wide front tips forward.'
};
export const contradictionWords = (code: string): string => `${CONTRADICTIONS[code] ?? code} Do both again.`;
export const KNOWN_CONTRADICTIONS: readonly string[] = Object.keys(CONTRADICTIONS);

/** Where a shim goes, and where never (common practice, no source). */
export const SHIM_WORDS: Readonly<Record<ShimPlace, readonly [place: string, rule: string]>> = {
	front: [
		'Front',
		'Lifts the pommel off a wasted pocket. Its thick part sits behind the blade’s back-swing, never on the blade.'
	],
	centre: [
		'Centre',
		'Fills a bridge under a weak, dropped back. Never under a young, healthy back that needs room to lift.'
	],
	rear: ['Rear', 'Lifts a low cantle.'],
	wedge: ['Wedge', 'Follows the loin’s slope along the lower edge.']
};
/** What could be done now, by code of the advice (common practice, no source). */
export const ADVICE_WORDS: Readonly<Record<string, string>> = {
	'refit-wider': 'Wider in front: a fitter’s matter; no pad or shim mends it.',
	'front-shim': 'A shim under the front, behind the blade’s back-swing, until the muscle is back.',
	'centre-shim':
		'A shim in the middle fills the bridge under a weak, dropped back; never under a young one that needs room to lift.',
	'call-fitter': 'Have it seen by a qualified fitter.',
	'move-back': 'Set it further back: never on the blade.',
	'move-girth': 'Bring the girth into its groove, so that it hangs straight down.',
	'lay-pad': 'Lay the pad anew: pulled up into the channel, as far out behind as in front, its edge off the loin.',
	'shorter-panel': 'A shorter panel, or round skirts.',
	'wider-channel': 'A wider channel: the spine and what lies beside it stay clear.',
	'other-seat': 'Another size of seat or flap.'
};
export const SHIM_NEVER = 'No shim rescues a saddle that is too narrow, sits on an open sore, or is twisted.';
export const SHIM_CARE =
	'Use it slightly thinner than the gap, in steps of about {3 mm}. Check both sides again after. Foam packs down under load. Take shims out as the muscle returns.';
