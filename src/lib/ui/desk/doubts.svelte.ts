import type { AskedDoubt } from '../../../workers/doubtVisits.worker.js';
import type { DraftVisit } from '../entry/draft.js';
import { doubtAsker, type DraftsOfHorse } from './askDoubts.js';

const PAUSE_MS = 500;
/** Nobody waits longer than this at the save button for an answer. */
const PATIENCE_MS = 6000;

/** What is doubted of the drafts on the desk, of whichever horse, asked anew when they change. */
export function deskDoubts() {
	const asker = doubtAsker();
	let doubts: readonly (readonly AskedDoubt[])[] = $state.raw([]);
	/** Drafts that the answers are of, and those of the question under way. */
	let answered: readonly DraftsOfHorse[] = $state.raw([]);
	let asking: { readonly of: readonly DraftsOfHorse[]; readonly done: Promise<void> } | undefined;
	let timer: ReturnType<typeof setTimeout> | undefined;

	async function answer(of: readonly DraftsOfHorse[]): Promise<void> {
		const answers: (readonly AskedDoubt[])[] = [];
		for (const those of of) {
			const some = those.drafts.some((d) => d.tracings.length > 0);
			answers.push((some ? await asker.ask(those) : undefined) ?? []);
			// An answer to what is no longer on the desk is none.
			if (!asking || !sameDrafts(asking.of, of)) return;
		}
		asking = undefined;
		doubts = answers;
		answered = of;
	}
	function ask(of: readonly DraftsOfHorse[]): Promise<void> {
		if (sameDrafts(answered, of)) return Promise.resolve();
		if (asking && sameDrafts(asking.of, of)) return asking.done;
		const begun = { of, done: Promise.resolve() };
		asking = begun;
		begun.done = answer(of);
		return begun.done;
	}
	return {
		/** Those of one of the drafts, as last answered. */
		of({ id, visitedOn }: DraftVisit): readonly AskedDoubt[] {
			const at = answered.findIndex((q) => q.drafts.some((d) => d.id === id));
			return (doubts[at] ?? []).filter((d) => d.date === visitedOn);
		},
		/** Asks soon: while somebody still enters, nothing is asked. */
		soon(of: readonly DraftsOfHorse[]): void {
			clearTimeout(timer);
			timer = setTimeout(() => void ask(of), PAUSE_MS);
		},
		/** Asks now and waits for the answer, within patience. */
		async now(of: readonly DraftsOfHorse[]): Promise<readonly AskedDoubt[]> {
			clearTimeout(timer);
			await Promise.race([ask(of), new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS))]);
			return sameDrafts(answered, of) ? doubts.flat() : [];
		},
		stop(): void {
			clearTimeout(timer);
			asker.stop();
		}
	};
}
/** Whether the very same drafts of the same horses are meant. */
export const sameDrafts = (a: readonly DraftsOfHorse[], b: readonly DraftsOfHorse[]): boolean =>
	a.length === b.length &&
	a.every(({ horseId, drafts }, i) => {
		const other = b[i] as DraftsOfHorse;
		return (
			horseId === other.horseId &&
			drafts.length === other.drafts.length &&
			drafts.every((d, k) => d === other.drafts[k])
		);
	});
/** Doubts that are a question to the person; habits of a new hand are none. */
export const isQuestion = ({ kind }: Pick<AskedDoubt, 'kind'>): boolean => kind !== 'hands' && kind !== 'gear';
