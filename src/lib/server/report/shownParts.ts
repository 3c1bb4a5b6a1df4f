import { handHistory } from '../../../core/reading/index.js';
import { readSigns, tallyZones, type StrokeAge } from '../../../core/zones/index.js';
import { signLine } from '../../../words/index.js';
import type { Found } from '../records/index.js';

/** Strokes of a day by zone and side, for the strip. */
export function strokesOf(found: Found, day: string): Record<string, { age: StrokeAge; line: string }[]> {
	const tally = tallyZones(found.visits.flatMap(readSigns), day);
	return Object.fromEntries(
		[...tally].map(([key, strokes]) => [
			key,
			strokes.map((s) => ({ age: s.age, line: `${signLine(s.sign)}, ${s.sign.visitedOn}` }))
		])
	);
}

/** Fingers above the withers through time, bare or as first counted, for the rail. */
export function handsOnRail(found: Found, pairingId: string) {
	const series = handHistory(found.visits, pairingId).filter((s) => s.check === 'clearance-top');
	const one = series.find((s) => s.stage === 'bare') ?? series[0];
	return (one?.points ?? []).map(({ on, fingers }) => ({ on, fingers }));
}
