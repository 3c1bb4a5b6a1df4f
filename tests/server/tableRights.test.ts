import { expect } from 'chai';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { serverUrlOf } from '../../scripts/lib/serverRole.mjs';
import { rightsOf, type GuestRole, type Right, type Role } from '../../src/core/people/index.js';
import { COMMANDS, TABLE_RIGHTS, type Command, type Grant } from '../../src/lib/server/db/tableRights.js';
import {
	ALL_CALLERS,
	CALLERS,
	dropRightsPlace,
	makeRightsPlace,
	type Caller,
	type RightsPlace
} from '../support/rightsPlace.js';

const MEMBERS: readonly Caller[] = ['O', 'B', 'F', 'V', 'W'];
const rights = (c: Caller): readonly Right[] =>
	c === 'S' || c === 'N' ? [] : rightsOf(CALLERS[c] as Role | GuestRole);

/** Rows that are read by an expression of their own: who sees them beside whoever sees the horse. */
const SEEN_BY: Readonly<Partial<Record<string, readonly Caller[]>>> = {
	membership: MEMBERS,
	horse_guest: MEMBERS
};

/** Whether the table of rights lets a caller do it to the owner's row, or insert one of their own. */
function expected(table: string, command: Command, c: Caller): boolean {
	const right = TABLE_RIGHTS[table]!;
	const grant: Grant | 'kept' = right[command];
	if (grant === 'server') return false;
	if (grant === 'kept') return (SEEN_BY[table] ?? ALL_CALLERS.filter((x) => rights(x).includes('see'))).includes(c);
	if (grant === 'self') return command === 'insert' ? c !== 'N' : c === 'O';
	if (typeof grant === 'string') return rights(c).includes(grant);
	if ('selfOr' in grant) return (c === 'O' && table === 'deed') || rights(c).includes(grant.selfOr);
	// Inserted into the owner's visit it is a change of the owner's record; a ride or visit of one's own is not.
	const own = c === 'O' || (command === 'insert' && right.of.by === 'horse');
	return rights(c).includes(own ? grant.own : grant.others);
}

/** Which row of each table is tried, and what a new one needs to be another. */
function rowOf(table: string, p: RightsPlace): { readonly where: string; readonly fresh: Record<string, unknown> } {
	const owner = p.people.O!.id;
	const id = { id: uuidv7() };
	const byHorse = { where: `horse_id = '${p.horseId}'`, fresh: id };
	const byYard = { where: `yard_id = '${p.yardId}'`, fresh: id };
	const byVisit = { where: `visit_id = '${p.visitId}'`, fresh: id };
	const byOwner = (column: string) => ({ where: `${column} = '${owner}'`, fresh: id });
	switch (table) {
		case 'account':
		case 'session':
		case 'passkey':
		case 'job':
			return byOwner('person_id');
		case 'person_hand':
			return { where: `person_id = '${owner}'`, fresh: {} };
		case 'calendar_feed':
			return { where: `person_id = '${owner}'`, fresh: { token_hash: uuidv7() } };
		case 'person':
			return { where: `id = '${owner}'`, fresh: { ...id, email: `${uuidv7()}@saltings.example` } };
		case 'verification':
			return { where: `identifier = 'rights ${owner}'`, fresh: id };
		case 'rate_limit':
			return { where: `key = 'rights ${owner}'`, fresh: { ...id, key: uuidv7() } };
		case 'mailbox':
			return { where: `"to" = 'rights ${owner}'`, fresh: { id: 9_000_001 } };
		case 'yard':
			return { where: `id = '${p.yardId}'`, fresh: id };
		case 'horse':
			return { where: `id = '${p.horseId}'`, fresh: id };
		case 'membership':
			return { where: `yard_id = '${p.yardId}' and person_id = '${p.extraId}'`, fresh: {} };
		case 'horse_guest':
			return { where: `horse_id = '${p.horseId}' and person_id = '${p.extraId}'`, fresh: {} };
		case 'deed':
			return { where: `yard_id = '${p.yardId}'`, fresh: { id: 9_000_002 } };
		case 'earlier_version':
			return { where: `row_id = '${p.visitId}'`, fresh: { id: 9_000_003, version: 7 } };
		case 'invitation':
		case 'report_link':
			return { ...byYard, fresh: { ...id, token_hash: uuidv7() } };
		case 'saddle':
		case 'saddle_service':
			return byYard;
		case 'pairing':
			return { ...byHorse, fresh: { ...id, horse_id: p.otherHorseId } };
		case 'standing':
			return { ...byHorse, fresh: { horse_id: p.otherHorseId } };
		case 'stored_call':
			return { ...byVisit, fresh: { engine_version: '1' } };
		case 'tracing':
			return { ...byVisit, fresh: { ...id, repeat: 2 } };
		case 'visit_entry':
		case 'photo':
			return byVisit;
		case 'due_answer':
			return { ...byHorse, fresh: { ...id, due_on: '2026-05-01' } };
		default:
			return byHorse;
	}
}

/** The person's own rows carry their own id. */
const SELF: Readonly<Record<string, string>> = {
	person_hand: 'person_id',
	calendar_feed: 'person_id',
	job: 'person_id'
};
/** A column that may be set to itself. */
const COLUMN: Readonly<Record<string, string>> = { deed: 'what', earlier_version: 'version', mailbox: 'subject' };

