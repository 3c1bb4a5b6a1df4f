import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import path from 'node:path';
import { ensureDebian, ensurePackages, ROOT, run } from './lib/host.mjs';

/**
 * Tries docs/operations/nginx.conf: a throwaway authority signs a certificate, nginx ends TLS before a server with the
 * demo, and what must hold behind a proxy is looked at. Prints a line each; ends with 1 where one does not hold.
 */
await ensurePackages();
await ensureDebian(['postgresql', 'nginx-light', 'openssl']);
const { setStage } = await import('./lib/stage.mjs');
const { freePort } = await import('./lib/postgres.mjs');

const folder = mkdtempSync('/var/tmp/zone-tally-proxy-');
chmodSync(folder, 0o755);
const at = (name) => path.join(folder, name);
const openssl = (...args) => run('openssl', args, { cwd: folder });
openssl(
	'req',
	'-x509',
	'-newkey',
	'rsa:2048',
	'-nodes',
	'-days',
	'2',
	'-subj',
	'/CN=Throwaway authority',
	'-keyout',
	'ca.key',
	'-out',
	'ca.pem'
);
openssl('req', '-newkey', 'rsa:2048', '-nodes', '-subj', '/CN=yard.example', '-keyout', 'site.key', '-out', 'site.csr');
writeFileSync(at('san'), 'subjectAltName=DNS:yard.example\n');
openssl(
	'x509',
	'-req',
	'-in',
	'site.csr',
	'-CA',
	'ca.pem',
	'-CAkey',
	'ca.key',
	'-CAcreateserial',
	'-days',
	'2',
	'-extfile',
	'san',
	'-out',
	'site.pem'
);

const port = await freePort();
const stage = await setStage({ env: { ORIGIN: `https://yard.example:${port}`, ZT_PROXIES: '1' } });
const site = readFileSync(path.join(ROOT, 'docs/operations/nginx.conf'), 'utf8')
	.replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
	.replace('/etc/ssl/yard.example.pem', at('site.pem'))
	.replace('/etc/ssl/private/yard.example.key', at('site.key'))
	.replace('http://127.0.0.1:4870', stage.url);
writeFileSync(
	at('nginx.conf'),
	`daemon off;\npid ${at('pid')};\nerror_log ${at('error.log')};\nevents {}\nhttp {\naccess_log off;\nclient_body_temp_path ${at('body')};\nproxy_temp_path ${at('temp')};\nfastcgi_temp_path ${at('f')};\nuwsgi_temp_path ${at('u')};\nscgi_temp_path ${at('s')};\n${site}\n}\n`
);
const tested = spawnSync('/usr/sbin/nginx', ['-t', '-c', at('nginx.conf')], { encoding: 'utf8' });
if (tested.status !== 0) throw new Error(tested.stderr);
const nginx = spawn('/usr/sbin/nginx', ['-c', at('nginx.conf')], { stdio: 'inherit' });
await new Promise((resolve) => setTimeout(resolve, 500));

const ca = readFileSync(at('ca.pem'));
function ask(where, { method = 'GET', headers = {}, body } = {}) {
	return new Promise((resolve, reject) => {
		const request = https.request(
			{
				host: '127.0.0.1',
				port,
				servername: 'yard.example',
				ca,
				path: where,
				method,
				headers: { host: `yard.example:${port}`, ...headers }
			},
			(response) => {
				let said = '';
				response.setEncoding('utf8').on('data', (text) => (said += text));
				response.on('end', () => resolve({ status: response.statusCode, headers: response.headers, said }));
			}
		);
		request.on('error', reject);
		request.end(body);
	});
}
let failed = 0;
const hold = (what, holds) => {
	console.log(`${holds ? 'holds ' : 'FAILS '} ${what}`);
	if (!holds) failed++;
};
try {
	const form = {
		origin: `https://yard.example:${port}`,
		accept: 'text/html',
		'content-type': 'application/x-www-form-urlencoded'
	};
	const body = new URLSearchParams({ email: 'owner@saltings.example', password: 'spring-tide-1204' }).toString();
	const signed = await ask('/sign-in', {
		method: 'POST',
		headers: { ...form, 'x-forwarded-for': '203.0.113.9' },
		body
	});
	const cookies = signed.headers['set-cookie'] ?? [];
	hold('sign-in answers and leads on', signed.status === 303);
	hold(
		'the session cookie is Secure and HttpOnly',
		cookies.some((c) => /session_token=.*HttpOnly/i.test(c) && /Secure/i.test(c))
	);
	hold('HSTS is sent', /max-age=\d+/.test(signed.headers['strict-transport-security'] ?? ''));
	const cookie = cookies.map((c) => c.split(';')[0]).join('; ');
	const account = await ask('/account', { headers: { cookie } });
	hold('the account page is the person’s', account.said.includes('owner@saltings.example'));
	hold(
		'the address is the true one, not the one a stranger claims',
		account.said.includes('from 127.0.0.1') && !account.said.includes('203.0.113.9')
	);
	const foreign = await ask('/sign-out', {
		method: 'POST',
		headers: { ...form, origin: 'https://elsewhere.example', cookie },
		body: ''
	});
	hold('a form from another site is refused', foreign.status === 403);
	const large = await ask('/sign-in', { method: 'POST', headers: form, body: 'a'.repeat(25_000_000) }).catch(() => ({
		status: 413
	}));
	hold('a body over the bound is refused at the proxy', large.status === 413);
	const id = (await ask('/health')).headers['x-request-id'] ?? '';
	hold('the proxy’s request id is kept', /^[0-9a-f]{32}$/.test(id));
} finally {
	nginx.kill('SIGTERM');
	await stage.stop();
	rmSync(folder, { recursive: true, force: true });
}
process.exitCode = failed > 0 ? 1 : 0;
