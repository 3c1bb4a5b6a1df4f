import { CoreError } from '../../../core/errors/index.js';
import { config } from '../config.js';
import { askAuth, type Answered, type Asked } from './askAuth.js';

/** A key that signs a person in, as its owner knows it. */
export interface Passkey {
	readonly id: string;
	readonly name: string;
	readonly createdAt: Date | null;
}

/** The name by which browsers bind keys to this place: its address without port. A bare number is none. */
export const passkeyPlace = (): string => new URL(config().origin ?? 'http://localhost').hostname;

/** Options for the browser, with the cookie that carries the challenge. */
export interface KeyOptions {
	readonly options: unknown;
	readonly setCookies: readonly string[];
}

function mustBeOk({ status, code }: Answered, otherwise: string): void {
	if (status === 'ok') return;
	if (status !== 'refused') throw new CoreError(status);
	throw new CoreError(code === 'SESSION_NOT_FRESH' ? 'sign-in-again' : otherwise);
}

/** What a browser needs to make a key for the person who is signed in. */
export async function keyToMake(asked: Asked): Promise<KeyOptions> {
	const answer = await askAuth('/passkey/generate-register-options', asked);
	mustBeOk(answer, 'passkey-failed');
	return { options: answer.body, setCookies: answer.setCookies };
}

/** Keeps a key that a browser has made. */
export async function keepKey(asked: Asked, name: string, response: unknown): Promise<readonly string[]> {
	const answer = await askAuth('/passkey/verify-registration', asked, { name, response });
	mustBeOk(answer, 'passkey-failed');
	return answer.setCookies;
}

/** What a browser needs to sign in with a key; says nothing of who has one. */
export async function keyToShow(asked: Asked): Promise<KeyOptions> {
	const answer = await askAuth('/passkey/generate-authenticate-options', { ...asked, cookie: null });
	mustBeOk(answer, 'passkey-failed');
	return { options: answer.body, setCookies: answer.setCookies };
}

/** Signs in with what a key answered; its cookies are the session's. */
export async function signInByKey(asked: Asked, response: unknown): Promise<readonly string[]> {
	const answer = await askAuth('/passkey/verify-authentication', asked, { response });
	mustBeOk(answer, 'passkey-failed');
	return answer.setCookies;
}

interface LibraryKey {
	readonly id: string;
	readonly name?: string | null;
	readonly createdAt?: string | null;
}

export async function listKeys(asked: Asked): Promise<Passkey[]> {
	const answer = await askAuth('/passkey/list-user-passkeys', asked);
	// A request that has just changed its own password still carries the session that it ended.
	if (answer.status === 'refused') return [];
	mustBeOk(answer, 'passkey-failed');
	return (answer.body as LibraryKey[]).map(({ id, name, createdAt }) => ({
		id,
		name: name ?? 'a key',
		createdAt: createdAt ? new Date(createdAt) : null
	}));
}

/** Forgets a key of one's own; it signs nobody in from now on. */
export async function forgetKey(asked: Asked, id: string): Promise<void> {
	mustBeOk(await askAuth('/passkey/delete-passkey', asked, { id }), 'not-found');
}
