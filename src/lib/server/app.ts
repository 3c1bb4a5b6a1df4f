import { makeAuth } from './access/auth.js';
import { config } from './config.js';
import { connect, type Connection } from './db/index.js';
import { enqueue } from './jobs/queue.js';
import { makeMailer, type Mailer } from './mail/index.js';

interface App extends Connection {
	readonly auth: ReturnType<typeof makeAuth>;
	readonly mailer: Mailer;
}

/** Connections for people of all processes together, and the fewest of one; the server's own work has 0.4 of it besides (`db/connect`). */
const ALL_CONNECTIONS = 30;
const FEWEST = 3;

const connectionsEach = (processes: number): number => Math.max(FEWEST, Math.floor(ALL_CONNECTIONS / processes));

let started: App | undefined;

/** The one connection pool, mailer and sign-in of this process, made on first use. */
export function app(): App {
	if (!started) {
		const settings = config();
		const connection = connect(settings.databaseUrl, connectionsEach(settings.processes), settings.systemDatabaseUrl);
		const mailer = makeMailer(connection.systemDb, settings, (mail) => enqueue('mail', mail));
		started = { ...connection, mailer, auth: makeAuth(connection.systemDb, settings, mailer) };
	}
	return started;
}
