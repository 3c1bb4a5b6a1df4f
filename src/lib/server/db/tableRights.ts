import { rightsOf, GUEST_ROLES, ROLES, type Right } from '../../../core/people/index.js';

/** Who may do something with a row of a table, in terms of the rights of `core/people`: the same that routes ask for. */
export type Grant =
	/** Only the server's own role: accounts, tokens, what is deleted for good. */
	| 'server'
	/** The person whose row it is. */
	| 'self'
	/** Those with the right on the row's horse or yard. */
	| Right
	/** One's own record by one right, another person's by another. */
	| { readonly own: Right; readonly others: Right }
	/** Those with the right, or the person whose row it is. */
	| { readonly selfOr: Right };

export type Command = 'select' | 'insert' | 'update' | 'delete';
export const COMMANDS: readonly Command[] = ['select', 'insert', 'update', 'delete'];

/** How a row tells which yard or horse it belongs to. */
export type Belonging =
	| { readonly by: 'person'; readonly column: string }
	| { readonly by: 'yard'; readonly column: string }
	| { readonly by: 'horse'; readonly column: string; readonly yard?: string }
	/** One horse, or the whole yard where the column is empty. */
	| { readonly by: 'horse-or-yard' }
	| { readonly by: 'visit' }
	| { readonly by: 'visit-or-saddle' }
	| { readonly by: 'pairing' }
	| { readonly by: 'kept' };

export interface TableRight {
	readonly of: Belonging;
	/** Column with the person who made a row: on insert it must be whoever inserts. */
	readonly maker?: string;
	/** Rows that a person sees are given by the expression of an earlier migration where it says `kept`. */
	readonly select: Grant | 'kept';
	readonly insert: Grant;
	readonly update: Grant;
	readonly delete: Grant;
}

const OWN: Grant = { own: 'record', others: 'correct' };
const SERVER = {
	of: { by: 'person', column: 'id' },
	select: 'server',
	insert: 'server',
	update: 'server',
	delete: 'server'
} as const;
const BY_HORSE = { by: 'horse', column: 'horse_id' } as const;
const BY_YARD = { by: 'yard', column: 'yard_id' } as const;

/**
 * Every table, with the right that each command takes. The policies of the database are made from this
 * (`scripts/policySql.ts`), and `tests/server/tableRights.test.ts` tries each role, table and command.
 */
export const TABLE_RIGHTS: Readonly<Record<string, TableRight>> = {
	account: SERVER,
	session: SERVER,
	passkey: SERVER,
	verification: SERVER,
	rate_limit: SERVER,
	mailbox: SERVER,
	person: { of: { by: 'person', column: 'id' }, select: 'kept', insert: 'server', update: 'self', delete: 'server' },
	person_hand: {
		of: { by: 'person', column: 'person_id' },
		select: 'self',
		insert: 'self',
		update: 'self',
		delete: 'self'
	},
	calendar_feed: {
		of: { by: 'person', column: 'person_id' },
		select: 'self',
		insert: 'self',
		update: 'self',
		delete: 'self'
	},
	job: { of: { by: 'person', column: 'person_id' }, select: 'self', insert: 'self', update: 'self', delete: 'server' },
	yard: { of: { by: 'yard', column: 'id' }, select: 'kept', insert: 'server', update: 'people', delete: 'server' },
	membership: {
		of: BY_YARD,
		maker: 'person_id',
		select: 'kept',
		insert: 'server',
		update: 'people',
		delete: { selfOr: 'people' }
	},
	invitation: { of: BY_YARD, select: 'people', insert: 'people', update: 'people', delete: 'server' },
	deed: {
		of: { by: 'horse-or-yard' },
		maker: 'person_id',
		select: { selfOr: 'people' },
		insert: 'see',
		update: 'server',
		delete: 'server'
	},
	// Anybody who may note moves what is derived; its own columns are guarded by a trigger, for the right `horse`.
	horse: {
		of: { by: 'horse', column: 'id', yard: 'yard_id' },
		select: 'kept',
		insert: 'horse',
		update: 'note',
		delete: 'server'
	},
	horse_guest: {
		of: BY_HORSE,
		maker: 'person_id',
		select: 'kept',
		insert: 'server',
		update: 'server',
		delete: { selfOr: 'people' }
	},
	saddle: { of: BY_YARD, select: 'kept', insert: 'saddle', update: 'saddle', delete: 'server' },
	saddle_service: { of: BY_YARD, select: 'kept', insert: 'saddle', update: 'saddle', delete: 'server' },
	// As with a horse: derived columns by anybody who notes, the rest guarded for `saddle` and `mark`.
	pairing: { of: BY_HORSE, select: 'kept', insert: 'saddle', update: 'note', delete: 'server' },
	fit_mark: { of: BY_HORSE, maker: 'made_by', select: 'kept', insert: 'mark', update: 'mark', delete: 'server' },
	visit: { of: BY_HORSE, maker: 'made_by', select: 'kept', insert: 'record', update: OWN, delete: 'server' },
	tracing: { of: { by: 'visit' }, select: 'kept', insert: OWN, update: 'server', delete: OWN },
	visit_entry: {
		of: { by: 'visit' },
		maker: 'made_by',
		select: 'kept',
		insert: OWN,
		update: 'server',
		delete: 'server'
	},
	photo: {
		of: { by: 'visit-or-saddle' },
		maker: 'made_by',
		select: 'kept',
		insert: OWN,
		update: OWN,
		delete: 'server'
	},
	ride: {
		of: BY_HORSE,
		maker: 'made_by',
		select: 'kept',
		insert: 'note',
		update: { own: 'note', others: 'correct' },
		delete: 'server'
	},
	task: { of: BY_HORSE, maker: 'made_by', select: 'kept', insert: 'note', update: 'note', delete: 'server' },
	due_answer: { of: BY_HORSE, maker: 'made_by', select: 'kept', insert: 'record', update: 'record', delete: 'server' },
	report_link: {
		of: BY_HORSE,
		maker: 'made_by',
		select: 'correct',
		insert: 'correct',
		update: 'correct',
		delete: 'server'
	},
	standing: { of: BY_HORSE, select: 'kept', insert: 'note', update: 'note', delete: 'server' },
	stored_call: { of: { by: 'pairing' }, select: 'kept', insert: 'server', update: 'server', delete: 'record' },
	earlier_version: {
		of: { by: 'kept' },
		maker: 'replaced_by',
		select: 'kept',
		insert: OWN,
		update: 'server',
		delete: 'server'
	}
};

