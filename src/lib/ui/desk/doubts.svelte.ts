import type { AskedDoubt } from '../../../workers/doubtVisits.worker.js';
import type { DraftVisit } from '../entry/draft.js';
import { doubtAsker } from './askDoubts.js';

const PAUSE_MS = 500;
/** Nobody waits longer than this at the save button for an answer. */
const PATIENCE_MS = 6000;

/** What is doubted of the drafts on the desk, asked anew when they change. */
export function deskDoubts(horseOf: () => string) {
	const asker = doubtAsker(horseOf);
	let doubts: readonly AskedDoubt[] = $state.raw([]);
	/** Drafts that the answer is of, and those of the question under way. */
	let answered: readonly DraftVisit[] = $state.raw([]);
	let asking: { readonly of: readonly DraftVisit[]; readonly done: Promise<void> } | undefined;
	let timer: ReturnType<typeof setTimeout> | undefined;

	const same = (a: readonly DraftVisit[], b: readonly DraftVisit[]): boolean =>
		a.length === b.length && a.every((d, i) => d === b[i]);

	async function question(of: readonly DraftVisit[]): Promise<void> {
		const answer = of.some((d) => d.tracings.length > 0) ? await asker.ask(of) : [];
		// An answer to what is no longer on the desk is none.
		if (!asking || !same(asking.of, of)) return;
		asking = undefined;
		doubts = answer ?? [];
		answered = of;
	}
	function ask(of: readonly DraftVisit[]): Promise<void> {
		if (same(answered, of)) return Promise.resolve();
		if (asking && same(asking.of, of)) return asking.done;
		const begun = { of, done: Promise.resolve() };
		asking = begun;
		begun.done = question(of);
		return begun.done;
	}
	return {
		get all() {
			return doubts;
		},
		/** Asks soon: while somebody still enters, nothing is asked. */
		soon(of: readonly DraftVisit[]): void {
			clearTimeout(timer);
			timer = setTimeout(() => void ask(of), PAUSE_MS);
		},
		/** Asks now and waits for the answer, within patience. */
		async now(of: readonly DraftVisit[]): Promise<readonly AskedDoubt[]> {
			clearTimeout(timer);
			await Promise.race([ask(of), new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS))]);
			return same(answered, of) ? doubts : [];
		},
		stop(): void {
			clearTimeout(timer);
			asker.stop();
		}
	};
}
/** Doubts that are a question to the person; habits of a new hand are none. */
export const isQuestion = ({ kind }: Pick<AskedDoubt, 'kind'>): boolean => kind !== 'hands' && kind !== 'gear';
