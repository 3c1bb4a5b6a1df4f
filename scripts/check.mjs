import path from 'node:path';
import { ensurePackages, ROOT, runAsync } from './lib/host.mjs';

await ensurePackages();
const bin = (name) => path.join(ROOT, 'node_modules/.bin', name);
const steps = [
	['prettier', ['--check', '.']],
	['eslint', ['.']],
	['svelte-kit', ['sync']],
	['tsc', ['-p', 'tsconfig.core.json']],
	['svelte-check', ['--tsconfig', './tsconfig.json', '--fail-on-warnings']]
];
let failed = 0;
for (const [name, args] of steps) {
	console.log(`> ${name} ${args.join(' ')}`);
	await runAsync(bin(name), args).catch(() => failed++);
}
console.log(failed === 0 ? 'clean' : `${failed} of ${steps.length} checks failed`);
process.exitCode = failed === 0 ? 0 : 1;
