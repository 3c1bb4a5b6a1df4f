import { CoreError } from '../errors/index.js';
import { balance, resultantOf, type Balanced, type Resultant } from './balance.js';
import { bedOf, type Bed } from './bed.js';
import { clearanceOf, type Clearance } from './clearance.js';
import { conditionsOf, type Condition, type SeatFigures } from './conditions.js';
import { eachCorner, gapsUnder, thirdOfRow, touchHeight, type Gaps } from './gaps.js';
import { strictlyInside } from './hull.js';
import { pressureOf, type Pressure } from './pressure.js';
import { restPose } from './rest.js';
import { BAR_SIDES, ZONES, type BarSide, type Pose, type SeatCase, type Zone } from './types.js';

type ByThird<T> = Readonly<Record<Zone, T>>;

/** How the load is shared out, as shares of it. */
export interface Split {
	readonly thirds: ByThird<number>;
	readonly sides: Readonly<Record<BarSide, number>>;
	readonly zones: Readonly<Record<`${Zone}_${BarSide}`, number>>;
	readonly twist: number;
}

/** A saddle as it sits on a back under its load. Lengths in mm, pressures in kPa, areas in mm². */
export interface Seat {
	readonly bed: Bed;
	readonly balanced: Balanced;
	readonly load: Resultant;
	readonly pressure: Pressure;
	readonly pitchDeg: number;
	readonly rollDeg: number;
	readonly meanKpa: number;
	readonly p95Kpa: number;
	readonly unevenness: number;
	readonly contactMm2: number;
	readonly barMm2: number;
	readonly contactSurfaceMm2: number;
	readonly split: Split;
	/** Share of each third's bar area that carries. */
	readonly contactThirds: ByThird<number>;
	/** Undefined where the ends carry nothing. */
	readonly contactRatio: number | undefined;
	readonly pressureRatio: number | undefined;
	/** Largest gap left under load in the middle third; undefined where no back is there. */
	readonly middleGapMm: number | undefined;
	/** Where across the bar the load lies, -1/2 at the inner edge, 1/2 at the outer; undefined where nothing does. */
	readonly edgeBias: ByThird<number | undefined>;
	readonly clearance: Clearance;
	readonly channelMm: number;
	readonly spineShare: number;
	/** How far the bars end behind the last rib, and the share of the load there; undefined without a last rib. */
	readonly overhangMm: number | undefined;
	readonly behindShare: number | undefined;
	readonly touch: { readonly hMm: number } & Gaps;
	readonly dropMm: number;
	/** With next to no weight; undefined where it does not come to rest. */
	readonly rest: { readonly pose: Pose; readonly gaps: Gaps } | undefined;
	readonly conditions: readonly Condition[];
	readonly warnings: readonly SeatWarning[];
}

export type SeatWarning = 'deep' | 'off-the-back';
/** Deeper than this the small-angle bed says little. */
const DEEP_MM = 60;

export const degrees = (slope: number): number => (Math.atan(slope) * 180) / Math.PI;

const thirdsOf = <T>(of: (third: 0 | 1 | 2) => T): ByThird<T> => ({ front: of(0), middle: of(1), rear: of(2) });

