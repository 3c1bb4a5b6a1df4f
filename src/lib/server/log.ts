interface Where {
	readonly method: string;
	/** Without its query: that may hold what is nobody's business. */
	readonly path: string;
	readonly request: string;
}

const textOf = (value: unknown): string | undefined => (typeof value === 'string' ? value : undefined);

/** What may be written of an error: its kind, code and the first line of its root, never a query's parameters. */
function factsOf(error: unknown): Record<string, string | undefined> {
	if (!(error instanceof Error)) return { error: typeof error };
	const root = error.cause instanceof Error ? error.cause : error;
	const code = 'code' in root ? textOf(root.code) : undefined;
	// A failed query's own message carries its parameters; a constraint's detail carries values.
	const message = error.message.startsWith('Failed query') && root === error ? 'failed query' : root.message;
	const place = (root.stack ?? '').split('\n').find((l) => l.trim().startsWith('at '));
	return { error: root.name, code, message: message.split('\n')[0]?.slice(0, 200), place: place?.trim() };
}

/** One structured line a happening, without secrets. */
export function logLine(level: 'error' | 'warn' | 'info', what: string, facts: Record<string, unknown> = {}): void {
	process.stderr.write(`${JSON.stringify({ at: new Date().toISOString(), level, what, ...facts })}\n`);
}

export const logError = (what: string, error: unknown, where?: Where | { readonly horse: string }): void =>
	logLine('error', what, { ...where, ...factsOf(error) });
