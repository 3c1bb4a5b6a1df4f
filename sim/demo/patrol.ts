import { makeBack } from '../back.js';
import { STORIES, type Story } from '../stories.js';
import { CALM_HAND, USUAL_HAND, type Hand } from '../trace.js';

/** A made-up horse of the demo with its story; weeks count from the first visit. */
export interface DemoHorse {
	readonly name: string;
	readonly about: string;
	readonly ageYears: number;
	readonly saddle: string;
	readonly school: 'close' | 'roomy';
	readonly story: Story;
	/** Visits at which the saddle was judged to fit, counted from 0. */
	readonly fitVisits: readonly number[];
	readonly build: Parameters<typeof makeBack>[0];
	readonly hand: Hand;
	readonly visits: number;
}

export interface DemoSaddle {
	readonly name: string;
	readonly kind: 'general' | 'jumping' | 'dressage' | 'western' | 'stock';
	readonly about: string;
	/** Length of the bearing surface. */
	readonly bearingMm: number;
}

export interface DemoYard {
	readonly name: string;
	readonly saddles: readonly DemoSaddle[];
	readonly horses: readonly DemoHorse[];
	readonly members: readonly {
		readonly person: DemoPersonKey;
		readonly role: 'owner' | 'bodyworker' | 'fitter' | 'viewer';
	}[];
}

export type DemoPersonKey = 'owner' | 'bodyworker' | 'fitter';

/** Sign-in of the demo, printed when it starts; no real person. */
export const DEMO_PASSWORD = 'spring-tide-1204';
export const DEMO_PEOPLE: Readonly<Record<DemoPersonKey, { readonly name: string; readonly email: string }>> = {
	owner: { name: 'Wenna Tidewell', email: 'owner@saltings.example' },
	bodyworker: { name: 'Joss Marramby', email: 'bodyworker@saltings.example' },
	fitter: { name: 'Isolde Quay', email: 'fitter@saltings.example' }
};

const usual = { school: 'close', hand: USUAL_HAND, visits: 21, fitVisits: [0] } as const;

const PATROL: DemoYard = {
	name: 'Saltings mounted patrol',
	members: [
		{ person: 'owner', role: 'owner' },
		{ person: 'bodyworker', role: 'bodyworker' },
		{ person: 'fitter', role: 'fitter' }
	],
	saddles: [
		{ name: 'Patrol 3', kind: 'general', about: 'broad front', bearingMm: 415 },
		{ name: 'Patrol 17 narrow', kind: 'general', about: 'high front arch, long points', bearingMm: 412 },
		{ name: 'Patrol 21 wide', kind: 'stock', about: 'wide bars for the cobs', bearingMm: 400 },
		{ name: 'Sluice House', kind: 'dressage', about: 'lent by the sluice keeper', bearingMm: 415 },
		{ name: 'Old Warden', kind: 'stock', about: 'front shims of 6 mm, both sides', bearingMm: 430 }
	],
	horses: [
		{
			...usual,
			name: 'Samphire',
			about: 'bay gelding, 152 cm, beach patrol 4 days a week',
			ageYears: 11,
			saddle: 'Patrol 3',
			story: STORIES.steady(),
			build: { broad: 1.02, pocketMm: 0, lopsidedMm: 0.5 },
			hand: CALM_HAND
		},
		{
			...usual,
			name: 'Marram',
			about: 'dun mare, 148 cm, box rest since the late summer storm',
			ageYears: 9,
			saddle: 'Patrol 17 narrow',
			story: STORIES.layOff(84, 9.5),
			build: { broad: 0.94, pocketMm: 2, lopsidedMm: 0 },
			fitVisits: [1]
		},
		{
			...usual,
			name: 'Sandpiper',
			about: 'grey filly, 146 cm, first season on the flats',
			ageYears: 4,
			saddle: 'Sluice House',
			story: STORIES.growing(7),
			build: { broad: 0.92, pocketMm: 0, lopsidedMm: 0 },
			fitVisits: [0, 12]
		},
		{
			...usual,
			name: 'Thrift',
			about: 'chestnut gelding, 155 cm, hauling wrack since spring',
			ageYears: 7,
			saddle: 'Old Warden',
			school: 'roomy',
			story: STORIES.gained(60, 12.5),
			build: { broad: 0.96, pocketMm: 6, lopsidedMm: 0 }
		},
		{
			...usual,
			name: 'Curlew',
			about: 'black mare, 150 cm, rests the near hind now and then',
			ageYears: 13,
			saddle: 'Patrol 3',
			story: STORIES.oneSide(80, 15),
			build: { broad: 1, pocketMm: 1, lopsidedMm: 0 },
			hand: CALM_HAND
		},
		{
			...usual,
			name: 'Eider',
			about: 'skewbald cob, 145 cm, fat when the saltmarsh greens',
			ageYears: 10,
			saddle: 'Patrol 21 wide',
			story: STORIES.springFat(5.6),
			build: { broad: 1.12, pocketMm: -3, lopsidedMm: -0.5 }
		}
	]
};

const ROUND_NAMES =
	'Avocet Bittern Cockle Dunlin Egret Fulmar Gannet Heron Isinglass Jetty Kelp Limpet Mudlark Nereid Oarweed Plover Quoin Razorbill Sedge Tern Urchin Velvet Whimbrel Yarrow Zostera Barnacle Cuttle Dulse Estuary Foreshore Groyne Haven Inlet Kittiwake Lagoon Mooring'.split(
		' '
	);

const ROUND_STORIES: readonly (() => Story)[] = [
	STORIES.steady,
	() => STORIES.layOff(30, 8),
	STORIES.steady,
	() => STORIES.gained(20, 8),
	() => STORIES.growing(9),
	STORIES.steady,
	() => STORIES.springFat(5),
	() => STORIES.oneSide(34, 9),
	STORIES.steady
];

function roundHorse(name: string, i: number): DemoHorse {
	return {
		name,
		about: ['ferry stables', 'north hard', 'lighthouse farm', 'causeway livery'][i % 4] as string,
		ageYears: 4 + ((i * 5) % 15),
		saddle: `Client saddle ${1 + (i % 12)}`,
		school: i % 3 === 0 ? 'roomy' : 'close',
		story: (ROUND_STORIES[i % ROUND_STORIES.length] as () => Story)(),
		fitVisits: i % 11 === 10 ? [] : [0],
		build: { broad: 0.92 + 0.02 * (i % 10), pocketMm: i % 5, lopsidedMm: (i % 3) - 1 },
		hand: CALM_HAND,
		visits: 5 + (i % 6)
	};
}

const ROUND: DemoYard = {
	name: 'Joss Marramby’s round',
	members: [{ person: 'bodyworker', role: 'owner' }],
	saddles: Array.from({ length: 12 }, (_, i) => ({
		name: `Client saddle ${i + 1}`,
		kind: (['general', 'dressage', 'jumping', 'western', 'stock'] as const)[i % 5] as DemoSaddle['kind'],
		about: '',
		bearingMm: 410 + 5 * (i % 7)
	})),
	horses: ROUND_NAMES.map(roundHorse)
};

export const DEMO_YARDS: readonly DemoYard[] = [PATROL, ROUND];
