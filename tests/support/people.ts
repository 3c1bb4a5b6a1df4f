import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { makeAuth } from '../../src/lib/server/access/auth.js';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, serverUrl, signInCookie, type Client } from './client.js';
import { database } from './database.js';
import { eventually } from './eventually.js';

const PASSWORD = 'low-water-springs';

export interface Person {
	readonly id: string;
	readonly name: string;
	readonly email: string;
	readonly password: string;
}

/** A made-up person with a confirmed address, belonging nowhere. */
export async function makePerson(name: string): Promise<Person> {
	const { db } = database();
	const auth = makeAuth(
		db,
		{ secret: 'only used to hash the passwords', origin: undefined },
		{ able: false, send: () => undefined, deliver: async () => undefined }
	);
	const email = `${name.toLowerCase().replaceAll(' ', '-')}-${uuidv7().slice(-8)}@saltings.example`;
	const { user } = await auth.api.signUpEmail({ body: { name, email, password: PASSWORD } });
	await db.update(tables.person).set({ emailVerified: true }).where(eq(tables.person.id, user.id));
	return { id: user.id, name, email, password: PASSWORD };
}

/** Signed in through the page; the limits on signing in are not what is tried. */
export async function clientOf(person: Person, url = serverUrl()): Promise<Client & { readonly cookie: string }> {
	await database().db.delete(tables.rateLimit);
	const { cookie } = await signInCookie(person.email, person.password, url);
	return { ...clientAt(url, cookie), cookie };
}

/** Links in the mails kept for an address, newest first, as paths. */
async function mailedPaths(email: string): Promise<string[]> {
	const rows = await database().db.select().from(tables.mailbox).where(eq(tables.mailbox.to, email));
	return rows
		.sort((a, b) => b.id - a.id)
		.flatMap((m) => [...m.text.matchAll(/^https?:\/\/[^/\s]+(\/\S+)$/gm)].map((x) => x[1] as string));
}

/** The same, once so many mails have come. */
export async function mailTo(email: string, least = 1): Promise<string[]> {
	await eventually(async () => (await mailedPaths(email)).length >= least);
	return mailedPaths(email);
}
