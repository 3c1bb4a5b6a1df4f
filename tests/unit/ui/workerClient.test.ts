import { expect } from 'chai';
import path from 'node:path';
import { workerClient, WorkerError } from '../../../src/lib/ui/threads/workerClient.js';

const SCRIPT = path.resolve('tests/fixtures/slowWorker.cjs');
const codeOf = async (asked: Promise<unknown>): Promise<string> => {
	try {
		return `answered ${String(await asked)}`;
	} catch (e) {
		if (e instanceof WorkerError) return e.code;
		throw e;
	}
};

describe('the client of a worker', () => {
	const clients: ReturnType<typeof workerClient>[] = [];
	const client = (slowestMs = 20_000) => {
		const made = workerClient(SCRIPT, { slowestMs, workerType: 'thread' });
		clients.push(made);
		return made;
	};
	afterEach(() => clients.splice(0).forEach((c) => c.stop()));

	it('asks one worker one thing after another, and hears what it tells', async () => {
		const c = client();
		const told: unknown[] = [];
		const all = await Promise.all([c.ask('count', 0), c.ask('tells', 4, (t) => told.push(t)), c.ask('count', 0)]);
		expect(all).to.deep.equal([1, 'told', 2]);
		expect(told).to.deep.equal([0.25, 0.5, 0.75, 1]);
	});

	it('what takes too long is ended, and what waited is answered by a new worker', async () => {
		const c = client(3000);
		expect(await c.ask('count', 0)).to.equal(1);
		const [stuck, after] = await Promise.all([codeOf(c.ask('sticks', 0)), codeOf(c.ask('count', 0))]);
		expect([stuck, after]).to.deep.equal(['too-slow', 'answered 1']);
	});

	it('a worker that dies is replaced', async () => {
		const c = client();
		const [dead, after] = await Promise.all([codeOf(c.ask('dies', 0)), codeOf(c.ask('count', 0))]);
		expect([dead, after]).to.deep.equal(['died', 'answered 1']);
	});

	it('stopping ends what is under way and what waits; later things are answered', async () => {
		const c = client();
		const waiting = [codeOf(c.ask('sticks', 0)), codeOf(c.ask('count', 0))];
		c.stop();
		expect(await Promise.all(waiting)).to.deep.equal(['stopped', 'stopped']);
		expect(await c.ask('count', 0)).to.equal(1);
	});
});
