import http from 'node:http';
import { randomUUID } from 'node:crypto';
import { ensureDebian, ensurePackages, run } from './lib/host.mjs';

/**
 * `npm run bench:people -- [PEOPLE] [SECONDS]`: so many people at once, in a yard of 2 000 horses, look at pages, record
 * visits, taps and rides, and add photos, with some seconds between to read. Prints how often each was answered and how fast, beside a bare page of the same run, and whether all that
 * was acknowledged is in the database afterwards, once. Ends with 1 where something was refused or lost.
 */
const PEOPLE = Number(process.argv[2] ?? 100);
const SECONDS = Number(process.argv[3] ?? 180);
await ensurePackages();
await ensureDebian(['postgresql']);
const { setStage } = await import('./lib/stage.mjs');
const { default: pg } = await import('pg');

const stage = await setStage();
const db = new pg.Client({ connectionString: stage.databaseUrl });
await db.connect();
// A connection is let go before the server closes it.
const agent = new http.Agent({ keepAlive: true, maxSockets: PEOPLE, timeout: 4000 });
function ask(where, { method = 'GET', headers = {}, body } = {}) {
	return new Promise((resolve, reject) => {
		const began = performance.now();
		const request = http.request(new URL(where, stage.url), { method, headers, agent }, (response) => {
			response.resume();
			response.once('end', () =>
				resolve({ status: response.statusCode, headers: response.headers, ms: performance.now() - began })
			);
			response.once('error', reject);
		});
		request.once('error', reject);
		request.end(body);
	});
}
const PNG = Buffer.from(
	'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==',
	'base64'
);
const cookies = [];
for (const who of ['owner']) {
	const signed = await ask('/sign-in', {
		method: 'POST',
		headers: { origin: stage.url, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
		body: new URLSearchParams({ email: `${who}@saltings.example`, password: 'spring-tide-1204' }).toString()
	});
	cookies.push((signed.headers['set-cookie'] ?? []).map((c) => c.split(';')[0]).join('; '));
}
const filled = JSON.parse(
	run(process.execPath, ['--import=tsx', 'scripts/benchFill.ts'], {
		env: { ...process.env, DATABASE_URL: stage.databaseUrl }
	})
		.trim()
		.split('\n')
		.at(-1)
);
const { rows: horses } = await db.query(`select id from horse where yard_id = $1 order by id`, [filled.yardId]);

const kept = { visit: [], visit_entry: [], ride: [], photo: [] };
const times = new Map();
const refused = [];
async function timed(what, work) {
	const answer = await work().catch((error) => ({ status: error.code ?? error.message, ms: 0 }));
	times.set(what, [...(times.get(what) ?? []), answer.ms]);
	if (![200, 303].includes(answer.status)) refused.push(`${what} ${answer.status}`);
	return answer.status === 200;
}
const json = (cookie, method, where, body) =>
	ask(where, { method, headers: { cookie, 'content-type': 'application/json' }, body: JSON.stringify(body) });
let made = 0;
async function visit(cookie, horseId) {
	const id = randomUUID();
	const shift = ++made / 1000;
	const xMm = Array.from({ length: 31 }, (_, i) => -150 + 10 * i);
	const tracings = ['T8', 'T13'].map((station) => ({
		id: randomUUID(),
		station,
		repeat: 1,
		xMm,
		yMm: xMm.map((x) => shift - (x * x) / 150),
		source: 'points',
		operator: '',
		quality: null
	}));
	const body = { id, horseId, visitedOn: '2026-11-20', note: '', tracings };
	if (await timed('visit with tracings', () => json(cookie, 'PUT', `/api/visits/${id}`, body))) kept.visit.push(id);
}
async function taps(cookie, horseId) {
	const [visitId, entryId] = [randomUUID(), randomUUID()];
	const entries = [{ id: entryId, field: 'note', value: 'seen', replaces: [], madeAt: new Date().toISOString() }];
	const body = { horseId, visitedOn: '2026-11-20', device: randomUUID(), sentAt: new Date().toISOString(), entries };
	if (!(await timed('taps', () => json(cookie, 'POST', `/api/visits/${visitId}/entries`, body)))) return;
	kept.visit_entry.push(entryId);
	const photoId = randomUUID();
	const stored = await timed('photo', () =>
		ask(`/api/photos/${photoId}?visit=${visitId}&kind=side`, {
			method: 'PUT',
			headers: { cookie, 'content-type': 'image/png' },
			body: PNG
		})
	);
	if (stored) kept.photo.push(photoId);
}
async function ride(cookie, horseId) {
	const id = randomUUID();
	const body = {
		id,
		horseId,
		riddenOn: '2026-11-21',
		saddleId: null,
		pad: 'none',
		seen: [],
		atTime: 'start',
		changes: [],
		note: ''
	};
	if (await timed('ride', () => json(cookie, 'PUT', `/api/rides/${id}`, body))) kept.ride.push(id);
}

const until = performance.now() + 1000 * SECONDS;
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
async function person(i) {
	const cookie = cookies[i % cookies.length];
	for (let k = i; performance.now() < until; k++) {
		const horse = horses[(i * 7919 + k * 101) % horses.length].id;
		const page = (what, where) => timed(what, () => ask(where, { headers: { cookie } }));
		await page('board', `/?yard=${filled.yardId}`);
		await page('horse', `/horses/${horse}`);
		if (k % 5 === 0) await visit(cookie, horse);
		if (k % 5 === 1) await taps(cookie, horse);
		if (k % 5 === 2) await ride(cookie, horse);
		if (k % 5 === 3) await page('shape', `/horses/${horse}/shape`);
		await timed('bare page', () => ask('/health'));
		// People read what they asked for.
		await pause(3000 + ((i * 37 + k * 911) % 6000));
	}
}
await Promise.all(Array.from({ length: PEOPLE }, (_, i) => pause(i * 20).then(() => person(i))));

let lost = 0;
for (const [table, ids] of Object.entries(kept)) {
	const { rows } = await db.query(`select id, count(*)::int n from ${table} where id = any($1) group by id`, [ids]);
	const there = rows.filter((r) => r.n === 1).length;
	lost += ids.length - there;
	console.log(`${table.padEnd(12)} acknowledged ${ids.length}, there once ${there}`);
}
const at = (values, share) =>
	[...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
const bare = at(times.get('bare page') ?? [1], 0.5);
console.log(`\n${PEOPLE} people for ${SECONDS} s, times in ms`);
for (const [what, ms] of times)
	console.log(
		`${what.padEnd(22)} ${String(ms.length).padStart(6)} answered   median ${at(ms, 0.5).toFixed(0).padStart(6)} (${(at(ms, 0.5) / bare).toFixed(1)} bare)   95th ${at(ms, 0.95).toFixed(0).padStart(6)}`
	);
console.log(
	`refused ${refused.length}${refused.length > 0 ? `: ${[...new Set(refused)].slice(0, 8).join(', ')}` : ''}; lost ${lost}`
);
process.exitCode = refused.length + lost > 0 ? 1 : 0;
agent.destroy();
await db.end();
await stage.stop();
