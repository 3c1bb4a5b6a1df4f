import type { DraftVisit } from '../entry/draft.js';
import { forgetQueued, queueSheets, queueTracings, sendTracings, sendVisit } from '../entry/sendVisit.js';
import { formatDay } from '../format.js';
import type { FiledVisit } from './filing.js';

export interface Desk {
	readonly horseId: string;
	readonly draft: DraftVisit;
	readonly pictures: readonly File[];
	readonly elsewhere: readonly FiledVisit[];
	readonly nameOf: (horseId: string) => string | undefined;
}

export interface DeskSaved {
	readonly saved: boolean;
	/** Visits of other horses that could not be sent; they stay on the desk. */
	readonly left: readonly FiledVisit[];
	/** What to tell the person; empty when all is well. */
	readonly say: string;
	/** There was no connection: it waits in the device's outbox. */
	readonly queued?: boolean;
	/** Somebody saved this visit meanwhile. */
	readonly conflict: boolean;
}

const KEPT = 'No connection. The visit is kept on this device and is sent when there is one.';
const UNSAFE =
	'No connection, and this device has no storage left. Keep this page open: the visit is sent when there is a connection.';

async function saveHere({ horseId, draft, pictures, nameOf }: Desk): Promise<Omit<DeskSaved, 'left'>> {
	if (draft.tracings.length === 0 && draft.version === undefined) return { saved: true, say: '', conflict: false };
	// What stands on the server is written whole from what was loaded; anything else is added.
	const result = await (draft.version === undefined ? sendTracings : sendVisit)(horseId, draft);
	if (result.status === 'unreached') {
		const safe = (await queueTracings(horseId, nameOf(horseId) ?? '', draft)) === 'safe';
		const refused = await queueSheets(draft.id, pictures);
		return { saved: safe, queued: true, say: [safe ? KEPT : UNSAFE, ...refused].join(' '), conflict: false };
	}
	if (result.status === 'refused')
		return { saved: false, say: result.message, conflict: result.code === 'changed-meanwhile' };
	await forgetQueued(draft.id);
	if (result.outcome === 'known') {
		const say = `This horse has these very tracings on ${formatDay(draft.visitedOn)} already. Nothing was written twice.`;
		return { saved: false, say, conflict: false };
	}
	return { saved: true, say: (await queueSheets(draft.id, pictures)).join(' '), conflict: false };
}

/** Saves the visit on the desk and those that sheets filed themselves into; pictures follow from the device's outbox. */
export async function saveDesk(desk: Desk): Promise<DeskSaved> {
	const here = await saveHere(desk);
	let left = desk.elsewhere;
	if (!here.saved) return { ...here, left };
	for (const visit of desk.elsewhere) {
		const result = await sendTracings(visit.horseId, visit.draft);
		if (result.status === 'unreached')
			await queueTracings(visit.horseId, desk.nameOf(visit.horseId) ?? '', visit.draft);
		else if (result.status === 'refused')
			return { saved: false, left, say: `${desk.nameOf(visit.horseId) ?? ''}: ${result.message}`, conflict: false };
		await queueSheets(visit.draft.id, visit.pictures);
		left = left.filter((v) => v !== visit);
	}
	return { ...here, left };
}
