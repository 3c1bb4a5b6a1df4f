/** One thing noted at a visit: a field of the walk and its value. */
export type DemoNote = readonly [field: string, value: unknown];

const QUIET: readonly DemoNote[] = [
	['rest/feel', true],
	['rest/hair', true]
];

const STANDING: readonly DemoNote[] = [
	['stand/level', true],
	['stand/square', true],
	['stand/head', true],
	['stand/bare', true],
	['stand/holder', 'held']
];

const GOING_WELL: readonly DemoNote[] = ['bare', 'saddled', 'girthed', 'ridden'].map(
	(r) => [`going/${r}`, []] as const
);

const sign = (kind: string, zone: string, side: string, grade: number, more: object = {}): DemoNote => [
	`sign/${kind}/${zone}/${side}`,
	{ grade, ...more }
];

interface Tape {
	readonly girthCm: number;
	readonly lengthCm: number;
	readonly bladeToRibMm: number;
	readonly score: number;
}

function tape({ girthCm, lengthCm, bladeToRibMm, score }: Tape): DemoNote[] {
	return [
		['tape/girthCm', girthCm],
		['tape/lengthCm', lengthCm],
		['tape/withersCm', Math.round(lengthCm * 0.95)],
		['tape/croupCm', Math.round(lengthCm * 0.95) + 1],
		['tape/bladeToRibMm', bladeToRibMm],
		['tape/swingMm', 65],
		['tape/lowestMm', Math.round(bladeToRibMm * 0.55)],
		['mark/blade-by', 'felt'],
		['mark/rib-by', score >= 7 ? 'whorl' : 'felt'],
		['condition/score', score],
		['load/riderKg', 78],
		['load/tackKg', 11]
	];
}

const fingers = (n: number) => ({ fingers: n, mm: n * 18 });

/** Hand checks of the saddle in use; `PAIRING` is put in when the demo is loaded. */
const check = (stage: string, id: string, value: unknown, side = 'both'): DemoNote => [
	`check/PAIRING/${stage}/${id}/${side}`,
	value
];

/** Part of the set-up of the saddle in use, and of one that was only tried: `TRIAL1` to `TRIAL3` become ids when loaded. */
const setup = (part: string, value: unknown): DemoNote => [`setup/PAIRING/${part}`, value];
const tried = (n: 1 | 2 | 3, id: string, value: unknown): DemoNote => [`check/TRIAL${n}/bare/${id}/both`, value];

const FITS: readonly DemoNote[] = [
	check('bare', 'clearance-top', fingers(3)),
	check('bare', 'clearance-sides', fingers(2)),
	check('bare', 'pencil', 'slides'),
	check('bare', 'front-angle', 'parallel'),
	check('bare', 'shoulder-room', 'hand-passes'),
	check('bare', 'contact', 'even'),
	check('bare', 'rock', 'still'),
	check('bare', 'level', 'as-it-should'),
	check('bare', 'ball', 'mid-seat'),
	['checked/bare', true]
];

/** What hands and eyes noted of a horse, by visits before the last (0 is the last). */
export type DemoSigns = Readonly<Record<number, readonly DemoNote[]>>;

