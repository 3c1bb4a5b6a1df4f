import { limitsOfCall, type Call } from '$core/call/index.js';
import { compareDays } from '$core/change/index.js';
import { MAIN_STATIONS } from '$core/curve/index.js';
import { numberAt } from '$core/reading/index.js';
import { answerPage, outlineOf } from '$lib/server/door/index.js';
import { app } from '$lib/server/app.js';
import { latestCalls, listCalls, listTracings, listVisitFields, longLinesOf } from '$lib/server/records/index.js';
import { trendOf } from '$lib/server/records/trends.js';
import type { PageServerLoad } from './$types.js';

/** A limit that is reached already is no forecast. */
const ahead = (call: Call) => (call.verdict === 'refit' || call.verdict === 'stop' ? null : call.forecast);

/** The back's shape through time at one station: `?station=T8&against=YYYY-MM-DD&on=YYYY-MM-DD`. */
export const load: PageServerLoad = ({ parent, url }) =>
	answerPage(async () => {
		const { db } = app();
		const { horse, pairings, marks: allMarks } = await parent();
		const pairing = pairings.find((p) => p.id === url.searchParams.get('pairing')) ?? pairings[0];
		const [tracings, calls, latest, visits] = await Promise.all([
			listTracings(db, horse.id),
			pairing ? listCalls(db, pairing.id) : [],
			latestCalls(
				db,
				pairings.map((p) => p.id)
			),
			listVisitFields(db, horse.id)
		]);
		const marks = allMarks.filter((m) => m.pairingId === pairing?.id);
		const station = MAIN_STATIONS.find((s) => s === url.searchParams.get('station')) ?? 'T8';
		const days = [...new Set(tracings.filter((t) => t.station === station).map((t) => t.visitedOn))].sort();
		const known = (name: string) => days.find((d) => d === url.searchParams.get(name));
		const fitDay = marks.at(-1)?.fittedOn;
		const against = known('against') ?? days.find((d) => d === fitDay) ?? days[0] ?? null;
		const last = calls.at(-1);
		const saddles = pairings.map((p) => {
			const call = latest.get(p.id);
			return {
				pairingId: p.id,
				name: p.saddleName,
				school: p.school,
				fittedOn: p.fittedOn ?? null,
				call: call ? { verdict: call.verdict, sureness: call.sureness, refitOn: ahead(call)?.refitOn ?? null } : null
			};
		});
		return {
			saddle: pairing?.saddleName ?? null,
			pairingId: pairing?.id ?? null,
			saddles,
			limits: limitsOfCall(calls.at(-1), pairing?.school ?? 'close'),
			station,
			days,
			against,
			on: known('on') ?? days[days.length - 1] ?? null,
			fitDays: marks.map((m) => m.fittedOn),
			comparison: against ? (compareDays(station, tracings, against) ?? null) : null,
			long: longLinesOf(tracings).map(({ curve, ...l }) => ({ ...l, line: outlineOf(curve) })),
			heights: visits.flatMap(({ visitedOn: on, states }) => {
				const [withersCm, croupCm] = [numberAt(states, 'tape/withersCm'), numberAt(states, 'tape/croupCm')];
				return withersCm === undefined || croupCm === undefined ? [] : [{ on, withersCm, croupCm }];
			}),
			trend: trendOf(calls, station),
			forecast: last ? ahead(last) : null,
			skill: last ? { repeatsMm: last.withinVisitSdMm, detectableMm: last.detectableChangeMm } : null
		};
	});
