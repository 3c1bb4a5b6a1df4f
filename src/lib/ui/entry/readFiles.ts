import type { Problem } from '$core/errors/index.js';
import type { DrawnUnit } from '$core/units/index.js';
import type { FileReport } from '$core/formats/index.js';
import type { ReadAnswer, ReadRequest } from '../../../workers/readFile.worker.js';
import { fileWorker } from '../threads/workers.js';

export type FileResult =
	| { readonly name: string; readonly status: 'read'; readonly report: FileReport }
	| { readonly name: string; readonly status: 'refused'; readonly problem: Problem };

const UNREADABLE: ReadAnswer = { status: 'refused', problem: { code: 'unknown-kind', data: {} } };

/** Reads files one after another in a worker, so that the page stays quick; each is read or refused with its reason. */
export async function readFiles(files: readonly File[], today: string, unit?: DrawnUnit): Promise<FileResult[]> {
	const worker = fileWorker();
	const results: FileResult[] = [];
	for (const file of files) {
		const request: ReadRequest = { file, today, unit };
		results.push({ name: file.name, ...(await worker.ask<ReadAnswer>('read', request).catch(() => UNREADABLE)) });
	}
	worker.stop();
	return results;
}
