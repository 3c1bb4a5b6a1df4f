import type { KeptDraft } from '../offline/kept.js';
import { sync } from '../offline/sync.svelte.js';

const placeOf = (horseId: string, visitId: string | undefined): string => (visitId ? `${horseId} ${visitId}` : horseId);
/** A draft belongs to the person who began it: on a shared device nobody saves another's under their own name. */
const keyOf = (horseId: string, visitId: string | undefined): string => `${sync.personId} ${placeOf(horseId, visitId)}`;

/** Keeps what lies on the desk in the device's own database; says whether it is safe there. */
export async function keepDraft(
	horseId: string,
	visitId: string | undefined,
	desk: Omit<KeptDraft, 'id'>
): Promise<'safe' | 'memory'> {
	return (await sync.store()).put('drafts', { ...desk, id: keyOf(horseId, visitId), personId: sync.personId });
}

export async function forgetDraft(horseId: string, visitId: string | undefined): Promise<void> {
	const store = await sync.store();
	await store.drop('drafts', keyOf(horseId, visitId));
	// As an earlier version of the program named it.
	await store.drop('drafts', placeOf(horseId, visitId));
}

const EMPTY = { pictures: [], elsewhere: [], loose: [], typed: [] };

/** What was left on the desk for a horse and visit, or saved there and not sent yet, if there is anything of this person. */
export async function findDraft(horseId: string, visitId: string | undefined): Promise<KeptDraft | undefined> {
	const store = await sync.store();
	const keys = [keyOf(horseId, visitId), placeOf(horseId, visitId)];
	const found = keys.map((key) => store.all('drafts').find((d) => d.id === key)).find((d) => d !== undefined);
	const holds = found && (found.draft.tracings.length > 0 || found.draft.note || found.loose.length > 0);
	if (holds || found?.typed.length || found?.draft.version) return found;
	const unsent = store.all('tracings').find((t) => t.id === visitId && t.personId === sync.personId);
	return unsent && { id: unsent.id, draft: unsent.draft, ...EMPTY };
}
