import {
	ENGINE_VERSION,
	limitsOfCall,
	watchHorse,
	type Call,
	type CallLimits,
	type LimitLead
} from '../core/call/index.js';
import type { Baseline, Doubt, School } from '../core/change/index.js';
import type { Tracing } from '../core/curve/index.js';
import { doubtSentence } from '../words/index.js';

const round = (v: number): number => Math.round(v * 100) / 100;

const doubtJson = (doubt: Doubt): Record<string, unknown> => ({
	...doubt,
	sure: round(Math.min(0.99, doubt.sure)),
	message: doubtSentence(doubt)
});

function baselineJson({ wasted, sure, hollowMm, twistDeg }: Baseline): Record<string, unknown> {
	const orNull = (v: number | undefined): number | null => (v === undefined ? null : round(v));
	return {
		wasted: wasted ?? null,
		sure: round(Math.min(0.99, sure)),
		hollow_mm: { near: orNull(hollowMm.near), off: orNull(hollowMm.off) },
		twist_deg: orNull(twistDeg)
	};
}

/** Limits of a saddle's own, mm. */
const limitsJson = ({ own, ...limits }: CallLimits): Record<string, unknown> => ({
	lead: own ? 'own' : 'usual',
	watch_loss_mm: limits.watchLossMm,
	refit_loss_mm: limits.refitLossMm,
	watch_gain_mm: limits.watchGainMm,
	refit_gain_mm: limits.refitGainMm,
	sides_apart_mm: limits.sidesApartMm,
	...(own ? { sd_mm: { loss: round(own.lossSdMm), gain: round(own.gainSdMm), apart: round(own.apartSdMm) } } : {})
});

/** One call in the contract's shape. */
export function callJson(call: Call): Record<string, unknown> {
	return {
		date: call.visitedOn,
		verdict: call.verdict,
		sureness: round(call.sureness),
		direction: call.direction,
		cause: call.cause,
		changes: call.changes.map((c) => ({
			station: c.station,
			side: c.side,
			measure: 'band_half_width_mm',
			mm: round(c.mm),
			ci95: c.ci95.map(round),
			real: c.real
		})),
		forecast: { refit_on: call.forecast.refitOn, earliest: call.forecast.earliest, latest: call.forecast.latest },
		reasons: call.reasons,
		doubts: (call.doubts ?? []).map(doubtJson),
		...(call.plain ? { plain_width: { mm: round(call.plain.mm), sd_mm: round(call.plain.sdMm) } } : {}),
		next_step: call.nextStep,
		next_on: call.nextOn
	};
}

/** The answer of `zt watch`. Visits before the fit mark have nothing to be compared with and say so. */
export function watchJson(
	tracings: readonly Tracing[],
	fittedOn: string,
	school: School,
	lead: LimitLead
): Record<string, unknown> {
	const watch = watchHorse(tracings, { fittedOn, school, lead });
	const judged = new Set(watch.calls.map((c) => c.visitedOn));
	const days = [...new Set(tracings.map((t) => t.visitedOn))].filter((d) => !judged.has(d)).sort();
	const last = watch.calls[watch.calls.length - 1] as Call;
	return {
		visits: watch.calls.map(callJson),
		not_judged: days.map((date) => ({ date, why: date < watch.fitDay ? 'before-fit' : 'no-front-tracing' })),
		doubts: watch.calls.flatMap((c) => c.doubts ?? []).map(doubtJson),
		...(watch.baseline ? { baseline: baselineJson(watch.baseline) } : {}),
		limits: limitsJson(limitsOfCall(last, school)),
		fit_day: watch.fitDay,
		noise: {
			within_visit_sd_mm: round(last.withinVisitSdMm),
			detectable_change_mm: round(last.detectableChangeMm)
		},
		engine: ENGINE_VERSION
	};
}
