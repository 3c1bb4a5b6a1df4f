import { CoreError } from '../../../core/errors/index.js';
import { app } from '../app.js';
import { config } from '../config.js';
import { findOffer, isEmptyPlace } from '../records/index.js';
import { askAuth, type Answered, type Asked } from './askAuth.js';
import { LEAST_PASSWORD, MOST_PASSWORD } from './auth.js';

/** Refusals of the sign-in library in our own codes. */
const REFUSED: Readonly<Record<string, string>> = {
	PASSWORD_TOO_SHORT: 'password-length',
	PASSWORD_TOO_LONG: 'password-length',
	INVALID_TOKEN: 'link-used',
	TOKEN_EXPIRED: 'link-used',
	INVALID_PASSWORD: 'wrong-password'
};

/** Throws what the library refused; `otherwise` is said for what has no sentence of its own. */
function mustBeOk({ status, code }: Answered, otherwise: string): void {
	if (status === 'ok') return;
	if (status !== 'refused') throw new CoreError(status);
	throw new CoreError(REFUSED[code ?? ''] ?? otherwise, { least: LEAST_PASSWORD, most: MOST_PASSWORD });
}

/** Who may make an account now: the first one always; then as the settings say, with an invitation that stands. */
export async function mayRegister(invite: string): Promise<'yes' | 'registration-closed' | 'registration-invited'> {
	const { registration } = config();
	const { db } = app();
	if (registration === 'open' || (await isEmptyPlace(db))) return 'yes';
	if (registration === 'closed') return 'registration-closed';
	if (!invite) return 'registration-invited';
	const offer = await findOffer(db, invite);
	return offer.takenBy === null ? 'yes' : 'registration-invited';
}

/** Makes an account. Whether the address was known already, nobody is told here: its owner gets a mail. */
export async function signUp(
	asked: Asked,
	input: { readonly name: string; readonly email: string; readonly password: string; readonly invite: string }
): Promise<void> {
	const may = await mayRegister(input.invite);
	if (may !== 'yes') throw new CoreError(may);
	const { name, email, password } = input;
	mustBeOk(await askAuth('/sign-up/email', asked, { name, email, password }), 'bad-input');
}

export async function confirmAddress(asked: Asked, token: string): Promise<void> {
	mustBeOk(await askAuth(`/verify-email?token=${encodeURIComponent(token)}`, asked), 'link-used');
}

/** Sends a link for a new password, if the address is known; the answer is the same either way. */
export async function askNewPassword(asked: Asked, email: string): Promise<void> {
	const answer = await askAuth('/request-password-reset', asked, { email });
	if (answer.status === 'too-many-tries' || answer.status === 'database-away') throw new CoreError(answer.status);
}

export async function setNewPassword(asked: Asked, token: string, newPassword: string): Promise<void> {
	mustBeOk(await askAuth('/reset-password', asked, { token, newPassword }), 'link-used');
}

/** Changes the password and ends every other session. Answers with this session's new cookies. */
export async function changePassword(asked: Asked, present: string, next: string): Promise<readonly string[]> {
	const body = { currentPassword: present, newPassword: next, revokeOtherSessions: true };
	const answer = await askAuth('/change-password', asked, body);
	mustBeOk(answer, 'wrong-password');
	return answer.setCookies;
}

/** Begins a change of address: it takes effect when the links in both mails were opened. */
export async function changeAddress(asked: Asked, newEmail: string): Promise<void> {
	mustBeOk(await askAuth('/change-email', asked, { newEmail }), 'bad-input');
}

export async function changeName(asked: Asked, name: string): Promise<void> {
	mustBeOk(await askAuth('/update-user', asked, { name }), 'bad-input');
}

export interface OpenSession {
	readonly id: string;
	readonly since: Date;
	readonly agent: string;
	readonly address: string;
	readonly present: boolean;
}

interface LibrarySession {
	readonly id: string;
	readonly token: string;
	readonly createdAt: Date;
	readonly userAgent?: string | null | undefined;
	readonly ipAddress?: string | null | undefined;
}

async function sessionsOf(headers: Headers): Promise<{ all: LibrarySession[]; present: string | undefined }> {
	const { api } = app().auth;
	const present = await api.getSession({ headers });
	// A request that has just changed its own password still carries the session that it ended.
	return present
		? { all: await api.listSessions({ headers }), present: present.session.id }
		: { all: [], present: undefined };
}

/** Where the person is signed in, newest first. */
export async function listSessions(headers: Headers): Promise<OpenSession[]> {
	const { all, present } = await sessionsOf(headers);
	return all
		.map((s) => ({
			id: s.id,
			since: s.createdAt,
			agent: s.userAgent ?? '',
			address: s.ipAddress ?? '',
			present: s.id === present
		}))
		.sort((a, b) => b.since.getTime() - a.since.getTime());
}

/** Ends one of the person's own sessions. */
export async function endSession(headers: Headers, id: string): Promise<void> {
	const { all } = await sessionsOf(headers);
	const found = all.find((s) => s.id === id);
	if (!found) throw new CoreError('not-found');
	await app().auth.api.revokeSession({ headers, body: { token: found.token } });
}
