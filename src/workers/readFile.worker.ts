import workerpool from 'workerpool';
import { problemOf, type Problem } from '../core/errors/index.js';
import { readTracingFile, type FileReport } from '../core/formats/index.js';
import type { DrawnUnit } from '../core/units/index.js';

export interface ReadRequest {
	readonly file: File;
	readonly today: string;
	readonly unit?: DrawnUnit | undefined;
}

export type ReadAnswer =
	{ readonly status: 'read'; readonly report: FileReport } | { readonly status: 'refused'; readonly problem: Problem };

const LARGEST_BYTES = 20 * 1024 * 1024;

async function read({ file, today, unit }: ReadRequest): Promise<ReadAnswer> {
	if (file.size > LARGEST_BYTES) return { status: 'refused', problem: { code: 'too-large', data: { limitMb: 20 } } };
	try {
		return { status: 'read', report: readTracingFile(await file.text(), { today, unit }) };
	} catch (error) {
		return { status: 'refused', problem: problemOf(error) };
	}
}

workerpool.worker({ read });
