import { makeAuth } from './access/auth.js';
import { connect, type Connection } from './db/index.js';

interface App extends Connection {
	readonly auth: ReturnType<typeof makeAuth>;
}

let started: App | undefined;

function needed(name: string): string {
	const value = process.env[name];
	if (!value) throw new Error(`${name} is not set. Start with "npm run demo", or set it as the README says.`);
	return value;
}

/** The one connection pool and sign-in of this server, made on first use. */
export function app(): App {
	if (!started) {
		const connection = connect(needed('DATABASE_URL'));
		started = { ...connection, auth: makeAuth(connection.db, needed('ZT_SECRET')) };
	}
	return started;
}