const MARRAM: DemoSigns = {
	12: [
		...STANDING,
		...QUIET,
		...FITS,
		check('girthed', 'clearance-top', fingers(2)),
		setup('pad', 'thin'),
		setup('padMm', 8),
		setup('girth', 'in-groove'),
		...tape({ girthCm: 178, lengthCm: 156, bladeToRibMm: 455, score: 5 })
	],
	4: [
		sign('hair', 'pocket', 'near', 1),
		...QUIET,
		check('bare', 'clearance-top', fingers(3)),
		...tape({ girthCm: 177, lengthCm: 156, bladeToRibMm: 455, score: 5 })
	],
	2: [
		sign('soreness', 'pocket', 'near', 1, { extent: 'palm' }),
		sign('hair', 'pocket', 'near', 1, { extent: 'palm', course: 'spreading' }),
		sign('hair', 'withers-flank', 'off', 1, { extent: 'spot' }),
		...QUIET
	],
	1: [
		setup('front-near', 6),
		setup('front-off', 6),
		setup('why', 'wasted'),
		sign('soreness', 'pocket', 'near', 1, { extent: 'palm' }),
		sign('soreness', 'pocket', 'off', 1, { extent: 'spot' }),
		sign('sweat', 'pocket', 'near', 1),
		['rest/sweat', true],
		['treat/asked', ['stretches']],
		['answered/stretches', 'DAY'],
		...QUIET
	],
	0: [
		...STANDING,
		...GOING_WELL,
		sign('soreness', 'pocket', 'near', 2, { extent: 'palm', course: 'spreading' }),
		sign('soreness', 'pocket', 'off', 1, { extent: 'palm' }),
		sign('soreness', 'long-rear', 'off', 1, { extent: 'spot' }),
		sign('hair', 'pocket', 'near', 3, { extent: 'palm', age: 'new', course: 'spreading' }),
		sign('hair', 'withers-flank', 'off', 2, { extent: 'spot' }),
		sign('sweat', 'pocket', 'near', 1),
		sign('sweat', 'pocket', 'off', 1),
		['rest/sweat', true],
		...QUIET,
		...tape({ girthCm: 174, lengthCm: 156, bladeToRibMm: 455, score: 4.5 }),
		check('bare', 'clearance-top', fingers(2)),
		check('girthed', 'clearance-top', fingers(1)),
		check('bare', 'clearance-sides', fingers(2)),
		check('bare', 'pencil', 'slides'),
		check('bare', 'front-angle', 'first-at-top'),
		check('bare', 'shoulder-room', 'hand-passes'),
		check('bare', 'contact', 'gap-front'),
		check('bare', 'rock', 'still'),
		check('bare', 'level', 'pommel-low'),
		check('bare', 'ball', 'rolls-forward'),
		check('bare', 'side-grip', 'rolls'),
		['pad/pad', 'thin'],
		['checked/bare', true],
		['lift/back', 'none'],
		['treat/did', ['looked']],
		['treat/asked', ['call-fitter', 'in-hand']],
		['decide/action', 'fitter'],
		['done', true]
	]
};

const SAMPHIRE: DemoSigns = {
	14: [
		...STANDING,
		...QUIET,
		...FITS,
		setup('pad', 'half'),
		setup('padMm', 10),
		setup('front-near', 9),
		setup('front-off', 9),
		setup('why', 'wasted'),
		...tape({ girthCm: 184, lengthCm: 160, bladeToRibMm: 470, score: 5 })
	],
	// Shims come out as muscle returns.
	8: [sign('hair', 'girth', 'near', 1), setup('front-near', 6), setup('front-off', 6), ...QUIET],
	3: [
		...STANDING,
		...QUIET,
		setup('front-near', 0),
		setup('front-off', 0),
		sign('soreness', 'loin', 'near', 1, { extent: 'spot' })
	],
	0: [
		...STANDING,
		...GOING_WELL,
		...QUIET,
		['rest/sweat', true],
		...FITS,
		['lift/back', 'little'],
		...tape({ girthCm: 185, lengthCm: 160, bladeToRibMm: 470, score: 5 }),
		['decide/action', 'ride-on'],
		['done', true]
	]
};

