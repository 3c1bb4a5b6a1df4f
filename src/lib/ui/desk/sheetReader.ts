import type { Problem } from '$core/errors/index.js';
import type { Point, Quad, ReadLine, SheetCode, SheetName, View, Wipe } from '$core/photo/index.js';
import type { SheetAnswer, SheetRequest } from '../../../workers/readSheet.worker.js';
import { WorkerError, type WorkerClient, type WorkerFailure } from '../threads/workerClient.js';

interface Refused {
	readonly status: 'refused';
	readonly problem: Problem;
}
export type SheetResult =
	| {
			readonly status: 'read';
			readonly line: ReadLine;
			readonly code?: SheetCode;
			readonly width: number;
			readonly height: number;
	  }
	| Refused;
export type SnapResult = { readonly status: 'snapped'; readonly stroke: readonly Point[] } | Refused;

export interface SheetReader {
	readonly read: (
		file: File,
		sheet: SheetName,
		options?: { corners?: Quad; onprogress?: (share: number) => void }
	) => Promise<SheetResult>;
	/** Reads again in the same view, with stray marks wiped. */
	readonly wipe: (
		file: File,
		sheet: SheetName,
		view: View,
		wipes: readonly Wipe[],
		printed: boolean
	) => Promise<SheetResult>;
	/** Lays a stroke onto the drawn line beneath it. */
	readonly snap: (file: File, sheet: SheetName, view: View, stroke: readonly Point[]) => Promise<SnapResult>;
	/** Stops at once; what waits is refused as `cancelled`. */
	readonly stop: () => void;
}

const REFUSED: Readonly<Record<WorkerFailure, string>> = {
	'too-slow': 'sheet-too-slow',
	died: 'not-an-image',
	stopped: 'cancelled'
};

/** Reads sheets one after another in a worker, so that the page stays quick. A worker that dies is replaced. */
export function makeSheetReader(worker: WorkerClient): SheetReader {
	const ask = (request: SheetRequest, onprogress: (share: number) => void = () => undefined): Promise<SheetAnswer> =>
		worker
			.ask<SheetAnswer>('sheet', request, (told) => onprogress(told as number))
			.catch((e: unknown): SheetAnswer => {
				if (!(e instanceof WorkerError)) throw e;
				return { status: 'refused', problem: { code: REFUSED[e.code], data: {} } };
			});
	return {
		read: (file, sheet, { corners, onprogress } = {}) =>
			ask({ ask: 'read', file, sheet, ...(corners ? { corners } : {}) }, onprogress) as Promise<SheetResult>,
		wipe: (file, sheet, view, wipes, printed) =>
			ask({ ask: 'wipe', file, sheet, view, wipes, printed }) as Promise<SheetResult>,
		snap: (file, sheet, view, stroke) => ask({ ask: 'snap', file, sheet, view, stroke }) as Promise<SnapResult>,
		stop: worker.stop
	};
}
