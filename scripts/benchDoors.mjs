import http from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureDebian, ensurePackages, ROOT, run } from './lib/host.mjs';

/**
 * What one stranger's bytes cost another person, and how many pages thirty readers get in a second.
 * `node scripts/benchDoors.mjs [CHECKOUT]` does the same to another checkout of this project, turn
 * by turn in the same run. Nothing is asserted.
 */
const READERS = 30;
const ROUND_MS = 6000;
const ROUNDS = 4;
const HOSTILE_BYTES = 4_200_000;

await ensurePackages();
await ensureDebian(['postgresql']);

const agents = new Map();
function agentOf(origin) {
	if (!agents.has(origin)) agents.set(origin, new http.Agent({ keepAlive: true, maxSockets: 2 * READERS }));
	return agents.get(origin);
}

function ask(url, { method = 'GET', headers = {}, body, agent = agentOf(url.origin) } = {}) {
	return new Promise((resolve, reject) => {
		const request = http.request(url, { method, headers, agent }, (response) => {
			response.resume();
			response.once('end', () => resolve(response));
			response.on('error', reject);
		});
		request.on('error', reject);
		request.end(body);
	});
}

async function signIn(site) {
	const url = new URL('/sign-in', site);
	const response = await ask(url, {
		method: 'POST',
		headers: { origin: url.origin, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
		body: new URLSearchParams({ email: 'owner@saltings.example', password: 'spring-tide-1204' }).toString()
	});
	return (response.headers['set-cookie'] ?? []).map((c) => c.split(';')[0]).join('; ');
}

async function stageOf(name, checkout) {
	const lib = (file) => import(pathToFileURL(path.join(checkout, 'scripts/lib', file)).href);
	const stage = await (await lib('stage.mjs')).setStage();
	const said = run(process.execPath, ['--import=tsx', 'scripts/benchFill.ts'], {
		cwd: checkout,
		env: { ...process.env, DATABASE_URL: stage.databaseUrl }
	});
	return { name, stage, cookie: await signIn(stage.url), filled: JSON.parse(said.trim().split('\n').at(-1)) };
}

/** Thirty readers, each asking again as soon as answered; pages answered with 200 in a second. */
async function pagesPerSecond({ stage, cookie }, where) {
	const url = new URL(where, stage.url);
	const until = performance.now() + ROUND_MS;
	let pages = 0;
	const reader = async () => {
		while (performance.now() < until) {
			const response = await ask(url, { headers: { cookie } });
			if (response.statusCode !== 200) throw new Error(`${where} answered ${response.statusCode}`);
			pages++;
		}
	};
	const began = performance.now();
	await Promise.all(Array.from({ length: READERS }, reader));
	return (1000 * pages) / (performance.now() - began);
}

/** The longest that another person waited for a small page while the post was under way. */
async function worstWaitMs({ stage, cookie, filled }, body, type) {
	const small = new URL(`/horses/new?yard=${filled.yardId}`, stage.url);
	let posting = true;
	const post = ask(new URL('/sign-in', stage.url), {
		method: 'POST',
		headers: {
			origin: stage.url,
			accept: 'text/html',
			'content-type': type,
			'content-length': Buffer.byteLength(body)
		},
		body
	})
		.catch(() => undefined) // a door that hangs up on too large a body is a good answer
		.finally(() => (posting = false));
	let worst = 0;
	do {
		const began = performance.now();
		await ask(small, { headers: { cookie } }).catch((e) =>
			console.log(`  another person’s request failed: ${e.message}`)
		);
		worst = Math.max(worst, performance.now() - began);
	} while (posting);
	await post;
	return worst;
}

const form = 'application/x-www-form-urlencoded';
const boundary = 'x'.repeat(20);
const fill = (unit) => unit.repeat(Math.floor(HOSTILE_BYTES / unit.length));
const HOSTILE = {
	'a bare post, refused by its type': [fill('a'), 'text/plain'],
	'one long field': [`email=${fill('a')}`, form],
	'a million fields': [fill('a=1&'), form],
	'nothing but escapes': [`email=${fill('%41')}`, form],
	'many parts': [
		fill(`--${boundary}\r\nContent-Disposition: form-data; name="a"\r\n\r\n1\r\n`),
		`multipart/form-data; boundary=${boundary}`
	]
};

const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
const other = process.argv[2];
const sites = [];
try {
	sites.push(await stageOf('this one', ROOT));
	if (other) sites.push(await stageOf('the other', path.resolve(other)));

	console.log(`A post of ${HOSTILE_BYTES / 1e6} MB to sign-in: the longest another person waits for a small page, ms`);
	console.log('(median of nine posts; beyond = above the bare post of that size)\n');
	for (const site of sites) {
		let bareMs = 0;
		for (const [what, [body, type]] of Object.entries(HOSTILE)) {
			const waits = [];
			for (let i = 0; i < 9; i++) waits.push(await worstWaitMs(site, body, type));
			const ms = median(waits);
			bareMs ||= ms;
			console.log(
				`${site.name.padEnd(10)} ${what.padEnd(34)} ${ms.toFixed(0).padStart(6)}   beyond ${(ms - bareMs).toFixed(0).padStart(6)}   worst ${Math.max(...waits).toFixed(0)}`
			);
		}
	}

	console.log(`\n${READERS} readers, ${ROUNDS} turns of ${ROUND_MS / 1000} s each: pages a second at the median\n`);
	const pages = {
		'board, first page of 2000 horses': (s) => `/?yard=${s.filled.yardId}`,
		'horse with 25 visits': (s) => `/horses/${s.filled.horseId}`
	};
	for (const [what, where] of Object.entries(pages)) {
		const rates = sites.map(() => []);
		for (let turn = 0; turn < ROUNDS; turn++)
			for (const [i, site] of sites.entries()) rates[i].push(await pagesPerSecond(site, where(site)));
		const [mine, theirs] = rates.map(median);
		console.log(
			`${what.padEnd(36)} ${mine.toFixed(1)} a second${theirs ? `; the other ${theirs.toFixed(1)}; ratio ${(mine / theirs).toFixed(2)}` : ''}`
		);
	}
} finally {
	for (const agent of agents.values()) agent.destroy();
	for (const { stage } of sites) await stage.stop();
}
