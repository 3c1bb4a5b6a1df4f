import { spawn } from 'node:child_process';
import path from 'node:path';
import { ensureDebian, ensurePackages, ROOT } from './lib/host.mjs';

/** Runs every test: units, published checks, server and browser. Arguments narrow it, for example `tests/unit`. */
await ensurePackages();
// The last four read back what we write: checks from outside the project.
await ensureDebian(['postgresql', 'chromium', 'poppler-utils', 'librsvg2-bin', 'assimp-utils', 'python3-ezdxf']);
const { setStage } = await import('./lib/stage.mjs');

const places = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const needsStage = places.length === 0 || places.some((p) => /server|browser/.test(p));
const stage = needsStage ? await setStage() : undefined;
const specs = (places.length > 0 ? places : ['tests']).map((p) => (p.endsWith('.ts') ? p : `${p}/**/*.test.ts`));
const child = spawn(process.execPath, [path.join(ROOT, 'node_modules/mocha/bin/mocha.js'), ...specs], {
	cwd: ROOT,
	stdio: 'inherit',
	env: {
		...process.env,
		...(stage ? { ZT_TEST_URL: stage.url, ZT_TEST_DATABASE: stage.databaseUrl, ZT_TEST_BUILD: stage.build } : {})
	}
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
const code = await new Promise((resolve) => child.once('exit', resolve));
await stage?.stop();
process.exitCode = code ?? 1;
