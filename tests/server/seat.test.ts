import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { v7 as uuidv7 } from 'uuid';
import type { FitDayView } from '../../src/core/seat/index.js';
import { signedIn, type Client } from '../support/client.js';
import { desc, eq } from 'drizzle-orm';
import { tables } from '../../src/lib/server/db/index.js';
import { database, demoHorse } from '../support/database.js';

describe('the fit-day saddle of a horse', () => {
	let owner: Client;
	let horse: { readonly id: string };
	let pairingId: string;
	let last: string;
	before(async () => {
		owner = await signedIn('owner');
		horse = await demoHorse('Marram');
		({ pairingId } = await demoHorse('Marram'));
		const [visit] = await database()
			.db.select()
			.from(tables.visit)
			.where(eq(tables.visit.horseId, horse.id))
			.orderBy(desc(tables.visit.visitedOn))
			.limit(1);
		last = visit?.visitedOn as string;
	});
	const ask = async (query: string): Promise<{ status: number; body: { seat: FitDayView; code?: string } }> => {
		const answer = await owner.get(`/api/horses/${horse.id}/seat?${query}`);
		return { status: answer.status, body: (await answer.json()) as { seat: FitDayView; code?: string } };
	};

	it('tips forward on the horse that was laid off, and the command says the same of the same points', async () => {
		const { status, body } = await ask(`pairing=${pairingId}&on=${last}`);
		expect(status).to.equal(200);
		expect(body.seat.dropFrontMm.value).to.be.above(3);
		expect(body.seat.tipDeg.value).to.be.above(0.5);
		const csv = await (await owner.get(`/api/horses/${horse.id}/points.csv`)).text();
		const said = spawnSync(
			process.execPath,
			['scripts/zt.mjs', 'seat', '--fit-day', '-', '--fitted', body.seat.fitDay, '--on', body.seat.on],
			{ input: csv, encoding: 'utf8' }
		);
		const told = JSON.parse(said.stdout) as { drop_front_mm: { value: number }; tip_deg: { value: number } };
		// Points come out of the record to a tenth of a millimetre.
		expect(told.drop_front_mm.value).to.be.closeTo(body.seat.dropFrontMm.value, 0.1);
		expect(told.tip_deg.value).to.be.closeTo(body.seat.tipDeg.value, 0.02);
	});

	it('each bar’s load adds up to the whole', async () => {
		const { seat } = (await ask(`pairing=${pairingId}&on=${last}`)).body;
		for (const view of [seat.fitted, seat.now]) {
			expect(view.thirds.reduce((a, b) => a + b, 0)).to.be.closeTo(1, 0.011);
			expect(view.near).to.have.length(view.off.length);
		}
	});

	it('a day before the fit mark, a pairing of nobody, a day that is none: refused by name', async () => {
		expect((await ask(`pairing=${pairingId}&on=2020-01-01`)).body.code).to.equal('not-found');
		expect((await ask(`pairing=${uuidv7()}&on=${last}`)).status).to.equal(404);
		expect((await ask(`pairing=${pairingId}&on=2031-01-01`)).body.code).to.equal('on-after-last');
		expect((await ask(`pairing=${pairingId}&on=soon`)).body.code).to.equal('bad-date');
	});
});