const text = (value: string): string => `'${value}'`;
const own = (maker: string): string => `${maker} = (select zt_person())`;

/** The right as SQL: a constant, or one by whose record it is. */
function rightSql(grant: Exclude<Grant, 'server' | 'self'>, maker: string | undefined): string {
	if (typeof grant === 'string') return text(grant);
	if ('selfOr' in grant) return text(grant.selfOr);
	return `case when ${own(maker as string)} then ${text(grant.own)} else ${text(grant.others)} end`;
}

/** The policy's condition for one command. */
export function conditionOf(table: string, right: TableRight, command: Command): string {
	const grant = right[command];
	if (grant === 'server' || grant === 'kept') return 'false';
	const { of, maker } = right;
	if (grant === 'self') return own((of as { column: string }).column);
	// Somebody's own record is meant when it is looked at; what is inserted is always one's own.
	const asked =
		command === 'insert' && typeof grant === 'object' && 'own' in grant && of.by === 'horse' ? grant.own : grant;
	const may = mayHave(table, of, rightSql(asked, maker));
	const self = typeof grant === 'object' && 'selfOr' in grant ? `(${own(maker as string)} or ${may})` : may;
	return command === 'insert' && maker !== undefined && grant !== ('server' as Grant)
		? `${own(maker)} and ${self}`
		: self;
}

function mayHave(table: string, of: Belonging, right: string): string {
	switch (of.by) {
		case 'person':
			return own(of.column);
		case 'yard':
			return `zt_may_yard(${of.column}, ${right})`;
		case 'horse':
			// A horse that is being added is in no table yet.
			return of.yard
				? `(zt_may_yard(${of.yard}, ${right}) or zt_may_horse(${of.column}, ${right}))`
				: `zt_may_horse(${of.column}, ${right})`;
		case 'horse-or-yard':
			return `(zt_may_yard(yard_id, ${right}) or zt_may_horse(horse_id, ${right}))`;
		case 'visit':
			return 'zt_may_visit(visit_id)';
		case 'visit-or-saddle':
			return `case when saddle_id is null then zt_may_visit(visit_id) else zt_may_yard(yard_id, 'saddle') end`;
		case 'pairing':
			return `zt_may_horse((select p.horse_id from pairing p where p.id = ${table}.pairing_id), ${right})`;
		case 'kept':
			return 'zt_may_keep(kind, row_id, yard_id)';
	}
}

/** The rights of each role, as a function of the database: the table of `core/people` once more. */
export function rightsFunctionSql(): string {
	const cases = [...ROLES, ...GUEST_ROLES].map(
		(role) => `when ${text(role)} then array[${rightsOf(role).map(text).join(', ')}]`
	);
	return `CREATE OR REPLACE FUNCTION zt_rights(role text) RETURNS text[] LANGUAGE sql IMMUTABLE SET search_path = public, pg_temp
	AS $$ select case role ${cases.join('\n\t\t')} else array[]::text[] end $$;`;
}

/** The policies of all tables; \`kept\` ones keep the expression that they have, for reading only. */
export function policiesSql(): string[] {
	return Object.entries(TABLE_RIGHTS).flatMap(([table, right]) => {
		const lines = [`ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;`];
		for (const command of COMMANDS) {
			if (right[command] === 'kept') continue;
			const may = `zt_system() or (${conditionOf(table, right, command)})`;
			const clauses = {
				select: `USING (${may})`,
				insert: `WITH CHECK (${may})`,
				update: `USING (${may}) WITH CHECK (${may})`,
				delete: `USING (${may})`
			};
			lines.push(`CREATE POLICY ${table}_${command} ON ${table} FOR ${command.toUpperCase()} ${clauses[command]};`);
		}
		return lines;
	});
}
