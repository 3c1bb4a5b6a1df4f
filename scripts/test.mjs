import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { constants, setPriority, tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebian, ensurePackages, ROOT } from './lib/host.mjs';

/**
 * Runs every test: units, published checks, server and browser. Arguments narrow it, for example `tests/unit`.
 * All at once, what needs no server runs beside the rest, giving way to it; after it what starts places of its own; of
 * the browser's, what only reads pages or keeps to a yard of its own runs beside all others.
 */
await ensurePackages();
// The last four read back what we write: checks from outside the project.
await ensureDebian(['postgresql', 'chromium', 'poppler-utils', 'librsvg2-bin', 'assimp-utils', 'python3-ezdxf']);
const { setStage } = await import('./lib/stage.mjs');

const places = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const all = places.length > 0 ? places : ['tests/unit', 'tests/published', 'tests/server', 'tests/browser'];
const onBrowser = all.filter((p) => p.includes('browser'));
const onServer = all.filter((p) => p.includes('server') && !onBrowser.includes(p));
const alone = all.filter((p) => !onBrowser.includes(p) && !onServer.includes(p));
/** Reads every page in both themes and writes nothing; works in a yard that nobody else is in: beside all others. */
const APART = ['tests/browser/accessible.test.ts', 'tests/browser/saddleRoom.test.ts'];
/** Start a server and a database of their own: no other test meets them. */
const OWN_PLACE = ['tests/server/mail.test.ts', 'tests/server/cluster.test.ts', 'tests/browser/people.test.ts'];
const whole = places.length === 0;
const counts = mkdtempSync(path.join(tmpdir(), 'zone-tally-test-'));
const running = new Set();
const MOCHA = path.join(ROOT, 'node_modules/mocha/bin/mocha.js');

/** One run of the test runner; its counts, or a failure where it ended without any. */
function runTests(name, specs, { env = {}, behind = false, low = behind, without = [] } = {}) {
	const file = path.join(counts, name);
	const patterns = specs.map((p) => (p.endsWith('.ts') ? p : `${p}/**/*.test.ts`));
	const child = spawn(process.execPath, [MOCHA, ...patterns, ...without.flatMap((f) => ['--ignore', f])], {
		cwd: ROOT,
		stdio: behind ? ['ignore', 'pipe', 'pipe'] : 'inherit',
		env: { ...process.env, ZT_TEST_COUNTS: file, ...env }
	});
	running.add(child);
	if (low) setPriority(child.pid, constants.priority.PRIORITY_LOW);
	const said = [];
	child.stdout?.on('data', (chunk) => said.push(chunk));
	child.stderr?.on('data', (chunk) => said.push(chunk));
	return new Promise((resolve) =>
		child.once('close', () => {
			running.delete(child);
			// What ran behind is told when it is done, so that two lists do not mix.
			const ended = existsSync(file)
				? JSON.parse(readFileSync(file, 'utf8'))
				: {
						passes: 0,
						failures: 1,
						pending: 0,
						failed: [{ title: name, error: 'It ended before its tests did.' }],
						files: {}
					};
			resolve({ ...ended, said: Buffer.concat(said) });
		})
	);
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => running.forEach((child) => child.kill(signal)));

const results = [];
/** What ran behind is told when it is done. */
async function told(run) {
	const result = await run;
	process.stdout.write(result.said);
	results.push(result);
}
const staged = onServer.length + onBrowser.length > 0;
const beside = alone.length > 0 ? runTests('alone', alone, { behind: staged }) : undefined;
if (staged) {
	const stage = await setStage();
	const env = { ZT_TEST_URL: stage.url, ZT_TEST_DATABASE: stage.databaseUrl, ZT_TEST_BUILD: stage.build };
	const ownPlace = whole
		? Promise.resolve(beside).then(() => runTests('own', OWN_PLACE, { env, behind: true, low: false }))
		: undefined;
	// Alone in the list a file runs as it is.
	const apart = onBrowser.some((p) => !p.endsWith('.ts'))
		? runTests('apart', APART, { env, behind: true, low: false })
		: undefined;
	const without = [...(whole ? OWN_PLACE : []), ...(apart ? APART : [])];
	if (onServer.length > 0) results.push(await runTests('server', onServer, { env, without }));
	if (onBrowser.length > 0) results.push(await runTests('browser', onBrowser, { env, without }));
	if (apart) await told(apart);
	if (ownPlace) await told(ownPlace);
	await stage.stop();
}
if (beside) {
	// Nobody is left to give way to.
	for (const child of running) if (child.pid) tryPriority(child.pid);
	await told(beside);
}
rmSync(counts, { recursive: true, force: true });
const files = results.flatMap((r) => Object.entries(r.files)).sort((a, b) => b[1] - a[1]);
console.log(`\nSlowest files:`);
for (const [file, ms] of files.slice(0, Number(process.env.ZT_SLOW ?? 12)))
	console.log(`  ${(ms / 1000).toFixed(1)} s  ${path.relative(ROOT, file)}`);
// Whoever reads only the end must see what failed.
for (const { title, error } of results.flatMap((r) => r.failed)) {
	console.log(`\nFailed: ${title}\n  ${error.split('\n').slice(0, 12).join('\n  ')}`);
}
const sum = (of) => results.reduce((n, r) => n + r[of], 0);
console.log(
	`${sum('passes')} passed, ${sum('failures')} failed${sum('pending') > 0 ? `, ${sum('pending')} skipped` : ''}`
);
process.exitCode = sum('failures') > 0 ? 1 : 0;

/** Raising a priority again needs rights that not everybody has. */
function tryPriority(pid) {
	try {
		setPriority(pid, constants.priority.PRIORITY_NORMAL);
	} catch {
		// It goes on as it is.
	}
}
