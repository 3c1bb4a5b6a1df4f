import { threadsOf } from '../threads/index.js';
import { EXPORTS } from './exportWorker.js';

/** Makes an export in a worker with a time limit; one that is too slow is ended and said. Throws `export-too-slow`, `busy`, or what the maker throws. */
export const makeExport = threadsOf('exportWorker.mjs', EXPORTS, {
	most: 1,
	longestMs: 60_000,
	tooSlow: 'export-too-slow'
});
