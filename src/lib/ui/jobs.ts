/** How far something is that was asked for. */
export interface JobSeen {
	readonly id: string;
	readonly state: 'waiting' | 'working' | 'done' | 'failed' | 'cancelled';
	readonly done: number;
	readonly total: number;
	readonly fileName: string | null;
	/** Why it failed, in a sentence. */
	readonly message?: string;
}

const FIRST_MS = 300;
const SLOWEST_MS = 3000;
const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Asks for a job, or for one that was asked for before, and tells how far it is until it has ended. A connection that
 * is away for a while is waited for; what the server refuses is thrown as an error with its sentence.
 */
export async function followJob(url: string, method: 'GET' | 'PUT', tell: (seen: JobSeen) => void): Promise<void> {
	let pause = FIRST_MS;
	let next = { url, method };
	for (;;) {
		const response = await fetch(next.url, { method: next.method }).catch(() => undefined);
		if (response && response.status < 500) {
			const body = (await response.json()) as JobSeen & { message?: string };
			if (!response.ok) throw new Error(body.message ?? 'The server would not take it.');
			tell(body);
			if (body.state !== 'waiting' && body.state !== 'working') return;
			next = { url: `/api/jobs/${body.id}`, method: 'GET' };
		}
		await wait(pause);
		pause = Math.min(SLOWEST_MS, pause * 1.3);
	}
}
