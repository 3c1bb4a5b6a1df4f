import type { Problem } from '$core/errors/index.js';
import type { FileReport } from '$core/formats/index.js';
import type { ReadAnswer, ReadRequest } from '../../../workers/readFile.worker.js';

export type FileResult =
	| { readonly name: string; readonly status: 'read'; readonly report: FileReport }
	| { readonly name: string; readonly status: 'refused'; readonly problem: Problem };

const SLOWEST_MS = 60_000;

function readOne(worker: Worker, file: File, today: string, id: number): Promise<FileResult> {
	return new Promise((resolve) => {
		const refuse = (code: string) => resolve({ name: file.name, status: 'refused', problem: { code, data: {} } });
		const timer = setTimeout(() => refuse('unknown-kind'), SLOWEST_MS);
		worker.onerror = () => refuse('unknown-kind');
		worker.onmessage = (event: MessageEvent<ReadAnswer>) => {
			if (event.data.id !== id) return;
			clearTimeout(timer);
			const answer = event.data;
			resolve(
				answer.status === 'read'
					? { name: file.name, status: 'read', report: answer.report }
					: { name: file.name, status: 'refused', problem: answer.problem }
			);
		};
		worker.postMessage({ id, file, today } satisfies ReadRequest);
	});
}

/** Reads files one after another in a worker, so that the page stays quick; each is read or refused with its reason. */
export async function readFiles(files: readonly File[], today: string): Promise<FileResult[]> {
	const worker = new Worker(new URL('../../../workers/readFile.worker.ts', import.meta.url), { type: 'module' });
	const results: FileResult[] = [];
	try {
		for (const [i, file] of files.entries()) results.push(await readOne(worker, file, today, i));
	} finally {
		worker.terminate();
	}
	return results;
}
