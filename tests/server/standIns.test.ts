import { expect } from 'chai';
import type { AddressInfo } from 'node:net';
import { startStandIns, STEADY } from '../../scripts/standIns.js';
import { calmPad, readPadGrid } from '../../src/core/formats/index.js';

describe('the pressure pad’s stand-in', () => {
	it('gives a recording as CSV that is read, and frames live', async () => {
		const server = await startStandIns(0, { ...STEADY });
		try {
			const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
			const read = readPadGrid(await (await fetch(`${url}/pad.csv`)).text());
			expect(read).to.include({ rows: 20, columns: 16, frames: 20 });
			const live = await fetch(`${url}/pad`);
			expect(live.headers.get('content-type')).to.equal('text/event-stream');
			const stream = (live.body as ReadableStream<Uint8Array>).getReader();
			const first = new TextDecoder().decode((await stream.read()).value);
			await stream.cancel();
			const frame = readPadGrid(first.replace(/^data: /gm, ''));
			expect(frame).to.include({ rows: 20, columns: 16, frames: 1 });
			// Several frames are one calm picture; another grid is no part of it.
			const calm = calmPad([frame, read]);
			expect(calm?.frames).to.equal(21);
			expect(calm?.mean[100]).to.be.closeTo((frame.mean[100]! + 20 * read.mean[100]!) / 21, 1e-9);
			expect(calmPad([frame, { ...frame, rows: 10 }])).to.equal(undefined);
		} finally {
			server.closeAllConnections();
			server.close();
		}
	});
});
