import type { ScanAnswer, ScanRequest } from '../../../workers/cutScan.worker.js';
import { WorkerError, type WorkerClient } from '../threads/workerClient.js';

/** Asks the scan's worker; a scan that ends it, or takes too long, is no longer held and is opened again (`lost`). */
export const scanAsker =
	(worker: WorkerClient, lost: () => void) =>
	async (request: ScanRequest): Promise<ScanAnswer> => {
		try {
			return await worker.ask<ScanAnswer>('scan', request);
		} catch (e) {
			lost();
			const code = e instanceof WorkerError && e.code === 'too-slow' ? 'scan-too-slow' : 'scan-lost';
			return { status: 'refused', problem: { code, data: {} } };
		}
	};

/** A scan that was opened. */
export type OpenedScan = Extract<ScanAnswer, { status: 'open' }>;
