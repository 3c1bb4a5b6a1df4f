import { CoreError } from '../../src/core/errors/index.js';

/** The code of the CoreError that `run` throws; fails the test when it throws nothing or something else. */
export function codeOf(run: () => unknown): string {
	try {
		run();
	} catch (error) {
		if (error instanceof CoreError) return error.code;
		throw error;
	}
	throw new Error('nothing was thrown');
}
