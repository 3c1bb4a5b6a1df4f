import { expect } from 'chai';
import type { ReadLine } from '../../../src/core/photo/index.js';
import { makeSheetReader } from '../../../src/lib/ui/desk/sheetReader.js';
import type { SheetAnswer, SheetRequest } from '../../../src/workers/readSheet.worker.js';

const LINE = { apexIndex: 0 } as ReadLine;
const file = (name: string): File => new File(['x'], name);

/** A worker that answers as told, or dies, or keeps silent. */
class FakeWorker {
	onmessage: ((e: { data: SheetAnswer }) => void) | undefined;
	onerror: (() => void) | undefined;
	ended = false;
	constructor(readonly behave: (request: SheetRequest, worker: FakeWorker) => void) {}
	postMessage(request: SheetRequest): void {
		queueMicrotask(() => this.behave(request, this));
	}
	say(data: SheetAnswer): void {
		this.onmessage?.({ data });
	}
	terminate(): void {
		this.ended = true;
	}
}
const made: FakeWorker[] = [];
const reader = (behave: FakeWorker['behave']) =>
	makeSheetReader(() => {
		const w = new FakeWorker(behave);
		made.push(w);
		return w as unknown as Worker;
	});
const reads = (request: SheetRequest, w: FakeWorker): void =>
	w.say({ id: request.id, status: 'read', line: LINE, width: 10, height: 8 });

describe('reading sheets one after another', () => {
	beforeEach(() => made.splice(0));

	it('uses one worker, in order, and tells progress', async () => {
		const order: string[] = [];
		const shares: number[] = [];
		const r = reader((request, w) => {
			order.push(request.file.name);
			w.say({ id: request.id, status: 'progress', share: 0.5 });
			reads(request, w);
		});
		const results = await Promise.all(
			['a', 'b', 'c'].map((n) => r.read(file(n), 'a3', { onprogress: (s) => shares.push(s) }))
		);
		expect(results.map((x) => x.status)).to.deep.equal(['read', 'read', 'read']);
		expect([order, shares, made.length]).to.deep.equal([['a', 'b', 'c'], [0.5, 0.5, 0.5], 1]);
	});

	it('a picture that kills its worker is refused, and the next is read by a new one', async () => {
		const r = reader((request, w) => (request.file.name === 'bad' ? w.onerror?.() : reads(request, w)));
		const [bad, good] = await Promise.all([r.read(file('bad'), 'a3'), r.read(file('good'), 'a3')]);
		expect(bad.status === 'refused' && bad.problem.code).to.equal('not-an-image');
		expect(good.status).to.equal('read');
		expect(made.map((w) => w.ended)).to.deep.equal([true, false]);
	});

	it('stopping refuses what is read and what waits, and later ones are read again', async () => {
		let silent = true;
		const r = reader((request, w) => {
			if (!silent) reads(request, w);
		});
		const waiting = [r.read(file('a'), 'a3'), r.read(file('b'), 'a3')];
		await new Promise((resolve) => setTimeout(resolve, 5));
		r.stop();
		const codes = (await Promise.all(waiting)).map((x) => x.status === 'refused' && x.problem.code);
		expect(codes).to.deep.equal(['cancelled', 'cancelled']);
		silent = false;
		expect((await r.read(file('c'), 'a3')).status).to.equal('read');
	});

	it('corners set by hand go with the request', async () => {
		let seen: unknown;
		const r = reader((request, w) => {
			seen = request.ask === 'read' ? request.corners : undefined;
			reads(request, w);
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
