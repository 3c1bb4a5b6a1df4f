import { degToRad } from '../src/core/units/index.js';
import {
	halfWidthOf,
	makeBack,
	SIM_STATIONS,
	USUAL_MUSCLE,
	type CutShape,
	type MusclePlace,
	type MuscleState,
	type SimStation
} from './back.js';
import { ease } from './ease.js';
import { between, normal, type Random } from './random.js';
import type { Point } from './trace.js';
import { knottedWaver, type Waver } from './waver.js';

/** Errors of a made-up series of visits; every one of them is drawn anew for each horse, visit or tracing. */
export interface SeriesErrors {
	/** Waver of the drawn line, SD mm. */
	readonly noiseMm: number;
	readonly tiltSdDeg: number;
	readonly apexSdMm: number;
	/** How far along the back a station is marked off its place, SD mm, shared by a visit's repeats. */
	readonly placeSdMm: number;
	/** Standing and breathing: SD mm of each side's half-width, shared by a visit's repeats. */
	readonly sharedSdMm: number;
	readonly badShare: number;
	/** True: muscle lies elsewhere than usual, lines waver otherwise, stations lie otherwise apart and causes spread more widely. */
	readonly varied?: boolean;
}

export const SERIES_KINDS = [
	'quiet',
	'local-loss',
	'local-gain',
	'lay-off',
	'one-sided',
	'condition-loss',
	'condition-gain',
	'growth'
] as const;
export type SeriesKind = (typeof SERIES_KINDS)[number];

type States = Readonly<Record<SimStation, MuscleState>>;

export interface SeriesVisit {
	/** Days since the first visit. */
	readonly day: number;
	/** True change since the first visit, mm per side and station. */
	readonly truth: States;
	readonly tracings: readonly {
		readonly station: SimStation;
		readonly repeat: number;
		readonly points: readonly Point[];
	}[];
}

export interface Series {
	readonly kind: SeriesKind;
	readonly visits: readonly SeriesVisit[];
}

const either = (random: Random): 1 | -1 => (random() < 0.5 ? 1 : -1);

/** The horse's year: a slow swing that never takes a side more than 1.5 mm from its first day. */
function yearOf(random: Random): (day: number) => number {
	const [mm, phase] = [between(0, 0.75, random), between(0, 2 * Math.PI, random)];
	return (day) => mm * (Math.sin((2 * Math.PI * day) / 365 + phase) - Math.sin(phase));
}

type Story = (day: number) => States;

/** How much of the front's change middle and rear show, and how it falls on the sides. */
function storyOf(kind: SeriesKind, spanDays: number, varied: boolean, random: Random): Story {
	const start = between(0.2, 0.45, random) * spanDays;
	const size = between(8, 13, random);
	const slow = between(120, 260, random);
	const gain = kind === 'local-gain' || kind === 'condition-gain' || kind === 'growth';
	const wider = varied ? 0.08 : 0;
	const part = (from: number, to: number): number => Math.max(0, between(from - wider, to + wider, random));
	const spread = {
		quiet: [0, 0, 0],
		'local-loss': [1, part(0.1, 0.3), part(0, 0.12)],
		'local-gain': [1, part(0.1, 0.3), part(0, 0.12)],
		'lay-off': [1, part(0.15, 0.35), part(0, 0.15)],
		'one-sided': [1, part(0.2, 0.4), part(0, 0.15)],
		'condition-loss': [1, part(0.8, 1), part(0.75, 1)],
		'condition-gain': [1, part(0.8, 1), part(0.75, 1)],
		growth: [1, part(0.45, 0.6), part(0.25, 0.4)]
	}[kind] as [number, number, number];
	const days = kind === 'lay-off' ? between(14, 35, random) : kind === 'growth' ? spanDays - start : slow;
	const side = either(random);
	const weak = kind === 'one-sided' ? between(0, 0.15, random) : between(0.85, 1, random);
	const season = yearOf(random);
	const rises = kind === 'growth' ? between(0.25, 0.6, random) : 0;
	const amount = (day: number) => (gain ? 1 : -1) * size * ease((day - start) / days);
	return (day) => {
		const s = season(day);
		const at = (share: number): MuscleState => {
			const a = amount(day) * share;
			return { nearMm: s + a * (side < 0 ? 1 : weak), offMm: s + a * (side > 0 ? 1 : weak), riseMm: a * share * rises };
		};
		return { T8: at(spread[0]), T13: at(spread[1]), T18: at(spread[2]) };
	};
}

/** How a made-up horse and its hand are made, beyond the sizes of errors. */
interface Ways {
	readonly muscle: MusclePlace;
	/** Distance between the stations along the back, mm: what a mark set aside is measured against. */
	readonly apartMm: number;
	readonly waver: (random: Random, sdMm: number) => Waver;
}

type Widths = (depthMm: number) => number;

