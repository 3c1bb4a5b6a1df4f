import { problemOf, type Problem } from '../core/errors/index.js';
import { readTracingFile, type FileReport } from '../core/formats/index.js';

export interface ReadRequest {
	readonly id: number;
	readonly file: File;
	readonly today: string;
}

export type ReadAnswer =
	| { readonly id: number; readonly status: 'read'; readonly report: FileReport }
	| { readonly id: number; readonly status: 'refused'; readonly problem: Problem };

const LARGEST_BYTES = 20 * 1024 * 1024;

async function read(request: ReadRequest): Promise<ReadAnswer> {
	const { id, file, today } = request;
	if (file.size > LARGEST_BYTES)
		return { id, status: 'refused', problem: { code: 'too-large', data: { limitMb: 20 } } };
	try {
		return { id, status: 'read', report: readTracingFile(await file.text(), { today }) };
	} catch (error) {
		return { id, status: 'refused', problem: problemOf(error) };
	}
}

self.onmessage = async (event: MessageEvent<ReadRequest>) => self.postMessage(await read(event.data));
