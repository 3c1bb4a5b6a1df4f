import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { asc, eq, or, sql } from 'drizzle-orm';
import { CoreError } from '../src/core/errors/index.js';
import { asSystem, connect, tables, type Database } from '../src/lib/server/db/index.js';
import { putWholeRecord, readWholeRecord, type Scope } from '../src/lib/server/records/index.js';
import { packRecord, unpackRecord } from '../src/lib/server/wholeRecord/index.js';
import { errorSentence } from '../src/words/index.js';
import { stateFolder } from './lib/host.mjs';
import { openPlace } from './lib/place.mjs';

/** `zt export HORSE --out FILE.zip` and `zt import FILE.zip [--yard NAME] [--as same|new]`, for whoever runs the place. */
const USAGE = {
	export: 'Use: zt export HORSE --out FILE.zip [--demo]',
	import: 'Use: zt import FILE.zip [--yard NAME] [--as same|new] [--demo]'
};

const UUID = /^[0-9a-f-]{36}$/i;

/** Whoever runs the place acts for an owner of the yard. */
async function ownerOf(db: Database, yardId: string, yardName: string): Promise<Scope> {
	const [owner] = await db
		.select({ id: tables.membership.personId })
		.from(tables.membership)
		.where(sql`${tables.membership.yardId} = ${yardId} and ${tables.membership.role} = 'owner'`)
		.limit(1);
	if (!owner) throw new CoreError('not-found');
	return { personId: owner.id, memberships: [{ yardId, yardName, role: 'owner' }], guestOf: [] };
}

async function exportHorse(db: Database, name: string, file: string): Promise<Record<string, unknown>> {
	const { horse, yard } = tables;
	const found = await db
		.select({ id: horse.id, yardId: horse.yardId, yardName: yard.name })
		.from(horse)
		.innerJoin(yard, eq(yard.id, horse.yardId))
		.where(UUID.test(name) ? or(eq(horse.id, name.toLowerCase()), eq(horse.name, name)) : eq(horse.name, name))
		.orderBy(asc(horse.createdAt))
		.limit(2);
	const [one] = found;
	if (!one) {
		const all = await db.select({ name: horse.name }).from(horse).orderBy(asc(horse.name)).limit(40);
		throw new CoreError('horse-unknown', { name, horses: all.map((h) => h.name).join(', ') || 'none yet' });
	}
	const { record, photos } = await readWholeRecord(db, await ownerOf(db, one.yardId, one.yardName), one.id);
	// Nothing half-written under the name that was asked for.
	const draft = `${file}.${process.pid}`;
	writeFileSync(draft, packRecord(record, photos));
	renameSync(draft, file);
	return {
		file,
		horse: record.horse['name'],
		horse_id: one.id,
		visits: record.visits.length,
		tracings: record.tracings.length,
		photos: record.photos.length
	};
}

async function importRecord(
	db: Database,
	file: string,
	yardName: string | undefined,
	as: string
): Promise<Record<string, unknown>> {
	if (as !== 'same' && as !== 'new') throw new CoreError('bad-option', { option: '--as', usage: USAGE.import });
	if (!existsSync(file)) throw new CoreError('file-unreadable', { file });
	const unpacked = unpackRecord(readFileSync(file));
	const yards = await db
		.select({ id: tables.yard.id, name: tables.yard.name })
		.from(tables.yard)
		.orderBy(asc(tables.yard.createdAt));
	const [there] = await db
		.select({ yardId: tables.horse.yardId })
		.from(tables.horse)
		.where(eq(tables.horse.id, unpacked.record.horse.id));
	const yard = yardName
		? yards.find((y) => y.name === yardName || y.id === yardName)
		: (yards.find((y) => y.id === there?.yardId) ??
			yards.find((y) => y.name === unpacked.record.yardName) ??
			(yards.length === 1 ? yards[0] : undefined));
	if (!yard)
		throw new CoreError('which-yard', { yards: yards.map((y) => y.name).join(', ') || 'none: make one first' });
	const put = await putWholeRecord(db, await ownerOf(db, yard.id, yard.name), yard.id, unpacked, as);
	return { horse: put.horseName, horse_id: put.horseId, yard: yard.name, added: put.added, already_there: put.known };
}

async function run(): Promise<Record<string, unknown>> {
	const [command, ...args] = process.argv.slice(2) as ['export' | 'import', ...string[]];
	const usage = USAGE[command];
	let parsed;
	try {
		parsed = parseArgs({
			args,
			allowPositionals: true,
			options: {
				out: { type: 'string' },
				yard: { type: 'string' },
				as: { type: 'string', default: 'same' },
				demo: { type: 'boolean' },
				json: { type: 'boolean' }
			}
		});
	} catch {
		throw new CoreError('bad-option', { option: 'An option', usage });
	}
	const { values, positionals } = parsed;
	const [what] = positionals;
	if (!what) throw new CoreError('bad-option', { option: command === 'export' ? 'The horse' : 'The file', usage });
	if (command === 'export' && !values.out) throw new CoreError('bad-option', { option: '--out', usage });
	// The real place where there is one, otherwise the demo's.
	const real = existsSync(path.join(stateFolder(), 'place', 'postgres'));
	const place = await openPlace({ demo: values.demo === true || (!real && !process.env['DATABASE_URL']), reads: true });
	const { db, pool } = connect(place.url, 2);
	try {
		return await asSystem(() =>
			command === 'export'
				? exportHorse(db, what, values.out as string)
				: importRecord(db, what, values.yard, values.as)
		);
	} finally {
		await pool.end();
		await place.leave();
	}
}

try {
	process.stdout.write(JSON.stringify(await run()) + '\n');
} catch (error) {
	if (!(error instanceof CoreError)) throw error;
	process.stdout.write(JSON.stringify({ error: { code: error.code, message: errorSentence(error) } }) + '\n');
	process.exitCode = 2;
}
