import http from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

/**
 * Serves a build: BUILD_DIR, HOST (127.0.0.1), PORT (0 picks a free one), DATABASE_URL, ZT_SECRET.
 * Prints `listening PORT` when ready. Behind a proxy set ORIGIN to the public address.
 */
const { handler } = await import(pathToFileURL(path.join(process.env.BUILD_DIR, 'handler.js')).href);

const server = http.createServer((request, response) => {
	request.headers['x-forwarded-proto'] ??= 'http';
	handler(request, response);
});
server.listen(Number(process.env.PORT ?? 0), process.env.HOST ?? '127.0.0.1', () => {
	console.log(`listening ${server.address().port}`);
});

for (const signal of ['SIGINT', 'SIGTERM'])
	process.on(signal, () => {
		server.closeAllConnections();
		server.close(() => process.exit(0));
	});
