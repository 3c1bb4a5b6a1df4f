import { expect } from 'chai';
import type { ReadLine } from '../../../src/core/photo/index.js';
import { makeSheetReader } from '../../../src/lib/ui/desk/sheetReader.js';
import { WorkerError, type WorkerClient } from '../../../src/lib/ui/threads/workerClient.js';
import type { SheetAnswer, SheetRequest } from '../../../src/workers/readSheet.worker.js';

const READ: SheetAnswer = { status: 'read', line: { apexIndex: 0 } as ReadLine, width: 10, height: 8 };
const file = (name: string): File => new File(['x'], name);

/** What the reader asks of its worker, answered as told; how the worker is kept is workerClient's own test. */
function reader(answer: (request: SheetRequest, tell: (share: number) => void) => SheetAnswer) {
	let stopped = 0;
	const client: WorkerClient = {
		ask: async <T>(method: string, request: unknown, onevent?: (told: unknown) => void) => {
			expect(method).to.equal('sheet');
			return answer(request as SheetRequest, (share) => onevent?.(share)) as T;
		},
		stop: () => stopped++
	};
	return { ...makeSheetReader(client), stops: () => stopped };
}

describe('reading sheets', () => {
	it('tells progress and what was read', async () => {
		const shares: number[] = [];
		const r = reader((_, tell) => {
			tell(0.5);
			return READ;
		});
		const result = await r.read(file('a'), 'a3', { onprogress: (s) => shares.push(s) });
		expect([result.status, shares]).to.deep.equal(['read', [0.5]]);
	});

	for (const [failure, code] of [
		['died', 'not-an-image'],
		['too-slow', 'sheet-too-slow'],
		['stopped', 'cancelled']
	] as const)
		it(`a worker that ${failure}: refused as ${code}, and the next is read`, async () => {
			const r = reader((request) => {
				if (request.file.name === 'bad') throw new WorkerError(failure);
				return READ;
			});
			const [bad, good] = await Promise.all([r.read(file('bad'), 'a3'), r.read(file('good'), 'a3')]);
			expect(bad.status === 'refused' && bad.problem.code).to.equal(code);
			expect(good.status).to.equal('read');
		});

	it('stops its worker', () => {
		const r = reader(() => READ);
		r.stop();
		expect(r.stops()).to.equal(1);
	});

	it('corners set by hand go with the request', async () => {
		let seen: unknown;
		const r = reader((request) => {
			seen = request.ask === 'read' ? request.corners : undefined;
			return READ;
		});
		const corners = [
			[0, 0],
			[9, 0],
			[9, 7],
			[0, 7]
		] as const;
		await r.read(file('a'), 'a3', { corners });
		expect(seen).to.deep.equal(corners);
	});
});
