import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import { fileURLToPath } from 'node:url';

/** The checkout this script belongs to. */
export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const isRoot = () => process.getuid?.() === 0;

/** Where this checkout keeps what must outlive a run: one folder a checkout, outside it, so that a database user can reach it. */
export function stateFolder() {
	const name = createHash('sha256').update(ROOT).digest('hex').slice(0, 12);
	const usual = isRoot()
		? '/var/lib/zone-tally'
		: path.join(process.env.XDG_STATE_HOME ?? path.join(homedir(), '.local/state'), 'zone-tally');
	const base = process.env.ZT_STATE || usual;
	const folder = path.join(base, name);
	mkdirSync(folder, { recursive: true });
	return folder;
}

/** Runs a command to its end; throws with its output when it fails. */
export function run(command, args, options = {}) {
	const done = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 64e6, ...options });
	if (done.error || done.status !== 0) {
		const said = `${done.stdout ?? ''}${done.stderr ?? ''}`.trim().split('\n').slice(-15).join('\n');
		throw new Error(`${command} ${args.slice(0, 4).join(' ')} failed\n${done.error?.message ?? said}`);
	}
	return done.stdout ?? '';
}

/** Runs a command without holding up this process; answers with what it wrote where its output is piped (`stdio`). */
export function runAsync(command, args, options = {}) {
	return new Promise((resolve, reject) => {
		const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
		let said = '';
		child.stdout?.setEncoding('utf8').on('data', (text) => (said += text));
		child.on('error', reject);
		child.on('close', (code) => (code === 0 ? resolve(said) : reject(new Error(`${command} ended with ${code}`))));
	});
}

const has = (file) => existsSync(file);
const postgresBin = () => {
	const base = '/usr/lib/postgresql';
	if (!has(base)) return undefined;
	const newest = readdirSync(base)
		.filter((v) => has(path.join(base, v, 'bin/initdb')))
		.sort((a, b) => Number(b) - Number(a))[0];
	return newest && path.join(base, newest, 'bin');
};

/** Folder of the newest Debian PostgreSQL's programs. */
export function postgresPrograms() {
	const found = postgresBin();
	if (!found) throw new Error('PostgreSQL is not installed');
	return found;
}

export const CHROMIUM = '/usr/bin/chromium';

/** How each Debian package is seen to be there. */
const PRESENT = {
	postgresql: () => postgresBin() !== undefined,
	chromium: () => has(CHROMIUM),
	'poppler-utils': () => has('/usr/bin/pdftoppm'),
	'librsvg2-bin': () => has('/usr/bin/rsvg-convert'),
	'nginx-light': () => has('/usr/sbin/nginx'),
	openssl: () => has('/usr/bin/openssl'),
	'assimp-utils': () => has('/usr/bin/assimp'),
	'python3-ezdxf': () => has('/usr/lib/python3/dist-packages/ezdxf')
};

async function mayInstall(what) {
	if (process.env.CI === 'true' || process.argv.includes('--yes') || !process.stdin.isTTY) return true;
	const ask = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await ask.question(`Debian packages are missing: ${what}. Install them now? [Y/n] `);
	ask.close();
	return !/^n/i.test(answer.trim());
}

/** Installs Debian packages whose programs are missing, as root or by sudo; otherwise says the command. */
export async function ensureDebian(wanted) {
	const missing = wanted.filter((name) => !PRESENT[name]());
	if (missing.length === 0) return;
	const sudo = isRoot() ? [] : ['sudo', '-n'];
	const command = `${isRoot() ? '' : 'sudo '}apt-get update && ${isRoot() ? '' : 'sudo '}apt-get install -y --no-install-recommends ${missing.join(' ')}`;
	const able = isRoot() || spawnSync('sudo', ['-n', 'true']).status === 0;
	if (!able || !(await mayInstall(missing.join(', '))))
		throw new Error(`Please install what is missing and start again:\n  ${command}`);
	console.log(`installing ${missing.join(', ')}`);
	const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
	const apt = (...args) => run([...sudo, 'apt-get'][0], [...sudo, 'apt-get', ...args].slice(1), { env });
	apt('update');
	apt('install', '-y', '--no-install-recommends', ...missing);
}

/** Runs `npm ci` when the installed packages are not those of the lock file. */
export async function ensurePackages() {
	const stamp = path.join(ROOT, 'node_modules/.zone-tally-lock');
	const lock = createHash('sha256')
		.update(readFileSync(path.join(ROOT, 'package-lock.json')))
		.digest('hex');
	if (has(stamp) && readFileSync(stamp, 'utf8') === lock) return;
	console.error('installing packages (npm ci)');
	run('npm', ['ci', '--no-audit', '--no-fund'], { env: { ...process.env, NODE_ENV: 'development' } });
	writeFileSync(stamp, lock);
}

function filesUnder(folder) {
	return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
		const full = path.join(folder, e.name);
		return e.isDirectory() ? filesUnder(full) : [full];
	});
}

/** A short name for the present content of the given files and folders. */
export function contentName(places) {
	const hash = createHash('sha256');
	for (const place of places) {
		const full = path.join(ROOT, place);
		for (const file of statSync(full).isDirectory() ? filesUnder(full).sort() : [full])
			hash.update(path.relative(ROOT, file)).update(readFileSync(file));
	}
	return hash.digest('hex').slice(0, 16);
}
