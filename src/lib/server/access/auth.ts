import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { v7 as uuidv7 } from 'uuid';
import { logLine } from '../log.js';
import { tables, type Database } from '../db/index.js';

const DAY_SECONDS = 86_400;

/** Email and password sign-in with sessions in the database. Only this server's own pages call it. */
export function makeAuth(db: Database, secret: string) {
	const origin = process.env['ORIGIN'] ?? 'http://127.0.0.1';
	return betterAuth({
		appName: 'Zone Tally',
		baseURL: origin,
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
				verification: tables.verification
			}
		}),
		emailAndPassword: { enabled: true, minPasswordLength: 10, maxPasswordLength: 200 },
		session: { expiresIn: 30 * DAY_SECONDS, updateAge: DAY_SECONDS },
		rateLimit: {
			enabled: true,
			window: 60,
			max: 600,
			customRules: { '/sign-in/email': { window: 60, max: 10 } }
		},
		advanced: {
			cookiePrefix: 'zt',
			useSecureCookies: origin.startsWith('https:'),
			defaultCookieAttributes: { httpOnly: true, sameSite: 'lax', path: '/' },
			ipAddress: { ipAddressHeaders: ['x-zt-address'] },
			database: { generateId: () => uuidv7() }
		}
	});
}
