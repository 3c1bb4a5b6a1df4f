/** A broken precondition or refused input: a stable code with the data a sentence needs. */
export class CoreError extends Error {
	constructor(
		readonly code: string,
		readonly data: Readonly<Record<string, string | number>> = {}
	) {
		super(code);
		this.name = 'CoreError';
	}
}

/** Something noticed in a file or form; `line` counts from 1 where the source has lines. */
export interface Problem {
	readonly code: string;
	readonly line?: number;
	readonly data: Readonly<Record<string, string | number>>;
}

/** The problem a thrown CoreError stands for; anything else is rethrown. */
export function problemOf(error: unknown, line?: number): Problem {
	if (!(error instanceof CoreError)) throw error;
	return { code: error.code, data: error.data, ...(line === undefined ? {} : { line }) };
}
