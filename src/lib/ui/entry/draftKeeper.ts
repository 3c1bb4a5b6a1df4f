import type { KeptDraft } from '../offline/kept.js';
import { sync } from '../offline/sync.svelte.js';

const keyOf = (horseId: string, visitId: string | undefined): string => (visitId ? `${horseId} ${visitId}` : horseId);

/** Keeps what lies on the desk in the device's own database; says whether it is safe there. */
export async function keepDraft(
	horseId: string,
	visitId: string | undefined,
	desk: Omit<KeptDraft, 'id'>
): Promise<'safe' | 'memory'> {
	return (await sync.store()).put('drafts', { id: keyOf(horseId, visitId), ...desk });
}

export async function forgetDraft(horseId: string, visitId: string | undefined): Promise<void> {
	await (await sync.store()).drop('drafts', keyOf(horseId, visitId));
}

/** What was left on the desk for a horse and visit, if there is anything. */
export async function findDraft(horseId: string, visitId: string | undefined): Promise<KeptDraft | undefined> {
	const found = (await sync.store()).all('drafts').find((d) => d.id === keyOf(horseId, visitId));
	const holds = found && (found.draft.tracings.length > 0 || found.draft.note || found.loose.length > 0);
	return holds || found?.typed.length || found?.draft.version ? found : undefined;
}
