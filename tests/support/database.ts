import { and, eq, isNull } from 'drizzle-orm';
import { connect, tables, type Connection } from '../../src/lib/server/db/index.js';

let connection: Connection | undefined;

/** The database under the server under test. */
export function database(): Connection {
	const url = process.env['ZT_TEST_DATABASE'];
	if (!url) throw new Error('Run with "npm test": it starts the database that this needs.');
	return (connection ??= connect(url, 3));
}

export async function closeDatabase(): Promise<void> {
	await connection?.pool.end();
	connection = undefined;
}

/** Ids of a demo horse with its yard, first saddle and the visits that stand. */
export async function demoHorse(
	name: string
): Promise<{ id: string; yardId: string; pairingId: string; saddleId: string; visitIds: string[] }> {
	const { db } = database();
	const [horse] = await db.select().from(tables.horse).where(eq(tables.horse.name, name));
	if (!horse) throw new Error(`no demo horse ${name}`);
	const [pairing] = await db.select().from(tables.pairing).where(eq(tables.pairing.horseId, horse.id));
	const visits = await db
		.select()
		.from(tables.visit)
		.where(and(eq(tables.visit.horseId, horse.id), isNull(tables.visit.undoneAt)))
		.orderBy(tables.visit.visitedOn);
	return {
		id: horse.id,
		yardId: horse.yardId,
		pairingId: pairing?.id ?? '',
		saddleId: pairing?.saddleId ?? '',
		visitIds: visits.map((v) => v.id)
	};
}
