import { createHash } from 'node:crypto';

/**
 * The role that the server connects as: it may read and write, but owns nothing, so the walls between yards in the
 * database hold for it. Its name and word follow from the owner's address, so that every start finds the same.
 */
export function serverUrlOf(ownerUrl) {
	const url = new URL(ownerUrl);
	const made = createHash('sha256')
		.update(`server role of ${ownerUrl.replace(/:\d+\//, '/')}`)
		.digest('base64url');
	url.username = `zt_server_${createHash('sha256').update(url.pathname).digest('hex').slice(0, 8)}`;
	url.password = made;
	return url.href;
}

const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/** Makes the role and says what it may do; false where the owner may not make roles. */
export async function ensureServerRole(ownerUrl) {
	const { username, password } = new URL(serverUrlOf(ownerUrl));
	const { default: pg } = await import('pg');
	const client = new pg.Client({ connectionString: ownerUrl });
	await client.connect();
	try {
		const role = quoted(username);
		const there = (await client.query('select 1 from pg_roles where rolname = $1', [username])).rowCount > 0;
		await client.query(
			`${there ? 'alter' : 'create'} role ${role} login nosuperuser nobypassrls nocreatedb nocreaterole password '${password}'`
		);
		await client.query(`grant usage on schema public to ${role}`);
		await client.query(`grant select, insert, update, delete on all tables in schema public to ${role}`);
		await client.query(`grant usage on all sequences in schema public to ${role}`);
		await client.query(`grant usage on schema pgboss to ${role}`);
		await client.query(`grant select, insert, update, delete on all tables in schema pgboss to ${role}`);
		return true;
	} catch (error) {
		if (error.code === '42501') return false;
		throw error;
	} finally {
		await client.end();
	}
}
