import { makeCurve, type Tracing } from '$core/curve/index.js';
import type { AskedDoubt, DoubtAnswer, DoubtRequest } from '../../../workers/doubtVisits.worker.js';
import type { DraftTracing, DraftVisit } from '../entry/draft.js';
import { doubtWorker } from '../threads/workers.js';

type PlainTracing = Pick<DraftTracing, 'station' | 'repeat' | 'xMm' | 'yMm'> & {
	readonly visitId: string;
	readonly visitedOn: string;
	readonly operator?: string;
	readonly source?: string;
	readonly checked?: boolean;
};
interface Backs {
	readonly tracings: readonly PlainTracing[];
	readonly neighbours: readonly {
		readonly id: string;
		readonly name: string;
		readonly tracings: readonly PlainTracing[];
	}[];
}

const asTracing = ({ xMm, yMm, ...t }: PlainTracing): Tracing => ({
	...t,
	curve: makeCurve(xMm.map((x, i) => [x, yMm[i] as number] as const))
});

const ofDraft = (draft: DraftVisit): Tracing[] =>
	draft.tracings.map((t) => {
		const { operator, source, station, repeat } = t;
		const plain = { visitId: draft.id, visitedOn: draft.visitedOn, station, repeat, xMm: t.xMm, yMm: t.yMm, source };
		return asTracing({
			...plain,
			...(operator ? { operator } : {}),
			...(draft.checked ? { checked: true } : {})
		});
	});

/** Drafts of one horse that are asked about together: the later are held against the earlier. */
export interface DraftsOfHorse {
	readonly horseId: string;
	readonly drafts: readonly DraftVisit[];
}

/** Asks of drafts whether they look like what they claim to be, beside a horse's record; a record is fetched once. */
export interface Asker {
	/** Doubts of the drafts; undefined where nobody can be asked (no connection, too slow). */
	readonly ask: (of: DraftsOfHorse) => Promise<readonly AskedDoubt[] | undefined>;
	readonly stop: () => void;
}

export function doubtAsker(): Asker {
	const worker = doubtWorker();
	const kept = new Map<string, Promise<Backs | undefined>>();
	const fetched = async (horseId: string): Promise<Backs | undefined> => {
		const response = await fetch(`/api/horses/${horseId}/backs`).catch(() => undefined);
		return response?.ok ? ((await response.json()) as Backs) : undefined;
	};
	return {
		async ask({ horseId, drafts }) {
			const backs = kept.get(horseId) ?? fetched(horseId);
			kept.set(horseId, backs);
			const known = await backs;
			if (!known) {
				kept.delete(horseId);
				return undefined;
			}
			const own = new Set(drafts.map((d) => d.id));
			const request: DoubtRequest = {
				record: known.tracings.filter((t) => !own.has(t.visitId)).map(asTracing),
				visits: drafts.map(ofDraft).filter((v) => v.length > 0),
				neighbours: known.neighbours.map((n) => ({ ...n, tracings: n.tracings.map(asTracing) }))
			};
			const answer = await worker.ask<DoubtAnswer>('ask', request).catch(() => undefined);
			return answer?.status === 'judged' ? answer.doubts : undefined;
		},
		stop: worker.stop
	};
}
