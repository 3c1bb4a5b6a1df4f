import { v7 as uuidv7 } from 'uuid';
import type { Client } from './client.js';
import { eventually } from './eventually.js';

export interface JobAnswer {
	readonly id: string;
	readonly state: string;
	readonly done: number;
	readonly total: number;
	readonly fileName: string | null;
	readonly message?: string;
}

export const askReport = async (
	who: Client,
	of: { readonly id: string; readonly pairingId: string },
	{ job = uuidv7(), whom = 'fitter', paper = 'a4' } = {}
): Promise<{ status: number; job: JobAnswer }> => {
	const asked = new URLSearchParams({ horse: of.id, pairing: of.pairingId, whom, paper });
	const answer = await who.send('PUT', `/api/jobs/${job}?${asked.toString()}`);
	return { status: answer.status, job: (await answer.json()) as JobAnswer };
};

export const jobOf = async (who: Client, id: string): Promise<JobAnswer> =>
	(await (await who.get(`/api/jobs/${id}`)).json()) as JobAnswer;

/** Waits until a job has ended. */
export async function ended(who: Client, id: string): Promise<JobAnswer> {
	await eventually(async () => !['waiting', 'working'].includes((await jobOf(who, id)).state), 120);
	return jobOf(who, id);
}

export async function reportFile(
	who: Client,
	of: { readonly id: string; readonly pairingId: string },
	how: { readonly whom?: string; readonly paper?: string } = {}
): Promise<Buffer> {
	const { job } = await askReport(who, of, how);
	await ended(who, job.id);
	return Buffer.from(await (await who.get(`/api/jobs/${job.id}/file`)).arrayBuffer());
}
