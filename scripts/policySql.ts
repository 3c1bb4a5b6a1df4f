import { policiesSql, rightsFunctionSql } from '../src/lib/server/db/tableRights.js';

/** Prints rights and policies as SQL, for a migration of its own: `node --import=tsx scripts/policySql.ts`. */
process.stdout.write([rightsFunctionSql(), ...policiesSql()].join('--> statement-breakpoint\n') + '\n');
