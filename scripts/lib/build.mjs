import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { contentName, ROOT, run } from './host.mjs';
import { joinUsers } from './users.mjs';

const SOURCES = [
	'src',
	'static',
	'sim',
	'scripts/prepareDatabase.ts',
	'scripts/loadDemo.ts',
	'scripts/lib/serverRole.mjs',
	'package-lock.json',
	'svelte.config.js',
	'vite.config.ts',
	'tsconfig.json'
];
const KEPT_BUILDS = 3;

/** Builds the application when these very sources have not been built before; returns the build's folder. */
export async function ensureBuild() {
	const name = contentName(SOURCES);
	const builds = path.join(ROOT, 'build/app');
	const folder = path.join(builds, name);
	if (existsSync(folder)) return folder;
	console.log('building');
	const draft = `${folder}.${process.pid}`;
	mkdirSync(builds, { recursive: true });
	// tsconfig.json extends what this writes.
	run(path.join(ROOT, 'node_modules/.bin/svelte-kit'), ['sync']);
	try {
		run(process.execPath, [path.join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'], {
			env: { ...process.env, NODE_ENV: 'production', ZT_BUILD_OUT: draft, ZT_KIT_OUT: `build/kit-${process.pid}` }
		});
		for (const script of THREADS) await buildThread(script, draft);
		await buildPrepare(draft);
		if (existsSync(folder)) rmSync(draft, { recursive: true });
		else renameSync(draft, folder);
	} finally {
		rmSync(path.join(ROOT, `build/kit-${process.pid}`), { recursive: true, force: true });
	}
	forgetOldBuilds(builds, name);
	return folder;
}

/** What runs in threads of its own, and the settings, read before anything is served: loaded from beside the server. */
const THREADS = ['print/exportWorker', 'judge/judgeWorker', 'config'];
async function buildThread(script, folder) {
	const { build } = await import('esbuild');
	await build({
		entryPoints: [path.join(ROOT, `src/lib/server/${script}.ts`)],
		outfile: path.join(folder, `${path.basename(script)}.mjs`),
		bundle: true,
		minify: true,
		platform: 'node',
		format: 'esm',
		banner: {
			js: "import{createRequire as __zoneTallyRequire}from'node:module';const require=__zoneTallyRequire(import.meta.url);"
		},
		logLevel: 'error'
	});
}

/** What a start does to the database, ready to run: translating it anew takes longer than doing it. */
const buildPrepare = (folder) => bundleScript('scripts/prepareDatabase.ts', path.join(folder, PREPARE));

/** Puts a script together for `outfile`, packages left outside. */
export async function bundleScript(script, outfile) {
	const { build } = await import('esbuild');
	await build({
		entryPoints: [path.join(ROOT, script)],
		outfile,
		bundle: true,
		packages: 'external',
		platform: 'node',
		format: 'esm',
		logLevel: 'error'
	});
}
export const PREPARE = 'prepareDatabase.mjs';

/** True while a server runs from this build: its files are read from there as they are asked for. */
function isServed(folder) {
	const pids = path.join(folder, 'served-by');
	return existsSync(pids) && !joinUsers(pids).leave();
}

function forgetOldBuilds(builds, present) {
	const old = readdirSync(builds)
		.filter((n) => /^[0-9a-f]{16}$/.test(n) && n !== present && !isServed(path.join(builds, n)))
		.sort((a, b) => statSync(path.join(builds, b)).mtimeMs - statSync(path.join(builds, a)).mtimeMs);
	for (const n of old.slice(KEPT_BUILDS)) rmSync(path.join(builds, n), { recursive: true, force: true });
}
