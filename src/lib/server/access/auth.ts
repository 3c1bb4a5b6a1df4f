import { betterAuth } from 'better-auth';
import { passkey } from '@better-auth/passkey';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { v7 as uuidv7 } from 'uuid';
import { changedMailMail, confirmMail, knownMail, resetMail } from '../../../words/mailWords.js';
import type { Config } from '../config.js';
import { tables, type Connection } from '../db/index.js';
import { logLine } from '../log.js';
import type { Mailer } from '../mail/index.js';

const DAY_SECONDS = 86_400;
const LOCAL = 'http://127.0.0.1';
export const LEAST_PASSWORD = 10;
export const MOST_PASSWORD = 200;

/** Where a request of ours says at which address the person sees this place, for links in mails. */
export const SEEN_AT = 'x-zt-seen-at';
export const ADDRESS = 'x-zt-address';

const seenAt = (request: Request | undefined): string => request?.headers.get(SEEN_AT) ?? LOCAL;

/** Email and password sign-in with sessions and rate limits in the database. Only this server's own pages call it. */
export function makeAuth(
	db: Connection['systemDb'],
	{ secret, origin: set }: Pick<Config, 'secret' | 'origin'>,
	mailer: Mailer
) {
	const origin = set ?? LOCAL;
	return betterAuth({
		appName: 'Zone Tally',
		baseURL: origin,
		// Without an address in the settings, the place is wherever it is seen.
		trustedOrigins: (request) => (set ? [set] : [LOCAL, seenAt(request)]),
		plugins: [
			passkey({
				rpID: new URL(set ?? 'http://localhost').hostname,
				rpName: 'Zone Tally',
				...(set ? { origin: set } : {})
			})
		],
		secret,
		telemetry: { enabled: false },
		// Its own lines carry e-mails and tokens: only that something failed is told.
		logger: { level: 'error', log: () => logLine('error', 'sign-in library') },
		database: drizzleAdapter(db, {
			provider: 'pg',
			schema: {
				user: tables.person,
				session: tables.session,
				account: tables.account,
				verification: tables.verification,
				rateLimit: tables.rateLimit,
				passkey: tables.passkey
			}
		}),
		emailAndPassword: {
			enabled: true,
			minPasswordLength: LEAST_PASSWORD,
			maxPasswordLength: MOST_PASSWORD,
			requireEmailVerification: mailer.able,
			// Whoever makes an account signs in afterwards: the answer is the same whether the address was known or not.
			autoSignIn: false,
			revokeSessionsOnPasswordReset: true,

			sendResetPassword: async ({ user, token }, request) =>
				mailer.send(resetMail(user.email, `${seenAt(request)}/reset?token=${token}`)),

			onExistingUserSignUp: async ({ user }, request) => mailer.send(knownMail(user.email, seenAt(request)))
		},
		emailVerification: {
			sendOnSignUp: mailer.able,
			sendOnSignIn: mailer.able,

			sendVerificationEmail: async ({ user, token }, request) =>
				mailer.send(confirmMail(user.email, `${seenAt(request)}/confirm?token=${token}`))
		},
		user: {
			changeEmail: {
				enabled: mailer.able,

				sendChangeEmailConfirmation: async ({ user, newEmail, token }, request) =>
					mailer.send(changedMailMail(user.email, newEmail, `${seenAt(request)}/confirm?token=${token}`))
			}
		},
		session: { expiresIn: 30 * DAY_SECONDS, updateAge: DAY_SECONDS },
		rateLimit: {
			enabled: true,
			storage: 'database',
			window: 60,
			max: 600,
			customRules: {
				'/sign-in/email': { window: 60, max: 10 },
				'/sign-up/email': { window: 600, max: 10 },
				'/request-password-reset': { window: 600, max: 5 },
				'/reset-password': { window: 600, max: 10 },
				'/change-password': { window: 600, max: 10 },
				'/change-email': { window: 600, max: 5 },
				'/passkey/verify-authentication': { window: 60, max: 20 },
				'/passkey/generate-authenticate-options': { window: 60, max: 60 }
			}
		},
		advanced: {
			cookiePrefix: 'zt',
			useSecureCookies: origin.startsWith('https:'),
			defaultCookieAttributes: { httpOnly: true, sameSite: 'lax', path: '/' },
			ipAddress: { ipAddressHeaders: [ADDRESS] },
			database: { generateId: () => uuidv7() }
		}
	});
}
