import type { Curve } from '$core/curve/index.js';
import { frameFor } from '$core/curve/index.js';
import type { SheetCode, SheetName } from '$core/photo/index.js';
import { v7 as uuidv7 } from 'uuid';
import { draftTracing, freeRepeat, withTracing, type DraftVisit } from '../entry/draft.js';

/** A sheet that was read and is to be kept. */
export interface KeptSheet {
	readonly station: string;
	/** As printed or ticked on it; the next free one where nothing says. */
	readonly repeat: number | undefined;
	readonly curve: Curve;
	readonly file: File;
	readonly code: SheetCode | undefined;
	readonly operator: string;
	readonly quality: number | undefined;
}

/** A picture laid on the desk and not kept yet. */
export interface LooseSheet {
	readonly file: File;
	readonly sheet: SheetName;
	readonly station: string;
}

/** A visit that sheets filed themselves into, with their pictures. */
export interface FiledVisit {
	readonly horseId: string;
	readonly draft: DraftVisit;
	readonly pictures: readonly File[];
}

/** The visit with one more sheet. */
export function withSheet(
	visit: FiledVisit,
	{ station, repeat, curve, file, operator, quality }: KeptSheet
): FiledVisit {
	const at = repeat ?? freeRepeat(visit.draft, station);
	return {
		...visit,
		draft: withTracing(
			visit.draft,
			draftTracing(station, at, frameFor(station, curve), { source: 'photo', operator, quality })
		),
		pictures: visit.pictures.includes(file) ? visit.pictures : [...visit.pictures, file]
	};
}

/** A visit as one of another horse: a visit of its own. */
export const underHorse = (visit: FiledVisit, horseId: string): FiledVisit => ({
	...visit,
	horseId,
	draft: { ...visit.draft, id: uuidv7() }
});

/** True when the sheet belongs to the visit on the desk, or to none in particular. */
export const belongsHere = (code: SheetCode | undefined, here: { horseId: string; visitId: string }): boolean =>
	code === undefined || (code.horseId === here.horseId && code.visitId === here.visitId);

/** The visits beside the one on the desk, with one more sheet in the visit that its code names. */
export function fileElsewhere(
	visits: readonly FiledVisit[],
	sheet: KeptSheet & { readonly code: SheetCode },
	visitedOn: string
): FiledVisit[] {
	const { horseId, visitId } = sheet.code;
	const found = visits.find((v) => v.draft.id === visitId);
	const visit = found ?? { horseId, draft: { id: visitId, visitedOn, note: '', tracings: [] }, pictures: [] };
	return [...visits.filter((v) => v !== found), withSheet(visit, sheet)];
}