/** Sums over the cells, by third and bar. */
function sums(bed: Bed, { kPa }: Pressure, touchKpa: number, given: SeatCase) {
	const { cells, area, u, rows, bars } = bed;
	const make = (): Float64Array[] => [new Float64Array(3), new Float64Array(3)];
	const [force, contact, bar] = [make(), make(), make()];
	const lean = new Float64Array(3);
	let [surface, spine, behind] = [0, 0, 0];
	const rib = given.back.lastRibSMm ?? Infinity;
	bars.forEach(({ columns, cellsFrom }, side) => {
		const [f, c, a] = [force[side], contact[side], bar[side]] as [Float64Array, Float64Array, Float64Array];
		for (let j = 0; j < rows; j++) {
			const third = thirdOfRow(j, rows);
			for (let i = 0; i < columns; i++) {
				const at = cellsFrom + j * columns + i;
				const [p, cell] = [kPa[at] as number, area[at] as number];
				a[third] = (a[third] as number) + cell;
				if (p <= 0) continue;
				const newtons = (p * cell) / 1000;
				f[third] = (f[third] as number) + newtons;
				lean[third] = (lean[third] as number) + newtons * (u[at] as number);
				if (Math.abs(cells.x[at] as number) < given.back.spineHalfWidthMm) spine += newtons;
				if ((cells.s[at] as number) > rib) behind += newtons;
				if (p <= touchKpa) continue;
				c[third] = (c[third] as number) + cell;
				surface += cell / (cells.cos[at] as number);
			}
		}
	});
	const total = (of: readonly Float64Array[]): number => of.reduce((n, v) => n + v.reduce((x, y) => x + y, 0), 0);
	return { force, contact, bar, lean, surface, spine, behind, total };
}

/** Pressure at which the contact's cells, in order of pressure, reach 95% of its area. */
function p95Of(bed: Bed, kPa: Float64Array, touchKpa: number, contactMm2: number): number {
	const order: number[] = [];
	for (let i = 0; i < kPa.length; i++) if ((kPa[i] as number) > touchKpa) order.push(i);
	order.sort((a, b) => (kPa[a] as number) - (kPa[b] as number));
	let sum = 0;
	for (const i of order) {
		sum += bed.area[i] as number;
		if (sum >= 0.95 * contactMm2 * (1 - 1e-12)) return kPa[i] as number;
	}
	return 0;
}

function splitOf(force: readonly Float64Array[], total: number): Split {
	const share = (side: number, third: number): number => (force[side]?.[third] as number) / total;
	const zones = Object.fromEntries(
		BAR_SIDES.flatMap((side, k) => ZONES.map((zone, t) => [`${zone}_${side}`, share(k, t)]))
	) as Split['zones'];
	return {
		thirds: thirdsOf((t) => share(0, t) + share(1, t)),
		sides: { near: share(0, 0) + share(0, 1) + share(0, 2), off: share(1, 0) + share(1, 1) + share(1, 2) },
		zones,
		twist: zones.front_near + zones.rear_off - zones.front_off - zones.rear_near
	};
}

/** Smallest way between both bars at the saddle's sections, mm. */
export const channelWidth = ({ saddle }: Pick<SeatCase, 'saddle'>): number =>
	Math.min(
		...saddle.sections.map(
			(c) => (c.off[0] as readonly [number, number])[0] - (c.near[c.near.length - 1] as readonly [number, number])[0]
		)
	);

/** Whether the load can stand on the bed at all. Throws `no-overlap` or `cannot-balance`. */
export function mustStand(bed: Bed, load: Resultant): void {
	const { x, s, c } = bed.cells;
	if (c.every(Number.isNaN)) throw new CoreError('no-overlap');
	if (!strictlyInside(x, s, c, load.xMm, load.sMm))
		throw new CoreError('cannot-balance', { why: 'outside', sMm: load.sMm, xMm: load.xMm });
}

/** Seats a saddle: throws `too-fine`, `no-overlap`, `cannot-balance`, `no-convergence`. */
export function seatOf(given: SeatCase): Seat {
	const bed = bedOf(given);
	const load = resultantOf(given.loads);
	mustStand(bed, load);
	const balanced = balance(bed, given.kKpaPerMm, load);
	return readSeat(given, bed, load, balanced);
}

/** The figures that conditions are read from. */
export const figuresOf = ({
	split,
	edgeBias,
	...figures
}: Pick<
	Seat,
	'channelMm' | 'overhangMm' | 'split' | 'pitchDeg' | 'rollDeg' | 'edgeBias' | 'pressureRatio'
>): SeatFigures => ({
	channelMm: figures.channelMm,
	overhangMm: figures.overhangMm,
	twist: split.twist,
	pitchDeg: figures.pitchDeg,
	rollDeg: figures.rollDeg,
	edgeBiasFront: edgeBias.front,
	pressureRatio: figures.pressureRatio
});

