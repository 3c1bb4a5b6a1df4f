import { makeAuth } from './access/auth.js';
import { connect, type Connection } from './db/index.js';
import { processes } from './processes.js';

interface App extends Connection {
	readonly auth: ReturnType<typeof makeAuth>;
}

/** Connections of all processes together, and the fewest of one. */
const ALL_CONNECTIONS = 40;
const FEWEST = 3;

const connectionsEach = (): number => Math.max(FEWEST, Math.floor(ALL_CONNECTIONS / processes()));

let started: App | undefined;

function needed(name: string): string {
	const value = process.env[name];
	if (!value) throw new Error(`${name} is not set. Start with "npm run demo", or set it as the README says.`);
	return value;
}

/** The one connection pool and sign-in of this server, made on first use. */
export function app(): App {
	if (!started) {
		const connection = connect(needed('DATABASE_URL'), connectionsEach());
		started = { ...connection, auth: makeAuth(connection.db, needed('ZT_SECRET')) };
	}
	return started;
}
