import type { Place, Section } from '$core/scan/index.js';
import type { DrawnUnit } from '$core/units/index.js';
import { errorSentence } from '$words/index.js';
import { scanWorker } from '../threads/workers.js';
import { scanAsker, type OpenedScan } from './scanAsk.js';

/**
 * A scan held by a worker: opened from a file, anew in another unit or with its other end in front, and cut.
 * `bridgeMm`: how wide a gap is bridged, where it is not the usual; `onopened` sets out what is to be cut.
 */
export function scanHeld(onopened: (scan: OpenedScan) => Promise<void>, bridgeMm?: number) {
	const worker = scanWorker();
	let file: File | undefined;
	let opened: OpenedScan | undefined = $state.raw();
	let atEnd = $state(false);
	let busy = $state(false);
	let refusal = $state('');
	const ask = scanAsker(worker, () => (opened = undefined));

	async function open(unit?: DrawnUnit): Promise<void> {
		if (!file) return;
		busy = true;
		const answer = await ask({
			ask: 'open',
			file,
			headAtEnd: atEnd,
			...(bridgeMm === undefined ? {} : { bridgeMm }),
			...(unit ? { unit } : {})
		});
		busy = false;
		if (answer.status !== 'open') {
			opened = undefined;
			refusal = answer.status === 'refused' ? errorSentence(answer.problem) : '';
			return;
		}
		[refusal, opened] = ['', answer];
		await onopened(answer);
	}
	return {
		get opened() {
			return opened;
		},
		/** Whether its front is at the other end. */
		get atEnd() {
			return atEnd;
		},
		get busy() {
			return busy;
		},
		get refusal() {
			return refusal;
		},
		refuse: (why: string): void => void (refusal = why),
		open,
		take(taken: File | undefined): Promise<void> {
			file = taken;
			return open();
		},
		turn(end: boolean): Promise<void> {
			atEnd = end;
			return open(opened?.unit);
		},
		/** Lays it so that the middle line runs through two places. */
		async square(a: Place, b: Place): Promise<void> {
			const answer = await ask({ ask: 'square', spine: [a, b] });
			if (answer.status === 'open') opened = answer;
		},
		/** The cut at a place; undefined where it is refused, which is said. */
		async cut(sMm: number): Promise<Section | undefined> {
			const answer = await ask({ ask: 'cut', sMm });
			if (answer.status === 'refused') refusal = errorSentence(answer.problem);
			return answer.status === 'cut' ? answer.section : undefined;
		},
		stop: (): void => worker.stop()
	};
}
