import { expect } from 'chai';
import { drizzle } from 'drizzle-orm/node-postgres';
import { eq } from 'drizzle-orm';
import * as schema from '../../src/lib/server/db/schema/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import {
	listPairings,
	listSaddles,
	listVisits,
	readBoard,
	admissionOf,
	type Scope
} from '../../src/lib/server/records/index.js';
import { database, demoHorse } from '../support/database.js';

/** A database handle that counts what it is asked. */
function counting() {
	let count = 0;
	const db = drizzle(database().pool, { schema, logger: { logQuery: () => count++ } });
	return { db, count: () => count };
}

async function scopeByEmail(email: string): Promise<Scope> {
	const [person] = await database().db.select().from(tables.person).where(eq(tables.person.email, email));
	return (await admissionOf(database().db, person?.id as string)).scope;
}

const ALL = { search: '', page: 1, today: '2026-11-26', archived: false };

describe('queries a page', () => {
	it('do not grow with the horses of a yard', async () => {
		const scope = await scopeByEmail('bodyworker@saltings.example');
		const counts: number[] = [];
		for (const name of ['Samphire', 'Avocet']) {
			const { yardId } = await demoHorse(name);
			const { db, count } = counting();
			const board = await readBoard(db, scope, { ...ALL, yardId });
			expect(board.horses.length).to.be.at.least(6);
			await listSaddles(db, scope, yardId);
			counts.push(count());
		}
		expect(counts).to.deep.equal([3, 3]);
	});

	it('do not grow with the visits of a horse', async () => {
		for (const name of ['Samphire', 'Avocet']) {
			const { db, count } = counting();
			const { id } = await demoHorse(name);
			await listVisits(db, id);
			await listPairings(db, id);
			expect(count()).to.equal(2);
		}
	});

	it('find horses by part of a name, and treat signs as letters', async () => {
		const scope = await scopeByEmail('owner@saltings.example');
		const { yardId } = await demoHorse('Samphire');
		const find = async (search: string) =>
			(await readBoard(database().db, scope, { ...ALL, yardId, search })).horses.map((h) => h.name);
		expect(await find('mar')).to.deep.equal(['Marram']);
		expect(await find('%')).to.deep.equal([]);
		expect(await find("'; drop table horse; --")).to.deep.equal([]);
	});

	it('put the most urgent first', async () => {
		const scope = await scopeByEmail('owner@saltings.example');
		const { yardId } = await demoHorse('Samphire');
		const { horses, counts, total } = await readBoard(database().db, scope, { ...ALL, yardId });
		const rank = { stop: 0, refit: 1, watch: 2, steady: 4 };
		const ranks = horses.map((h) => (h.verdict ? rank[h.verdict] : 3));
		expect(ranks).to.deep.equal([...ranks].sort((a, b) => a - b));
		expect(Object.values(counts).reduce((a, b) => a + b, 0)).to.equal(total);
	});
});
