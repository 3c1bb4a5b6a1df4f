import { LRUCache } from 'lru-cache';
import workerpool from 'workerpool';
import { problemOf, type Problem } from '../core/errors/index.js';
import { doubtVisits, resembledBack, type Course, type OtherBack, type VisitDoubt } from '../core/change/index.js';
import type { Tracing } from '../core/curve/index.js';

export interface DoubtRequest {
	/** What stands on record, without the visits asked about. */
	readonly record: readonly Tracing[];
	readonly visits: readonly (readonly Tracing[])[];
	readonly neighbours: readonly OtherBack[];
}

/** A doubt of a visit, with the horse of the yard that it resembles where it may be another one. */
export type AskedDoubt = VisitDoubt & { readonly resembles?: { readonly id: string; readonly name: string } };
export type DoubtAnswer =
	| { readonly status: 'judged'; readonly doubts: readonly AskedDoubt[] }
	| { readonly status: 'refused'; readonly problem: Problem };

/** A sheet is asked about again and again while it is put right: the record before it stays the same. */
const kept = new LRUCache<string, Course>({ max: 8 });

function ask({ record, visits, neighbours }: DoubtRequest): DoubtAnswer {
	try {
		const doubts = doubtVisits(record, visits, kept).map((doubt): AskedDoubt => {
			if (doubt.kind !== 'other-horse') return doubt;
			const visit = visits.find((v) => v[0]?.visitedOn === doubt.date) ?? [];
			const other = resembledBack(visit, record, neighbours);
			return other ? { ...doubt, resembles: { id: other.id, name: other.name } } : doubt;
		});
		return { status: 'judged', doubts };
	} catch (error) {
		return { status: 'refused', problem: problemOf(error) };
	}
}

workerpool.worker({ ask });
