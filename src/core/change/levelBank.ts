import {
	changeSinceFit,
	markFit,
	predictTrend,
	startTrend,
	updateTrend,
	type TrendModel,
	type TrendState
} from './levelFilter.js';

/**
 * Ways a back may be changing between two visits, with the chance of going over from one to the other.
 * Three filters run beside one another and are mixed by how well each foresaw what was measured (interacting
 * multiple models; Blom & Bar-Shalom 1988, from memory). Values from simulation, not from horses.
 */
const NEVER = Number.POSITIVE_INFINITY;
const QUIET: TrendModel = {
	levelMm2PerDay: 0.0004,
	slopeSdMmPerDay: 0.003,
	slopeFadeDays: 60,
	surpriseSds: NEVER,
	stepSdMm: 0
};
const MOVING: TrendModel = {
	levelMm2PerDay: 0.006,
	slopeSdMmPerDay: 0.04,
	slopeFadeDays: 240,
	surpriseSds: NEVER,
	stepSdMm: 0
};
const STEP_SD_MM = 8;
const MODES = [QUIET, MOVING, MOVING] as const;
const STEP = 2;
/** Chance of going from one way (row) to another (column) within a month. */
const MONTHLY = [
	[0.968, 0.02, 0.012],
	[0.04, 0.948, 0.012],
	[0.5, 0.48, 0.02]
] as const;
const START = [0.85, 0.13, 0.02] as const;

/** Errors shared by a visit's repeats, SD mm: how large they are for this horse and hand is learnt as visits come in. */
const SHARED_SDS_MM = [0.4, 0.7, 1.1, 1.6, 2.4] as const;

/** No filter is ever given up: what is most unlikely today may be right next month. */
const LEAST_WEIGHT = 1e-7;

interface Member {
	readonly state: TrendState;
	readonly weight: number;
}

/** All filters of one half of one station: by shared error, then by way of changing. Weights sum to 1. */
export type Bank = readonly (readonly Member[])[];

/** Change since the fit mark over the whole bank. */
export interface BankChange {
	readonly mm: number;
	readonly varianceMm2: number;
	/** Probability that the back stepped since the last visit. */
	readonly stepChance: number;
	/** Expected variance of the shared error, mm². */
	readonly sharedVar: number;
}

export const startBank = (measuredMm: number, ownVar: number, priorOfShared: readonly number[]): Bank =>
	SHARED_SDS_MM.map((sd, r) =>
		MODES.map((m, i) => ({
			state: startTrend(measuredMm, ownVar + sd * sd, m),
			weight: (START[i] as number) * (priorOfShared[r] as number)
		}))
	);

export const markBank = (bank: Bank): Bank => bank.map((row) => row.map((m) => ({ ...m, state: markFit(m.state) })));

/** One Gaussian for several: mean and covariance of the mixture. */
function merged(members: readonly Member[]): TrendState {
	let [total, level, slope, fit] = [0, 0, 0, 0];
	for (const { state, weight } of members) {
		total += weight;
		level += weight * state.levelMm;
		slope += weight * state.slopeMmPerDay;
		fit += weight * state.fitLevelMm;
	}
	level /= total;
	slope /= total;
	fit /= total;
	let [p00, p01, p02, p11, p12, p22] = [0, 0, 0, 0, 0, 0];
	for (const { state, weight } of members) {
		const share = weight / total;
		const { p } = state;
		const [d0, d1, d2] = [state.levelMm - level, state.slopeMmPerDay - slope, state.fitLevelMm - fit];
		p00 += share * ((p[0] as number) + d0 * d0);
		p01 += share * ((p[1] as number) + d0 * d1);
		p02 += share * ((p[2] as number) + d0 * d2);
		p11 += share * ((p[4] as number) + d1 * d1);
		p12 += share * ((p[5] as number) + d1 * d2);
		p22 += share * ((p[8] as number) + d2 * d2);
	}
	const p = [p00, p01, p02, p01, p11, p12, p02, p12, p22];
	return { levelMm: level, slopeMmPerDay: slope, fitLevelMm: fit, p, stepped: false };
}

/** Chances of going over within some days, from the monthly ones. */
function chances(days: number): number[][] {
	const share = Math.min(2, Math.max(0.1, days / 30));
	return MONTHLY.map((row, i) => {
		const stay = (row[i] as number) ** share;
		const leaving = 1 - (row[i] as number);
		return row.map((v, j) => (i === j ? stay : ((1 - stay) * v) / leaving));
	});
}

function likelihood(state: TrendState, measuredMm: number, variance: number): number {
	const total = (state.p[0] as number) + variance;
	// A reading far out of line is rare but not impossible: broad tails keep one bad visit from deciding alone.
	const core = Math.exp((-0.5 * (measuredMm - state.levelMm) ** 2) / total) / Math.sqrt(total);
	return core + 1e-4;
}

function mayHaveStepped(state: TrendState): TrendState {
	const [level, ...rest] = state.p as [number, ...number[]];
	return { ...state, p: [level + STEP_SD_MM ** 2, ...rest] };
}

/** A bank after a measurement, with the likelihood that it gave to that measurement beforehand (but for the root of 2 pi). */
export interface SteppedBank {
	readonly bank: Bank;
	readonly likelihood: number;
}

/** The bank carried on by some days and one measurement, mm with the variance of its own (not shared) error. */
export function stepBank(bank: Bank, days: number, measuredMm: number, ownVar: number): SteppedBank {
	const move = chances(days);
	const next = bank.map((row, r) => {
		const variance = ownVar + (SHARED_SDS_MM[r] as number) ** 2;
		return MODES.map((model, j): Member => {
			const from = row.map((m, i) => ({ state: m.state, weight: m.weight * (move[i]?.[j] as number) }));
			const weight = from.reduce((s, m) => s + m.weight, 0);
			const ahead = predictTrend(merged(from), days, model);
			const ready = j === STEP ? mayHaveStepped(ahead) : ahead;
			return {
				state: updateTrend(ready, measuredMm, variance, model),
				weight: weight * likelihood(ready, measuredMm, variance)
			};
		});
	});
	const total = next.flat().reduce((s, m) => s + m.weight, 0);
	return {
		bank: next.map((row) => row.map((m) => ({ ...m, weight: Math.max(LEAST_WEIGHT, m.weight / total) }))),
		likelihood: total
	};
}

export function bankChange(bank: Bank): BankChange {
	const { mm, varianceMm2 } = changeSinceFit(merged(bank.flat()));
	return {
		mm,
		varianceMm2,
		stepChance: bank.reduce((s, row) => s + (row[STEP] as Member).weight, 0),
		sharedVar: sharedVarOf(bank)
	};
}

/** Expected variance of the errors that repeats share, mm². */
export const sharedVarOf = (bank: Bank): number =>
	bank.reduce((s, row, r) => s + row.reduce((a, m) => a + m.weight, 0) * (SHARED_SDS_MM[r] as number) ** 2, 0);

/** What is believed of the shared error before anything was traced, one share for each of its sizes. */
export const SHARED_PRIOR = { mean: [0.15, 0.35, 0.3, 0.15, 0.05], apart: [0.35, 0.4, 0.18, 0.05, 0.02] } as const;
