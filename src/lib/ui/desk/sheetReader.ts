import type { Problem } from '$core/errors/index.js';
import type { Quad, ReadLine, SheetName } from '$core/photo/index.js';
import type { SheetAnswer, SheetRequest } from '../../../workers/readSheet.worker.js';

export type SheetResult =
	| { readonly status: 'read'; readonly line: ReadLine; readonly width: number; readonly height: number }
	| { readonly status: 'refused'; readonly problem: Problem };

export interface SheetReader {
	readonly read: (
		file: File,
		sheet: SheetName,
		options?: { corners?: Quad; onprogress?: (share: number) => void }
	) => Promise<SheetResult>;
	/** Stops at once; what waits is refused as `cancelled`. */
	readonly stop: () => void;
}

const SLOWEST_MS = 60_000;
const refused = (code: string): SheetResult => ({ status: 'refused', problem: { code, data: {} } });

/** Reads sheets one after another in a worker, so that the page stays quick. A worker that dies is replaced. */
export function makeSheetReader(
	spawn = (): Worker => new Worker(new URL('../../../workers/readSheet.worker.ts', import.meta.url), { type: 'module' })
): SheetReader {
	let worker: Worker | undefined;
	let last: Promise<unknown> = Promise.resolve();
	let count = 0;
	let generation = 0;
	let settle: ((r: SheetResult) => void) | undefined;

	function one(request: SheetRequest, onprogress: (share: number) => void): Promise<SheetResult> {
		return new Promise((resolve) => {
			const active = (worker ??= spawn());
			const finish = (r: SheetResult, dead = false) => {
				clearTimeout(timer);
				settle = undefined;
				if (dead) {
					active.terminate();
					worker = undefined;
				}
				resolve(r);
			};
			const timer = setTimeout(() => finish(refused('sheet-too-slow'), true), SLOWEST_MS);
			settle = (r) => finish(r, true);
			active.onerror = () => finish(refused('not-an-image'), true);
			active.onmessage = ({ data }: MessageEvent<SheetAnswer>) => {
				if (data.id !== request.id) return;
				if (data.status === 'progress') onprogress(data.share);
				else finish(data);
			};
			active.postMessage(request);
		});
	}
	return {
		read: (file, sheet, { corners, onprogress = () => undefined } = {}) => {
			const mine = generation;
			const request = { id: ++count, file, sheet, ...(corners ? { corners } : {}) };
			const next = last.then(() => (mine === generation ? one(request, onprogress) : refused('cancelled')));
			last = next;
			return next;
		},
		stop: () => {
			generation++;
			settle?.(refused('cancelled'));
		}
	};
}
