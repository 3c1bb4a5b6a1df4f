import { createHash } from 'node:crypto';
import { app } from '../app.js';
import { failureOf } from '../db/index.js';
import { countTry } from '../records/index.js';
import { askAuth, type Asked } from './askAuth.js';

/** What came of signing in: cookies to set, or why not. */
export type SignInAnswer =
	| { readonly status: 'signed-in'; readonly setCookies: readonly string[] }
	| { readonly status: 'sign-in-failed' | 'not-confirmed' | 'too-many-tries' | 'database-away' };

/** Tries at one account, from wherever they come. */
const MOST_TRIES = 30;
const TRIES_SECONDS = 600;
/** Whoever tries too often waits as long. */
export const WAIT_SECONDS = 60;

/** One account's own limit; its key says nothing of whose it is. */
const accountKey = (email: string): string => `account ${createHash('sha256').update(email).digest('hex')}`;

export async function signIn(email: string, password: string, asked: Asked): Promise<SignInAnswer> {
	const within = await countTry(app().db, accountKey(email), MOST_TRIES, TRIES_SECONDS).catch((error: unknown) => {
		if (failureOf(error)) return undefined;
		throw error;
	});
	if (within === undefined) return { status: 'database-away' };
	if (!within) return { status: 'too-many-tries' };
	const answer = await askAuth('/sign-in/email', asked, { email, password, rememberMe: true });
	if (answer.status === 'ok') return { status: 'signed-in', setCookies: answer.setCookies };
	if (answer.status !== 'refused') return { status: answer.status };
	return { status: answer.code === 'EMAIL_NOT_VERIFIED' ? 'not-confirmed' : 'sign-in-failed' };
}

/** Ends the session the cookies name; returns cookies that clear it. */
export const signOut = async (asked: Asked): Promise<readonly string[]> =>
	(await askAuth('/sign-out', asked, {})).setCookies;

export interface SignedIn {
	readonly id: string;
	readonly name: string;
	readonly email: string;
}

/** The person whose session these headers carry, if it is still good. */
export async function personOf(headers: Headers): Promise<SignedIn | undefined> {
	if (!headers.get('cookie')?.includes('zt.session_token')) return undefined;
	const found = await app().auth.api.getSession({ headers });
	return found ? { id: found.user.id, name: found.user.name, email: found.user.email } : undefined;
}
