import nodemailer from 'nodemailer';
import type { Config } from '../config.js';
import { tables, type Database } from '../db/index.js';
import { logError, logLine } from '../log.js';

export interface Mail {
	readonly to: string;
	readonly subject: string;
	/** Plain text; a link stands on a line of its own. */
	readonly text: string;
}

export interface Mailer {
	/** False where nobody can be reached by mail: addresses are then not confirmed and passwords not sent for. */
	readonly able: boolean;
	/** Sends in its own time: what waits for it is never told whether an address is known. Failures are logged. */
	readonly send: (mail: Mail) => void;
}

/** Nobody waits longer for a mail server. */
const PATIENCE_MS = 10_000;

/** Mail by the server the settings name, into the mailbox stand-in, or by nobody. */
export function makeMailer(db: Database, { mail: how, mailFrom: from }: Pick<Config, 'mail' | 'mailFrom'>): Mailer {
	if (how === 'none') return { able: false, send: () => logLine('warn', 'no mail is set up') };
	const failed = (error: unknown): void => logError('mail not sent', error);
	if (how === 'mailbox')
		return {
			able: true,
			send: ({ to, subject, text }) => void db.insert(tables.mailbox).values({ to, subject, text }).catch(failed)
		};
	const transport = nodemailer.createTransport({
		url: how,
		connectionTimeout: PATIENCE_MS,
		greetingTimeout: PATIENCE_MS,
		socketTimeout: PATIENCE_MS
	});
	return { able: true, send: (mail) => void transport.sendMail({ from, ...mail }).catch(failed) };
}
