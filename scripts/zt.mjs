import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

// Kept apart from the other scripts' helpers: this one must start at once.
const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const BUNDLE = path.join(ROOT, 'build/zt/zt.mjs');
const SOURCES = ['src/core', 'src/cli', 'src/words', 'package-lock.json'];

function newest(place) {
	const stat = statSync(place);
	if (!stat.isDirectory()) return stat.mtimeMs;
	return Math.max(stat.mtimeMs, ...readdirSync(place).map((name) => newest(path.join(place, name))));
}

async function bundle() {
	if (!existsSync(path.join(ROOT, 'node_modules/esbuild'))) await (await import('./lib/host.mjs')).ensurePackages();
	const { build } = await import('esbuild');
	mkdirSync(path.dirname(BUNDLE), { recursive: true });
	const draft = `${BUNDLE}.${process.pid}`;
	await build({
		entryPoints: [path.join(ROOT, 'src/cli/main.ts')],
		outfile: draft,
		bundle: true,
		minify: true,
		platform: 'node',
		format: 'esm',
		external: ['sharp', 'joi'],
		logLevel: 'error'
	});
	renameSync(draft, BUNDLE);
}

/** These two ask the record: they start its database, and take longer to begin. */
async function askRecord() {
	if (!existsSync(path.join(ROOT, 'node_modules/tsx'))) await (await import('./lib/host.mjs')).ensurePackages();
	const { spawnSync } = await import('node:child_process');
	const script = path.join(ROOT, 'scripts/record.ts');
	const tsx = pathToFileURL(path.join(ROOT, 'node_modules/tsx/dist/loader.mjs')).href;
	const done = spawnSync(process.execPath, ['--import', tsx, script, ...process.argv.slice(2)], { stdio: 'inherit' });
	process.exit(done.status ?? 1);
}
if (['export', 'import'].includes(process.argv[2])) await askRecord();

if (!existsSync(BUNDLE) || statSync(BUNDLE).mtimeMs < Math.max(...SOURCES.map((s) => newest(path.join(ROOT, s)))))
	await bundle();
await import(pathToFileURL(BUNDLE).href);
