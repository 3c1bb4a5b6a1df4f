import cutScan from '../../../workers/cutScan.worker.ts?worker&url';
import doubtVisits from '../../../workers/doubtVisits.worker.ts?worker&url';
import readFile from '../../../workers/readFile.worker.ts?worker&url';
import readSheet from '../../../workers/readSheet.worker.ts?worker&url';
import { workerClient, type WorkerClient } from './workerClient.js';

export const fileWorker = (): WorkerClient => workerClient(readFile);
export const sheetWorker = (): WorkerClient => workerClient(readSheet);
export const scanWorker = (): WorkerClient => workerClient(cutScan);
export const doubtWorker = (): WorkerClient => workerClient(doubtVisits);