/** Half-width where the station was marked: between its cut and its neighbour's, carried on beyond the ends. */
function halfWidthAt(
	back: Readonly<Record<SimStation, CutShape>>,
	station: SimStation,
	placeMm: number,
	side: 'near' | 'off',
	state: MuscleState,
	{ muscle, apartMm }: Ways
): Widths {
	const i = SIM_STATIONS.indexOf(station);
	const towards = SIM_STATIONS[i === 2 ? 1 : i === 1 && placeMm < 0 ? 0 : i + 1] as SimStation;
	const dir = SIM_STATIONS.indexOf(towards) - i;
	const own = halfWidthOf(back[station], side, state, muscle);
	const other = halfWidthOf(back[towards], side, state, muscle);
	const share = (placeMm * dir) / apartMm;
	return (depthMm) => own(depthMm) + (other(depthMm) - own(depthMm)) * share;
}

const smoothNoise = (random: Random, sdMm: number): Waver => {
	const parts = Array.from({ length: 5 }, () => ({
		wave: (2 * Math.PI) / between(35, 140, random),
		phase: between(0, 2 * Math.PI, random)
	}));
	return (s) => sdMm * Math.sqrt(2 / parts.length) * parts.reduce((v, p) => v + Math.sin(s * p.wave + p.phase), 0);
};

/** A waver of random knots, shorter than the one above. */
const shortWaver =
	(knotMm: number) =>
	(random: Random, sdMm: number): Waver =>
		knottedWaver(random, sdMm, knotMm, 60, -300);

const USUAL_WAYS: Ways = { muscle: USUAL_MUSCLE, apartMm: 200, waver: smoothNoise };
const variedWays = (random: Random): Ways => ({
	muscle: { centreMm: between(76, 98, random), reachMm: between(28, 46, random) },
	apartMm: between(150, 220, random),
	waver: random() < 0.5 ? smoothNoise : shortWaver(between(15, 40, random))
});

function draw(
	widths: Readonly<Record<'near' | 'off', Widths>>,
	errors: SeriesErrors,
	ways: Ways,
	random: Random
): Point[] {
	const waver = ways.waver(random, errors.noiseMm);
	const turn = degToRad(normal(random) * errors.tiltSdDeg);
	const aside = normal(random) * errors.apexSdMm;
	const bad = random() < errors.badShare;
	const [badSide, badMm] = [either(random), between(8, 20, random)];
	const reach = { near: between(135, 175, random), off: between(135, 175, random) };
	const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
	const side = (which: 'near' | 'off'): Point[] => {
		const sign = which === 'near' ? -1 : 1;
		return Array.from({ length: 60 }, (_, i) => {
			const depth = reach[which] * ((i + 1) / 60) ** 1.7;
			const width = Math.max(0, widths[which](depth));
			const along = sign * Math.hypot(width, depth);
			const sprung = bad && sign === badSide ? badMm * Math.min(1, depth / 100) : 0;
			const out = width + waver(along) * Math.min(1, width / 15) + sprung;
			const [x, y] = [sign * out + aside, -depth];
			return [cos * x - sin * y, sin * x + cos * y] as const;
		});
	};
	return [...side('near').reverse(), [cos * aside, sin * aside] as const, ...side('off')];
}

/** A horse traced about monthly over `months`, with what was really there. */
export function makeSeries(
	kind: SeriesKind,
	months: number,
	errors: SeriesErrors,
	repeats: number,
	random: Random
): Series {
	const back = makeBack({
		broad: between(0.85, 1.15, random),
		pocketMm: between(-2, 5, random),
		lopsidedMm: between(-2, 2, random)
	});
	const varied = errors.varied ?? false;
	const ways = varied ? variedWays(random) : USUAL_WAYS;
	const story = storyOf(kind, months * 30.4, varied, random);
	const visits = Array.from({ length: months + 1 }, (_, i): SeriesVisit => {
		const day = i === 0 ? 0 : Math.round(i * 30.4 + between(-6, 6, random));
		const truth = story(day);
		const tracings = SIM_STATIONS.flatMap((station) => {
			const place = normal(random) * errors.placeSdMm;
			const shared = { near: normal(random) * errors.sharedSdMm, off: normal(random) * errors.sharedSdMm };
			const { nearMm, offMm, riseMm } = truth[station];
			const stood = { nearMm: nearMm + shared.near, offMm: offMm + shared.off, ...(riseMm ? { riseMm } : {}) };
			const widths = {
				near: halfWidthAt(back, station, place, 'near', stood, ways),
				off: halfWidthAt(back, station, place, 'off', stood, ways)
			};
			return Array.from({ length: repeats }, (_, r) => ({
				station,
				repeat: r + 1,
				points: draw(widths, errors, ways, random)
			}));
		});
		return { day, truth, tracings };
	});
	return { kind, visits };
}
