import { readAnswers } from '../checks/index.js';
import type { Day } from '../units/index.js';
import { hasFindings, type FieldState } from '../visit/index.js';
import { latestFirst, readSigns, signField, standingSigns, vetReason, type VisitFields } from '../zones/index.js';
import { decisionOf, goingOf, shareOf, signKey, weightOf } from './gather.js';

/** Counts of the room in front are followed through all visits. */
const ROOM = /^check\/[^/]+\/\w+\/clearance-(top|sides)\//;
const CHECK_PAIRING = /^check\/([^/]+)\//;

/**
 * What of earlier visits still bears on a day: evidence gathered from this is the same as from all of them.
 * A page that must judge without a connection carries no more than this.
 */
export function pruneVisits<V extends VisitFields>(visits: readonly V[], day: Day): V[] {
	const back = latestFirst(visits, day);
	const kept = new Map<V, Set<string>>();
	const keep = (v: V, wanted: (field: string) => boolean) => {
		const fields = kept.get(v) ?? new Set<string>();
		for (const field of v.states.keys()) if (wanted(field)) fields.add(field);
		kept.set(v, fields);
	};
	const standing = new Set(standingSigns(visits, day).map((s) => `${signKey(s)} ${s.visitedOn}`));
	const strong = new Set(back.flatMap(readSigns).filter(vetReason).map(signKey));
	const pairingsSeen = new Set<string>();
	const once = new Set<string>();
	const first = (name: string, found: unknown) => {
		if (found === undefined || once.has(name)) return false;
		once.add(name);
		return true;
	};
	for (const v of back) {
		for (const s of readSigns(v)) {
			const field = signField(s.kind, s.zone, s.side);
			// Where a strong answer of old is kept, what took it back is kept too.
			if (standing.has(`${signKey(s)} ${v.visitedOn}`) || strong.has(signKey(s))) keep(v, (f) => f === field);
		}
		keep(v, (f) => f.startsWith('rest/') || ROOM.test(f));
		for (const id of new Set(readAnswers(v.states).map((a) => a.pairingId)))
			if (!pairingsSeen.has(id)) {
				pairingsSeen.add(id);
				keep(v, (f) => CHECK_PAIRING.exec(f)?.[1] === id);
			}
		if (first('going', goingOf(v))) keep(v, (f) => f.startsWith('going/'));
		if (first('share', shareOf(v.states))) keep(v, (f) => /^(tape\/(girth|length)Cm|load\/)/.test(f));
		const weight = weightOf(v.states);
		if (weight !== undefined && (first('weight', weight) || first('weight before', weight)))
			keep(v, (f) => /^tape\/(girth|length)Cm$/.test(f));
		if (first('decided', decisionOf(v))) keep(v, (f) => /^(decide|treat)\//.test(f));
		if (first('findings', hasFindings(v.states) || undefined)) keep(v, (f) => !f.startsWith('check/'));
	}
	return visits.flatMap((v): V[] => {
		const fields = kept.get(v) ?? [];
		const states = new Map<string, FieldState>();
		for (const f of fields) {
			const state = v.states.get(f);
			if (state) states.set(f, state);
		}
		return states.size > 0 ? [{ ...v, states }] : [];
	});
}
