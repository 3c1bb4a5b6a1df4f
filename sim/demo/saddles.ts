import type { SimTracing } from '../trace.js';

export type DemoPlace = 'front' | 'middle' | 'rear';
/** An underside as it is kept: three tracings with their channels, and the rock, mm. */
export interface DemoUnderside {
	readonly sections: Readonly<
		Record<DemoPlace, { readonly xMm: number[]; readonly yMm: number[]; readonly channelMm: number }>
	>;
	readonly rockMm: number;
}

/** Saddles whose underside was traced, with their rock: they were made to the back they were fitted on. */
export const DEMO_SADDLE_ROCK_MM: Readonly<Record<string, number>> = {
	'Patrol 17 narrow': 18,
	'Patrol 3': 15,
	'Old Warden': 14,
	'Patrol 21 wide': 15
};

const CHANNEL_MM = 65;
const REACH_MM = 140;

/** The underside of a saddle that fitted on a day: that day's first tracings of the three stations, the middle standing out by the rock. */
export function undersideFrom(tracings: readonly SimTracing[], rockMm: number): DemoUnderside {
	const at = (station: string) => {
		const points = (tracings.find((t) => t.station === station)?.points ?? []).filter(([x]) => Math.abs(x) < REACH_MM);
		const tenth = (v: number): number => Math.round(10 * v) / 10;
		return { xMm: points.map(([x]) => tenth(x)), yMm: points.map(([, y]) => tenth(y)), channelMm: CHANNEL_MM };
	};
	return { sections: { front: at('T8'), middle: at('T13'), rear: at('T18') }, rockMm };
}

/** A saddle of the store room: one that fits Samphire but for one fault. */
export interface StoreSaddle {
	readonly name: string;
	readonly about: string;
	readonly bearingMm: number;
	readonly rockMm: number;
	/** How much wider than the back, by place; 1 where left out. */
	readonly wider?: Readonly<Partial<Record<DemoPlace, number>>>;
	readonly channelMm?: number;
}

const EVEN = { bearingMm: 410, rockMm: 15 } as const;
export const STORE_HORSE = 'Samphire';
export const STORE_SADDLES: readonly StoreSaddle[] = [
	{ ...EVEN, name: 'Store 1', about: 'steep bars in front', wider: { front: 0.8, middle: 0.85, rear: 0.85 } },
	{ ...EVEN, name: 'Store 2', about: 'flat bars in front', wider: { front: 1.24, middle: 1.12, rear: 1.1 } },
	{ ...EVEN, name: 'Store 3', about: 'bars nearly straight', rockMm: 3 },
	{ ...EVEN, name: 'Store 4', about: 'bars much curved', rockMm: 32 },
	{ ...EVEN, name: 'Store 5', about: 'panels close together', channelMm: 40 },
	{ ...EVEN, name: 'Store 6', about: 'long bars, from a bigger horse', bearingMm: 450 }
];

/** The underside of a store saddle, worked out of what fits. */
export function storeUnderside(
	tracings: readonly SimTracing[],
	{ rockMm, wider, channelMm = CHANNEL_MM }: StoreSaddle
): DemoUnderside {
	const { sections } = undersideFrom(tracings, rockMm);
	const worked = (place: DemoPlace) => ({
		...sections[place],
		channelMm,
		xMm: sections[place].xMm.map((x) => Math.round(10 * x * (wider?.[place] ?? 1)) / 10)
	});
	return { rockMm, sections: { front: worked('front'), middle: worked('middle'), rear: worked('rear') } };
}

/** What was done to the demo's saddles, days before today. */
export const DEMO_SERVICES: Readonly<
	Record<
		string,
		readonly {
			readonly daysAgo: number;
			readonly what: 'flocked' | 'tree' | 'girthing' | 'repair';
			readonly note: string;
		}[]
	>
> = {
	'Patrol 3': [
		{ daysAgo: 700, what: 'tree', note: 'bridge of the tree and both points sound' },
		{ daysAgo: 330, what: 'girthing', note: 'new front straps' }
	],
	'Patrol 17 narrow': [{ daysAgo: 60, what: 'flocked', note: 'a little more in front, both sides' }],
	'Old Warden': [{ daysAgo: 410, what: 'repair', note: 'stitching of the rear panel' }]
};

/** How some of the demo's saddles are made. */
export const DEMO_FACTS: Readonly<
	Record<
		string,
		{
			readonly filling: 'wool' | 'foam' | 'air' | 'none';
			readonly seatMm: number | null;
			readonly pointMm: number | null;
			readonly weightKg: number | null;
			readonly rigging: string;
			readonly widths: string;
		}
	>
> = {
	'Patrol 3': {
		filling: 'wool',
		seatMm: 445,
		pointMm: 130,
		weightKg: 8.5,
		rigging: 'point and balance strap',
		widths: 'three plates, the middle one in'
	},
	'Patrol 17 narrow': {
		filling: 'wool',
		seatMm: 430,
		pointMm: 165,
		weightKg: 9,
		rigging: 'first and second strap',
		widths: 'fixed tree'
	},
	'Old Warden': {
		filling: 'none',
		seatMm: 400,
		pointMm: null,
		weightKg: 14,
		rigging: 'seven eighths',
		widths: ''
	}
};
