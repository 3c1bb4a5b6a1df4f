import http from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { joinUsers } from './lib/users.mjs';

/**
 * Serves a build: BUILD_DIR, HOST (127.0.0.1), PORT (0 picks a free one), DATABASE_URL, ZT_SECRET.
 * Prints `listening PORT` when ready. Behind a proxy set ORIGIN to the public address.
 */
const { handler } = await import(pathToFileURL(path.join(process.env.BUILD_DIR, 'handler.js')).href);
/** Requests under way at the end may take this long. */
const LAST_MS = 25_000;

// A build is not cleared away while it is served.
const users = joinUsers(path.join(process.env.BUILD_DIR, 'served-by'));
process.once('exit', () => users.leave());

const server = http.createServer((request, response) => {
	request.headers['x-forwarded-proto'] ??= 'http';
	// For what is served as a file too, which no hook sees.
	response.setHeader('x-content-type-options', 'nosniff');
	handler(request, response);
});
server.listen(Number(process.env.PORT ?? 0), process.env.HOST ?? '127.0.0.1', () => {
	console.log(`listening ${server.address().port}`);
});

let ending = false;
/** No new connections; what is under way is finished, then the server ends. */
function end() {
	if (ending) return;
	ending = true;
	server.close(() => process.exit(0));
	server.closeIdleConnections();
	const sweep = setInterval(() => server.closeIdleConnections(), 100);
	sweep.unref();
	setTimeout(() => {
		server.closeAllConnections();
		process.exit(0);
	}, LAST_MS).unref();
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
