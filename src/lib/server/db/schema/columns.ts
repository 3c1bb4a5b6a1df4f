import { sql, type SQL } from 'drizzle-orm';
import { customType, date, timestamp } from 'drizzle-orm/pg-core';

export const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const day = (name: string) => date(name, { mode: 'string' });

export const oneOf = (column: string, values: readonly string[]): SQL =>
	sql.raw(`${column} in (${values.map((v) => `'${v}'`).join(', ')})`);
