import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { database, demoHorse } from '../support/database.js';

/** SQLSTATE classes: 23514 check, 23503 foreign key, 23505 unique. */
async function stateOf(query: ReturnType<typeof sql>): Promise<string> {
	try {
		await database().db.execute(query);
	} catch (error) {
		return ((error as Error).cause as { code: string }).code;
	}
	return 'accepted';
}

describe('the database itself refuses', () => {
	it('a saddle of one yard on a horse of another', async () => {
		const [here, there] = [await demoHorse('Samphire'), await demoHorse('Avocet')];
		const id = uuidv7();
		expect(
			await stateOf(
				sql`insert into pairing (id, yard_id, horse_id, saddle_id, in_use) values (${id}, ${here.yardId}, ${here.id}, ${there.saddleId}, false)`
			)
		).to.equal('23503');
	});

	it('a fit mark on another horse’s visit', async () => {
		const [here, there] = [await demoHorse('Samphire'), await demoHorse('Marram')];
		expect(
			await stateOf(
				sql`insert into fit_mark (id, pairing_id, horse_id, visit_id) values (${uuidv7()}, ${here.pairingId}, ${here.id}, ${there.visitIds[0]})`
			)
		).to.equal('23503');
	});

	it('a saddle twice on one horse', async () => {
		const { id, yardId, saddleId } = await demoHorse('Samphire');
		expect(
			await stateOf(
				sql`insert into pairing (id, yard_id, horse_id, saddle_id) values (${uuidv7()}, ${yardId}, ${id}, ${saddleId})`
			)
		).to.equal('23505');
	});

	const tracing = async (station: string, repeat: number, x: string, y: string) => {
		const { visitIds } = await demoHorse('Samphire');
		return stateOf(
			sql`insert into tracing (id, visit_id, station, repeat, x_mm, y_mm, source) values (${uuidv7()}, ${visitIds[0]}, ${station}, ${repeat}, ${x}::float8[], ${y}::float8[], 'points')`
		);
	};
	const five = '{1,2,3,4,5}';

	it('a tracing at no station, with uneven points, or numbered 0', async () => {
		expect(await tracing('C7', 9, five, five)).to.equal('23514');
		expect(await tracing('T10', 9, five, '{1,2}')).to.equal('23514');
		expect(await tracing('T10', 0, five, five)).to.equal('23514');
	});

	it('the same station and repeat twice in one visit', async () =>
		expect(await tracing('T8', 1, five, five)).to.equal('23505'));

	it('a role, a verdict and a picture it does not know', async () => {
		const { yardId, visitIds } = await demoHorse('Samphire');
		expect(await stateOf(sql`update membership set role = 'admin' where yard_id = ${yardId}`)).to.equal('23514');
		expect(await stateOf(sql`update stored_call set verdict = 'fine' where visit_id = ${visitIds[0]}`)).to.equal(
			'23514'
		);
		expect(
			await stateOf(
				sql`insert into photo (id, yard_id, kind, media_type, bytes, sha256) values (${uuidv7()}, ${yardId}, 'sheet', 'text/html', '\\x00', ${'0'.repeat(64)})`
			)
		).to.equal('23514');
	});
});