const THRIFT: DemoSigns = {
	10: [sign('hair', 'blade', 'near', 5, { form: 'round', extent: 'spot', age: 'years' }), ...QUIET],
	3: [sign('hair', 'withers-flank', 'near', 1), sign('hair', 'withers-flank', 'off', 1), ...QUIET],
	1: [
		sign('soreness', 'withers-flank', 'near', 1),
		sign('soreness', 'withers-flank', 'off', 1),
		sign('hair', 'withers-flank', 'near', 3, { course: 'spreading' }),
		sign('hair', 'withers-flank', 'off', 3, { course: 'spreading' }),
		...QUIET
	],
	0: [
		sign('soreness', 'withers-flank', 'near', 2, { extent: 'palm' }),
		sign('soreness', 'withers-flank', 'off', 2, { extent: 'palm' }),
		sign('hair', 'withers-flank', 'near', 3, { extent: 'palm' }),
		sign('hair', 'withers-flank', 'off', 3, { extent: 'palm' }),
		sign('hair', 'blade', 'near', 5, { form: 'round', extent: 'spot', age: 'years' }),
		sign('hair', 'blade', 'off', 5, { form: 'round', extent: 'spot', age: 'years' }),
		...QUIET,
		...tape({ girthCm: 192, lengthCm: 164, bladeToRibMm: 480, score: 6 }),
		['gauge/bare/5', 'gap-above'],
		['gauge/bare/7', 'flush'],
		['gauge/pad/7', 'gap-above'],
		['gauge/pad/8', 'flush'],
		// Three saddles tried beside the one that pinches.
		['trial/TRIAL1', { name: 'Tide Mill wide', kind: 'general' }],
		tried(1, 'place', 'behind-swing'),
		tried(1, 'sits', 'settles'),
		tried(1, 'clearance-top', fingers(3)),
		tried(1, 'clearance-sides', fingers(2)),
		tried(1, 'front-angle', 'parallel'),
		tried(1, 'contact', 'even'),
		tried(1, 'rock', 'still'),
		tried(1, 'level', 'as-it-should'),
		tried(1, 'channel-middle', fingers(3)),
		tried(1, 'length', 'inside'),
		['trial/TRIAL2', { name: 'Beacon 17', kind: 'general' }],
		tried(2, 'place', 'behind-swing'),
		tried(2, 'sits', 'sinks'),
		tried(2, 'clearance-top', fingers(1)),
		tried(2, 'clearance-sides', fingers(1)),
		tried(2, 'front-angle', 'first-at-top'),
		tried(2, 'contact', 'gap-front'),
		tried(2, 'level', 'pommel-low'),
		check('bare', 'clearance-top', fingers(4)),
		check('bare', 'front-angle', 'first-at-bottom'),
		check('bare', 'shoulder-room', 'hand-tight'),
		check('bare', 'level', 'cantle-low'),
		['checked/bare', true],
		['decide/action', 'fitter'],
		['done', true]
	]
};

const CURLEW: DemoSigns = {
	5: [sign('soreness', 'long-rear', 'near', 1), ...QUIET],
	2: [sign('soreness', 'long-rear', 'near', 2), sign('knot', 'loin', 'near', 1), ...QUIET],
	0: [
		['going/bare', ['short']],
		['going/saddled', ['short']],
		sign('soreness', 'long-rear', 'near', 2, { extent: 'palm', course: 'static' }),
		sign('soreness', 'pocket', 'near', 2, { extent: 'palm' }),
		sign('knot', 'loin', 'near', 2),
		...QUIET,
		['decide/action', 'vet'],
		['done', true]
	]
};

const EIDER: DemoSigns = {
	6: [
		sign('skin', 'girth', 'near', 1),
		...QUIET,
		...tape({ girthCm: 182, lengthCm: 152, bladeToRibMm: 440, score: 6 })
	],
	0: [
		sign('skin', 'girth', 'near', 1),
		sign('hair', 'girth', 'off', 1),
		...QUIET,
		// A thick pad that makes the bridge itself.
		setup('pad', 'thick'),
		setup('padMm', 22),
		setup('packedMm', 14),
		['gap/PAIRING/middle-near', 6],
		['gap/PAIRING/middle-off', 6],
		check('bare', 'contact', 'even'),
		check('pad', 'contact', 'gap-middle'),
		...tape({ girthCm: 187, lengthCm: 152, bladeToRibMm: 440, score: 7 })
	]
};

/** Signs of the demo's horses by name. */
export const DEMO_SIGNS: Readonly<Record<string, DemoSigns>> = {
	Marram: MARRAM,
	Samphire: SAMPHIRE,
	Thrift: THRIFT,
	Curlew: CURLEW,
	Eider: EIDER,
	Dunlin: { 0: [sign('skin', 'withers-flank', 'off', 3, { extent: 'spot', age: 'new' }), ...QUIET] }
};

/** Rides of the demo's log: days before the last visit, what was seen, what had changed, mm that the saddle slid to the front. */
type DemoRide = readonly [daysBefore: number, seen: readonly string[], changes: readonly string[], movedMm?: number];
export const DEMO_RIDES: Readonly<Record<string, readonly DemoRide[]>> = {
	Marram: [
		[70, [], ['lay-off']],
		[21, ['cold-back'], []],
		[12, ['cold-back', 'hollow'], [], 30],
		[4, ['fidgets'], [], 40]
	],
	Samphire: [
		[9, [], []],
		[5, ['soft-ears', 'tail-swings'], []],
		[2, [], []]
	],
	Thrift: [
		[18, ['unwilling'], ['work']],
		[6, [], [], -30]
	]
};
