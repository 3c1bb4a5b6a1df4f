import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { serverUrlOf } from '../../scripts/lib/serverRole.mjs';
import { asPerson, connect, tables, type Connection } from '../../src/lib/server/db/index.js';
import {
	findHorse,
	listVisits,
	putVisit,
	readBoard,
	setVisitUndone,
	type Scope
} from '../../src/lib/server/records/index.js';
import { database, demoHorse } from '../support/database.js';
import { makePerson } from '../support/people.js';
import { visitBody } from '../support/visits.js';

const codeOf = async (work: Promise<unknown>): Promise<string> =>
	work.then(
		() => 'done',
		(e: unknown) => (e as { code?: string }).code ?? String(e)
	);

/** As the server comes to the database, with its own check taken away: a scope that claims the foreign yard. */
describe('the second wall: the database shows a person no other yard, whatever the server asks', () => {
	let server: Connection;
	let stranger: string;
	let insider: string;
	let foreign: Awaited<ReturnType<typeof demoHorse>>;
	let forged: Scope;
	const YARD_TABLES = [
		'horse',
		'visit',
		'tracing',
		'visit_entry',
		'ride',
		'saddle',
		'saddle_service',
		'pairing',
		'fit_mark',
		'stored_call',
		'standing',
		'photo',
		'earlier_version',
		'deed',
		'invitation',
		'membership',
		'yard',
		'horse_guest',
		'report_link',
		'person_hand',
		'calendar_feed',
		'job',
		'due_answer',
		'task'
	];

	/** Whose accounts there are: the sign-in library's own, and whose names a person sees. */
	const ACCOUNT_TABLES = ['account', 'mailbox', 'passkey', 'person', 'rate_limit', 'session', 'verification'];

	before(async () => {
		server = connect(serverUrlOf(process.env['ZT_TEST_DATABASE'] as string), 3);
		foreign = await demoHorse('Samphire');
		stranger = (await makePerson('Wall Quay')).id;
		const [owner] = await database()
			.db.select()
			.from(tables.membership)
			.where(eq(tables.membership.yardId, foreign.yardId));
		insider = owner?.personId as string;
		forged = {
			personId: stranger,
			memberships: [{ yardId: foreign.yardId, yardName: 'not mine', role: 'owner' }],
			guestOf: []
		};
	});
	after(() => server.pool.end());

	it('the server’s role can neither pass the wall nor take it down', async () => {
		const { rows } = await server.db.execute<{ pass: boolean; owns: number }>(
			sql`select (rolsuper or rolbypassrls) pass, (select count(*)::int from pg_tables where schemaname = 'public' and tableowner = current_user) owns from pg_roles where rolname = current_user`
		);
		expect(rows).to.deep.equal([{ pass: false, owns: 0 }]);
		for (const attack of [
			'alter table horse disable row level security',
			'drop policy wall on horse',
			'set row_security = off'
		])
			expect(
				await codeOf(server.db.execute(sql.raw(attack)).then(() => server.db.execute(sql`select * from horse`)))
			).not.to.equal('done');
		await server.db.execute(sql`reset row_security`);
	});

	it('every table with records of a yard has it', async () => {
		const { rows } = await database().db.execute<{ name: string }>(
			sql`select relname name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and relrowsecurity order by 1`
		);
		expect(rows.map((r) => r.name)).to.have.members([...YARD_TABLES, ...ACCOUNT_TABLES]);
		const { rows: bare } = await database().db.execute<{ name: string }>(
			sql`select relname name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' and not relrowsecurity order by 1`
		);
		expect(bare.map((r) => r.name)).to.deep.equal([]);
	});

	it('without a word where: nothing of any table for a stranger or for nobody', async () => {
		for (const who of [stranger, ''])
			for (const table of YARD_TABLES) {
				const { rows } = await asPerson(who, () =>
					server.db.execute<{ n: number }>(sql.raw(`select count(*)::int n from ${table}`))
				);
				expect(rows[0]?.n, `${table} for ${who || 'nobody'}`).to.equal(0);
			}
	});

	it('nobody takes the server for themselves: neither by a setting, nor by a temporary table, nor by its accounts', async () => {
		const { db, pool } = server;
		const client = await pool.connect();
		try {
			await client.query(`select set_config('zt.person', 'system', false)`);
			expect((await client.query('select count(*)::int n from horse')).rows[0].n).to.equal(0);
			// It would have been searched before the true one.
			const made = await client
				.query('create temporary table membership (yard_id uuid, person_id uuid, role text)')
				.then(
					() => 'made',
					(e: { code?: string }) => e.code
				);
			expect(made).to.equal('42501');
		} finally {
			client.release(true);
		}
		for (const table of ['account', 'session', 'passkey', 'verification', 'rate_limit', 'mailbox']) {
			const { rows } = await asPerson(insider, () =>
				db.execute<{ n: number }>(sql.raw(`select count(*)::int n from ${table}`))
			);
			expect(rows[0]?.n, table).to.equal(0);
		}
		const { rows } = await asPerson(stranger, () => db.execute<{ id: string }>(sql`select id from person`));
		expect(rows.map((r) => r.id)).to.deep.equal([stranger]);
		const functions = await database().db.execute<{ name: string }>(
			sql`select proname name from pg_proc where pronamespace = 'public'::regnamespace and proname like 'zt\_%'
				and not coalesce('search_path=public, pg_temp' = any(proconfig), false)`
		);
		expect(functions.rows).to.deep.equal([]);
	});

	it('a report link cannot name a horse of another yard', async () => {
		const { db } = database();
		const [elsewhere] = await db
			.select({ id: tables.yard.id })
			.from(tables.yard)
			.where(sql`id <> ${foreign.yardId}`)
			.limit(1);
		const values = {
			id: uuidv7(),
			yardId: elsewhere?.id as string,
			horseId: foreign.id,
			pairingId: foreign.pairingId,
			tokenHash: uuidv7(),
			expiresAt: new Date()
		};
		expect(await codeOf(db.insert(tables.reportLink).values(values))).to.include('Failed query');
	});

	it('one of the yard sees theirs, and only theirs', async () => {
		const seen = await asPerson(insider, () =>
			server.db.selectDistinct({ yardId: tables.visit.yardId }).from(tables.visit)
		);
		const own = await database()
			.db.select({ yardId: tables.membership.yardId })
			.from(tables.membership)
			.where(eq(tables.membership.personId, insider));
		expect(own.map((o) => o.yardId)).to.include.members(seen.map((s) => s.yardId));
		expect(seen.map((s) => s.yardId)).to.include(foreign.yardId);
	});

	it('with the server’s own check fooled, nothing is read and nothing is written', async () => {
		const { db } = server;
		const as = <T>(work: () => Promise<T>) => asPerson(stranger, work);
		expect(await codeOf(as(() => findHorse(db, forged, foreign.id)))).to.equal('not-found');
		expect(await as(() => listVisits(db, foreign.id))).to.deep.equal([]);
		const board = await as(() =>
			readBoard(db, forged, { yardId: foreign.yardId, search: '', page: 1, today: '2026-11-26', archived: false })
		);
		expect([board.horses, board.total]).to.deep.equal([[], 0]);
		expect(await codeOf(as(() => putVisit(db, forged, visitBody(foreign.id, '2026-10-02'))))).to.equal('not-found');
		expect(await codeOf(as(() => setVisitUndone(db, forged, foreign.visitIds[0] as string, true)))).to.equal(
			'not-found'
		);
		const written = await as(() => db.update(tables.horse).set({ name: 'Stolen' }).returning());
		expect(written).to.deep.equal([]);
		const { id: _, ...ride } = {
			id: '',
			horseId: foreign.id,
			yardId: foreign.yardId,
			riddenOn: '2026-10-02',
			pad: 'none',
			seen: [],
			changes: [],
			atTime: 'start',
			note: ''
		};
		expect(
			await codeOf(
				as(() => db.insert(tables.ride).values({ ...ride, id: uuidv7() } as typeof tables.ride.$inferInsert))
			)
		).not.to.equal('done');
		const join = { yardId: foreign.yardId, personId: stranger, role: 'owner' as const };
		expect(await codeOf(as(() => db.insert(tables.membership).values(join)))).not.to.equal('done');
	});

	it('the name goes with the work, not with the connection: many at once never see each other’s', async () => {
		const ask = (who: string) =>
			asPerson(who, async () => {
				const { rows } = await server.db.execute<{ n: number }>(sql`select count(*)::int n from horse`);
				return rows[0]?.n as number;
			});
		const own = await ask(insider);
		expect(own).to.be.greaterThan(0);
		const counts = await Promise.all(Array.from({ length: 60 }, (_, i) => ask(i % 2 === 0 ? insider : stranger)));
		expect(counts).to.deep.equal(Array.from({ length: 60 }, (_, i) => (i % 2 === 0 ? own : 0)));
	});

	it('a name said within a transaction that failed is said again', async () => {
		await asPerson(insider, async () => {
			await server.db
				.transaction(async (tx) => {
					await tx.execute(sql`select count(*) from horse`);
					throw new Error('back');
				})
				.catch(() => undefined);
		});
		for (let i = 0; i < 6; i++) {
			const { rows } = await asPerson(stranger, () =>
				server.db.execute<{ n: number }>(sql`select count(*)::int n from horse`)
			);
			expect(rows[0]?.n).to.equal(0);
		}
	});
});
