import path from 'node:path';
import { ensureDebian, ensurePackages, ROOT, run, runAsync } from './lib/host.mjs';

await ensurePackages();
await ensureDebian(['postgresql']);
const { bundleScript } = await import('./lib/build.mjs');
const { setStage } = await import('./lib/stage.mjs');

/** Every speed here stands beside a reference measured in the same run; nothing is asserted. */
const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
const row = (what, ms, reference) =>
	console.log(
		`${what.padEnd(46)} ${ms.toFixed(1).padStart(8)} ms   ${(ms / reference).toFixed(2).padStart(7)} x reference`
	);

const lastJson = (said) => JSON.parse(said.trim().split('\n').at(-1));

async function signIn(url) {
	const response = await fetch(`${url}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: { origin: url, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
		body: new URLSearchParams({ email: 'owner@saltings.example', password: 'spring-tide-1204' })
	});
	return response.headers
		.getSetCookie()
		.map((c) => c.split(';')[0])
		.join('; ');
}

async function serverMs(url, cookie, times = 60) {
	const all = [];
	for (let i = 0; i < times; i++) {
		const response = await fetch(url, { headers: { cookie } });
		await response.arrayBuffer();
		if (!response.ok) throw new Error(`${url} answered ${response.status}`);
		if (i >= 10) all.push(Number(/dur=([\d.]+)/.exec(response.headers.get('server-timing'))?.[1]));
	}
	return median(all);
}

const stage = await setStage();
try {
	const cookie = await signIn(stage.url);
	console.log('Server time at the median; the reference is the bare form /horses/new of the same server\n');
	const filled = lastJson(
		run(process.execPath, ['--import=tsx', 'scripts/benchFill.ts'], {
			env: { ...process.env, DATABASE_URL: stage.databaseUrl }
		})
	);
	console.log(`database: ${filled.horses} horses, ${filled.visits} visits, ${filled.tracings} tracings`);
	const bare = await serverMs(`${stage.url}/horses/new?yard=${filled.yardId}`, cookie);
	row('bare page', bare, bare);
	row('board, first page of 2000 horses', await serverMs(`${stage.url}/?yard=${filled.yardId}`, cookie), bare);
	row('board, page 25', await serverMs(`${stage.url}/?yard=${filled.yardId}&page=25`, cookie), bare);
	row('board, search', await serverMs(`${stage.url}/?yard=${filled.yardId}&q=77`, cookie), bare);
	row('horse with 25 visits', await serverMs(`${stage.url}/horses/${filled.horseId}`, cookie), bare);
	row('saddles', await serverMs(`${stage.url}/saddles?yard=${filled.yardId}`, cookie), bare);
	const bulk = lastJson(
		await runAsync(process.execPath, ['--import=tsx', 'scripts/benchAgain.ts'], {
			stdio: ['ignore', 'pipe', 'inherit'],
			env: { ...process.env, DATABASE_URL: stage.databaseUrl, SITE_URL: stage.url, SITE_COOKIE: cookie }
		})
	);
	console.log(
		`judged again in bulk: ${bulk.horses} horses in ${bulk.seconds.toFixed(1)} s through the queue; board meanwhile ${bulk.boardDuringMs.toFixed(0)} ms at the median, ${bulk.boardWorstMs.toFixed(0)} ms at worst, ${bulk.boardIdleMs.toFixed(0)} ms before`
	);
} finally {
	await stage.stop();
}
console.log('');
// As what is shipped is: names that a translator keeps for every closure cost a fifth and more.
const core = path.join(ROOT, 'build/bench/core.mjs');
await bundleScript('scripts/benchCore.ts', core);
console.log(run(process.execPath, [core]));
