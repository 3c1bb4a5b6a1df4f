import nodemailer from 'nodemailer';
import type { Config } from '../config.js';
import { tables, type Connection } from '../db/index.js';
import { logError, logLine } from '../log.js';

export interface Mail {
	readonly to: string;
	readonly subject: string;
	/** Plain text; a link stands on a line of its own. */
	readonly text: string;
	/** By which a mail program knows one that comes twice. */
	readonly messageId?: string;
}

export interface Mailer {
	/** False where nobody can be reached by mail: addresses are then not confirmed and passwords not sent for. */
	readonly able: boolean;
	/** Sends in its own time: what waits for it is never told whether an address is known. Failures are logged. */
	readonly send: (mail: Mail) => void;
	/** Sends and waits for it. Throws what the mail server says, for whoever tries again. */
	readonly deliver: (mail: Mail) => Promise<void>;
}

/** Nobody waits longer for a mail server. */
const PATIENCE_MS = 10_000;

/**
 * Mail by the server the settings name, into the mailbox stand-in, or by nobody. What a mail server does not take at
 * once is given to `later`, which tries again.
 */
export function makeMailer(
	db: Connection['systemDb'],
	{ mail: how, mailFrom: from }: Pick<Config, 'mail' | 'mailFrom'>,
	later: (mail: Mail) => Promise<void>
): Mailer {
	if (how === 'none') {
		const none = () => logLine('warn', 'no mail is set up');
		return { able: false, send: none, deliver: async () => none() };
	}
	const failed = (error: unknown): void => logError('mail not sent', error);
	const deliver = how === 'mailbox' ? intoMailbox(db) : bySmtp(how, from);
	const again = (mail: Mail) => (error: unknown) => {
		failed(error);
		return later(mail);
	};
	return {
		able: true,
		send: (mail) =>
			void deliver(mail)
				.catch(how === 'mailbox' ? failed : again(mail))
				.catch(failed),
		deliver
	};
}

const intoMailbox =
	(db: Connection['systemDb']): Mailer['deliver'] =>
	async ({ to, subject, text }) => {
		await db.insert(tables.mailbox).values({ to, subject, text });
	};

function bySmtp(url: string, from: string): Mailer['deliver'] {
	const transport = nodemailer.createTransport({
		url,
		connectionTimeout: PATIENCE_MS,
		greetingTimeout: PATIENCE_MS,
		socketTimeout: PATIENCE_MS
	});
	return async (mail) => {
		await transport.sendMail({ from, ...mail });
	};
}
