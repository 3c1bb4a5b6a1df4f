import { createHash } from 'node:crypto';

/**
 * The roles that the server connects as. They may read and write but own nothing, so row-level security holds for them:
 * `zt_server_…` works in a person's name; `zt_jobs_…` does the server's own work (jobs, sign-in, judging), and only its
 * name passes the policies. Names and passwords follow from the owner's address, so that every start finds the same.
 */
function roleUrlOf(ownerUrl, kind) {
	const url = new URL(ownerUrl);
	url.password = createHash('sha256')
		.update(`${kind === 'server' ? 'server' : kind} role of ${ownerUrl.replace(/:\d+\//, '/')}`)
		.digest('base64url');
	url.username = `zt_${kind}_${createHash('sha256').update(url.pathname).digest('hex').slice(0, 8)}`;
	return url.href;
}
export const serverUrlOf = (ownerUrl) => roleUrlOf(ownerUrl, 'server');
export const jobsUrlOf = (ownerUrl) => roleUrlOf(ownerUrl, 'jobs');

const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

async function ensureRole(client, url) {
	const { username, password } = new URL(url);
	const role = quoted(username);
	const there = (await client.query('select 1 from pg_roles where rolname = $1', [username])).rowCount > 0;
	await client.query(
		`${there ? 'alter' : 'create'} role ${role} login nosuperuser nobypassrls nocreatedb nocreaterole password '${password}'`
	);
	await client.query(`grant usage on schema public to ${role}`);
	await client.query(`grant select, insert, update, delete on all tables in schema public to ${role}`);
	await client.query(`grant usage on all sequences in schema public to ${role}`);
	return role;
}

/** Makes the roles and says what they may do; false where the owner may not make roles. */
export async function ensureServerRole(ownerUrl) {
	const { default: pg } = await import('pg');
	const client = new pg.Client({ connectionString: ownerUrl });
	await client.connect();
	try {
		const server = await ensureRole(client, serverUrlOf(ownerUrl));
		const jobs = await ensureRole(client, jobsUrlOf(ownerUrl));
		// The queue is the server's own work.
		await client.query(`revoke all on all tables in schema pgboss from ${server}`);
		await client.query(`revoke all on schema pgboss from ${server}`);
		await client.query(`grant usage on schema pgboss to ${jobs}`);
		await client.query(`grant select, insert, update, delete on all tables in schema pgboss to ${jobs}`);
		return true;
	} catch (error) {
		if (error.code === '42501') return false;
		throw error;
	} finally {
		await client.end();
	}
}