/** All that a pose on a bed says. */
export function readSeat(given: SeatCase, bed: Bed, load: Resultant, balanced: Balanced): Seat {
	const { pose } = balanced;
	const k = given.kKpaPerMm;
	const pressure = pressureOf(bed, k, pose);
	const touchKpa = 1e-9 * k;
	const { force, contact, bar, lean, surface, spine, behind, total } = sums(bed, pressure, touchKpa, given);
	const [carried, contactMm2, barMm2] = [total(force), total(contact), total(bar)];
	const third = (of: readonly Float64Array[], t: number): number => (of[0]?.[t] as number) + (of[1]?.[t] as number);
	const contactThirds = thirdsOf((t) => third(contact, t) / third(bar, t));
	const endsContact = (contactThirds.front + contactThirds.rear) / 2;
	const endsForce = third(force, 0) + third(force, 2);
	const endsKpa = endsForce / (third(bar, 0) + third(bar, 2));
	const even = (load.weightN * 1000) / barMm2;
	const spread = pressure.kPa.reduce((sum, p, i) => sum + (bed.area[i] as number) * (p - even) ** 2, 0);
	let middleGapMm: number | undefined;
	eachCorner(bed, pose, (_, t, gap) => {
		if (t === 1) middleGapMm = Math.max(0, gap, middleGapMm ?? 0);
	});
	const hTouch = touchHeight(bed);
	const resting = restPose(bed.corners, bed.sRefMm, load.sMm, load.xMm);
	const { lastRibSMm } = given.back;
	const edgeBias = thirdsOf((t) => {
		const f = third(force, t);
		return f < 1e-9 * load.weightN ? undefined : (lean[t] as number) / f - 0.5;
	});
	const split = splitOf(force, carried);
	const pressureRatio = endsForce > 1e-9 * load.weightN ? third(force, 1) / third(bar, 1) / endsKpa : undefined;
	const overhangMm = lastRibSMm === undefined ? undefined : bed.s1 - lastRibSMm;
	const [pitchDeg, rollDeg] = [degrees(pose.a), degrees(pose.b)];
	const channelMm = channelWidth(given);
	const deepest = pressure.kPa.reduce(
		(most, p, i) => (p > 0 ? Math.max(most, p / (k * (bed.cells.cos[i] as number))) : most),
		0
	);
	return {
		bed,
		balanced,
		load,
		pressure,
		pitchDeg,
		rollDeg,
		meanKpa: (carried * 1000) / contactMm2,
		p95Kpa: p95Of(bed, pressure.kPa, touchKpa, contactMm2),
		unevenness: Math.sqrt(spread / barMm2) / even,
		contactMm2,
		barMm2,
		contactSurfaceMm2: surface,
		split,
		contactThirds,
		contactRatio: endsContact > 0 ? contactThirds.middle / endsContact : undefined,
		pressureRatio,
		middleGapMm,
		edgeBias,
		clearance: clearanceOf(given, bed, pose),
		channelMm,
		spineShare: spine / carried,
		overhangMm,
		behindShare: lastRibSMm === undefined ? undefined : behind / carried,
		touch: { hMm: hTouch, ...gapsUnder(bed, { hMm: hTouch, a: 0, b: 0 }) },
		dropMm: hTouch - pose.hMm,
		rest: resting && { pose: resting, gaps: gapsUnder(bed, resting) },
		conditions: conditionsOf(figuresOf({ channelMm, overhangMm, split, pitchDeg, rollDeg, edgeBias, pressureRatio })),
		warnings: [
			...(deepest > DEEP_MM ? (['deep'] as const) : []),
			...(bed.cells.c.some(Number.isNaN) ? (['off-the-back'] as const) : [])
		]
	};
}