describe('role × table × command, as the server’s own database role', () => {
	let owner: pg.Client;
	let server: pg.Client;
	let place: RightsPlace;

	before(async function () {
		this.timeout(60_000);
		const url = process.env['ZT_TEST_DATABASE'] as string;
		owner = new pg.Client({ connectionString: url });
		server = new pg.Client({ connectionString: serverUrlOf(url) });
		await Promise.all([owner.connect(), server.connect()]);
		place = await makeRightsPlace();
	});
	after(async () => {
		await dropRightsPlace(place);
		await Promise.all([owner.end(), server.end()]);
	});

	/** In a transaction that is rolled back; a constraint that is violated lies behind the policy. */
	async function may(c: Caller, text: string, values: unknown[] = []): Promise<boolean> {
		await server.query('begin');
		try {
			await server.query(`select set_config('zt.person', $1, true)`, [place.people[c]?.id ?? '']);
			const { rowCount } = await server.query(text, values);
			return (rowCount ?? 0) > 0;
		} catch (error) {
			const code = String((error as { code?: unknown }).code);
			if (code === '42501') return false;
			if (code.startsWith('23')) return true;
			throw new Error(`${CALLERS[c]}: ${text}: ${(error as Error).message}`, { cause: error });
		} finally {
			await server.query('rollback');
		}
	}

	it('every table of the database has a row', async () => {
		const { rows } = await owner.query<{ name: string }>(
			`select relname name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' order by 1`
		);
		expect(Object.keys(TABLE_RIGHTS).sort()).to.deep.equal(rows.map((r) => r.name));
	});

	it('the database’s own table of rights is that of the code', async () => {
		for (const role of [...MEMBERS.map((c) => CALLERS[c]), 'guest-add', 'guest-view'] as (Role | GuestRole)[]) {
			const { rows } = await owner.query<{ rights: string[] }>('select zt_rights($1) rights', [role]);
			expect(rows[0]?.rights, role).to.deep.equal([...rightsOf(role)]);
		}
		expect((await owner.query('select zt_rights($1) rights', ['harbourmaster'])).rows[0].rights).to.deep.equal([]);
	});

	for (const table of Object.keys(TABLE_RIGHTS))
		it(table, async function () {
			this.timeout(60_000);
			const { where, fresh } = rowOf(table, place);
			const { rows } = await owner.query<{ row: Record<string, unknown> }>(
				`select to_jsonb(t) row from ${table} t where ${where} limit 1`
			);
			expect(rows, 'the row that is tried').to.have.length(1);
			const { maker } = TABLE_RIGHTS[table]!;
			const column = COLUMN[table] ?? Object.keys(rows[0]!.row)[0]!;
			const found: Record<string, string> = {};
			const wanted: Record<string, string> = {};
			for (const command of COMMANDS) {
				for (const c of ALL_CALLERS) {
					const me = place.people[c]?.id ?? null;
					const inserted = {
						...rows[0]!.row,
						...fresh,
						...(maker && table !== 'membership' && table !== 'horse_guest' ? { [maker]: me } : {}),
						...(SELF[table] ? { [SELF[table]]: me } : {})
					};
					const did =
						command === 'select'
							? await may(c, `select 1 from ${table} where ${where}`)
							: command === 'insert'
								? await may(
										c,
										`insert into ${table} overriding system value select (jsonb_populate_record(null::${table}, $1::jsonb)).*`,
										[JSON.stringify(inserted)]
									)
								: command === 'update'
									? await may(c, `update ${table} set "${column}" = "${column}" where ${where}`)
									: await may(c, `delete from ${table} where ${where}`);
					found[command] = (found[command] ?? '') + (did ? c : '-');
					wanted[command] = (wanted[command] ?? '') + (expected(table, command, c) ? c : '-');
				}
			}
			expect(found).to.deep.equal(wanted);
		});

	it('what is said of a horse or of a saddle on it is changed only by those who may; what is derived by whoever notes', async () => {
		const of = `where horse_id = '${place.horseId}'`;
		const who = async (text: string): Promise<string> => {
			let all = '';
			for (const c of ALL_CALLERS) all += (await may(c, text)) ? c : '-';
			return all;
		};
		const horse = `where id = '${place.horseId}'`;
		expect(await who(`update horse set name = 'Other' ${horse}`)).to.equal('OB-------');
		expect(await who(`update horse set shape_revision = shape_revision + 1 ${horse}`)).to.equal('OBFV-A---');
		expect(await who(`update pairing set in_use = not in_use ${of}`)).to.equal('OBF------');
		expect(await who(`update pairing set limits_lead = 'own' ${of}`)).to.equal('OBF------');
		expect(await who(`update pairing set verdict = 'watch' ${of}`)).to.equal('OBFV-A---');
	});

	it('nobody writes in another’s name', async () => {
		const { rows } = await owner.query<{ row: Record<string, unknown> }>(
			`select to_jsonb(t) row from ride t where horse_id = '${place.horseId}'`
		);
		const forged = JSON.stringify({ ...rows[0]!.row, id: uuidv7(), made_by: place.people.O!.id });
		const text = 'insert into ride select (jsonb_populate_record(null::ride, $1::jsonb)).*';
		expect(await may('O', text, [forged])).to.be.true;
		expect(await may('B', text, [forged])).to.be.false;
	});
});
