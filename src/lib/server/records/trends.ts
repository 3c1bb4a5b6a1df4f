import { FRONT_STATION, type Call } from '../../../core/call/index.js';
import type { SideChange } from '../../../core/change/index.js';

const sideOf = (call: Call, station: string, side: string): SideChange | undefined =>
	call.changes.find((c) => c.station === station && c.side === side);

/** Points of the rail: the front's change on both sides at each call. */
export const railPoints = (calls: readonly Call[]) =>
	calls.map((c) => {
		const [near, off] = [sideOf(c, 'T8', 'near'), sideOf(c, 'T8', 'off')];
		return { day: c.visitedOn, nearMm: near?.mm ?? 0, offMm: off?.mm ?? 0, sdMm: near?.sdMm ?? 0 };
	});

/** Change of a station through time, side by side. */
export function trendOf(calls: readonly Call[], station: string) {
	const side = (which: string) =>
		calls.flatMap((call) => {
			const c = sideOf(call, station, which);
			return c ? [{ day: call.visitedOn, mm: c.mm, sdMm: c.sdMm }] : [];
		});
	// As drawn, without a model: of the front alone.
	const plain =
		station === FRONT_STATION ? calls.flatMap((c) => (c.plain ? [{ day: c.visitedOn, ...c.plain }] : [])) : [];
	return { near: side('near'), off: side('off'), plain };
}
