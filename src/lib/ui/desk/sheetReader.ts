import type { Problem } from '$core/errors/index.js';
import type { Point, Quad, ReadLine, SheetCode, SheetName, View, Wipe } from '$core/photo/index.js';
import type { SheetAnswer, SheetRequest } from '../../../workers/readSheet.worker.js';

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

const SLOWEST_MS = 60_000;
const refused = (code: string): Refused => ({ status: 'refused', problem: { code, data: {} } });

type Settled = Exclude<SheetAnswer, { status: 'progress' }> | Refused;
type Without<T> = T extends unknown ? Omit<T, 'id'> : never;

/** Reads sheets one after another in a worker, so that the page stays quick. A worker that dies is replaced. */
export function makeSheetReader(
	spawn = (): Worker => new Worker(new URL('../../../workers/readSheet.worker.ts', import.meta.url), { type: 'module' })
): SheetReader {
	let worker: Worker | undefined;
	let last: Promise<unknown> = Promise.resolve();
	let count = 0;
	let generation = 0;
	let settle: ((r: Refused) => void) | undefined;

	function one(request: SheetRequest, onprogress: (share: number) => void): Promise<Settled> {
		return new Promise((resolve) => {
			const active = (worker ??= spawn());
			const finish = (r: Settled, dead = false) => {
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
	function queue(request: Without<SheetRequest>, onprogress: (share: number) => void = () => undefined) {
		const mine = generation;
		const full = { ...request, id: ++count } as SheetRequest;
		const next = last.then(() => (mine === generation ? one(full, onprogress) : refused('cancelled')));
		last = next;
		return next;
	}
	return {
		read: (file, sheet, { corners, onprogress } = {}) =>
			queue({ ask: 'read', file, sheet, ...(corners ? { corners } : {}) }, onprogress) as Promise<SheetResult>,
		wipe: (file, sheet, view, wipes, printed) =>
			queue({ ask: 'wipe', file, sheet, view, wipes, printed }) as Promise<SheetResult>,
		snap: (file, sheet, view, stroke) => queue({ ask: 'snap', file, sheet, view, stroke }) as Promise<SnapResult>,
		stop: () => {
			generation++;
			settle?.(refused('cancelled'));
		}
	};
}
