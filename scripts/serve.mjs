import cluster from 'node:cluster';
import http from 'node:http';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { AggregatorRegistry } from 'prom-client';
import { joinUsers } from './lib/users.mjs';

/**
 * Serves the build in BUILD_DIR by the settings of docs/operations.md. Prints `listening PORT` when all of its processes
 * are ready; ends with the settings that are wrong, before anything is begun, where there are any.
 */
/** Requests under way at the end may take this long. */
const LAST_MS = 25_000;
/** A process that ends by itself is begun again, not oftener than this. */
const AGAIN_MS = 500;

const fromBuild = (file) => import(pathToFileURL(path.join(process.env.BUILD_DIR, file)).href);

if (cluster.isPrimary) {
	await mustBeSet();
	lead();
} else await serve();

async function mustBeSet() {
	const { readConfig } = await fromBuild('config.mjs');
	try {
		readConfig(process.env);
	} catch (error) {
		console.error(error.message);
		process.exit(2);
	}
}

/** Begins the processes, begins again those that fall over, and ends them in order. */
function lead() {
	const processes = Number(process.env.ZT_PROCESSES) || availableParallelism();
	let ending = false;
	let listening = 0;
	let alive = 0;
	const proxies = Number(process.env.ZT_PROXIES) || 0;
	// Only a proxy that is known is believed who asks, and how.
	const trusted =
		proxies > 0
			? { ADDRESS_HEADER: 'x-forwarded-for', XFF_DEPTH: String(proxies), PROTOCOL_HEADER: 'x-forwarded-proto' }
			: { PROTOCOL_HEADER: 'x-zt-proto' };
	/** Of all processes one works on what is made behind; when it falls over, the next one does. */
	let worker;
	const begin = () => {
		const works = worker === undefined;
		const made = cluster.fork({ ZT_PROCESSES: String(processes), ZT_JOBS: works ? '1' : '0', ...trusted });
		if (works) worker = made.id;
	};
	const metrics = Number(process.env.ZT_METRICS_PORT) || 0;
	if (metrics > 0) tellMetrics(metrics);
	for (let i = 0; i < processes; i++) begin();
	cluster.on('listening', (_, { port }) => {
		listening++;
		if (listening === processes) console.log(`listening ${port}`);
	});
	cluster.on('fork', () => alive++);
	cluster.on('exit', (gone, code) => {
		alive--;
		if (gone.id === worker) worker = undefined;
		if (ending) {
			if (alive === 0) process.exit();
		} else if (listening < processes) {
			// One that cannot even begin is no reason to go on trying.
			process.exitCode = code || 1;
			end();
		} else setTimeout(() => ending || begin(), AGAIN_MS);
	});
	function end() {
		if (ending) return;
		ending = true;
		for (const worker of Object.values(cluster.workers)) worker.process.kill('SIGTERM');
		if (alive === 0) process.exit();
	}
	for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end);
}

/** Metrics of all processes together, in Prometheus text, for this machine only. */
function tellMetrics(port) {
	const registry = new AggregatorRegistry();
	http
		.createServer(async (_, response) => {
			try {
				response.setHeader('content-type', registry.contentType);
				response.end(await registry.clusterMetrics());
			} catch {
				response.writeHead(503).end();
			}
		})
		.listen(port, '127.0.0.1');
}

async function serve() {
	const { handler } = await fromBuild('handler.js');
	// A build is not cleared away while it is served.
	const users = joinUsers(path.join(process.env.BUILD_DIR, 'served-by'));
	process.once('exit', () => users.leave());

	const server = http.createServer((request, response) => {
		request.headers['x-forwarded-proto'] ??= 'http';
		request.headers['x-zt-proto'] = 'http';
		// For what is served as a file too, which no hook sees.
		response.setHeader('x-content-type-options', 'nosniff');
		handler(request, response);
	});
	server.listen(Number(process.env.PORT ?? 0), process.env.HOST ?? '127.0.0.1');

	let ending = false;
	/** No new connections; what is under way is finished, then the process ends. */
	function end() {
		if (ending) return;
		ending = true;
		// What is made behind is finished or given back before the process goes.
		const behind = Promise.allSettled(process.listeners('zt:end').map((stop) => stop()));
		server.close(() => behind.then(() => process.exit(0)));
		server.closeIdleConnections();
		const sweep = setInterval(() => server.closeIdleConnections(), 100);
		sweep.unref();
		setTimeout(() => {
			server.closeAllConnections();
			process.exit(0);
		}, LAST_MS).unref();
	}
	// Ctrl-C reaches every process of the group: only the leader says when to end.
	process.on('SIGINT', () => undefined);
	process.on('SIGTERM', end);
}
