import type { NextStep } from '../core/call/index.js';
import { NEXT_STEP } from './callWords.js';

/** A mail as it is sent: plain text, what it is for first, its link on a line of its own. */
export interface WrittenMail {
	readonly to: string;
	readonly subject: string;
	readonly text: string;
}

const mail = (to: string, subject: string, ...lines: string[]): WrittenMail => ({
	to,
	subject: `${subject} · Zone Tally`,
	text: `${lines.join('\n\n')}\n`
});
const NOT_YOU = 'If this was not you, do nothing.';

export const confirmMail = (to: string, link: string): WrittenMail =>
	mail(to, 'Confirm your address', 'Open this within an hour to confirm that this address is yours:', link, NOT_YOU);

export const resetMail = (to: string, link: string): WrittenMail =>
	mail(to, 'Set a new password', 'Open this within an hour to set a new password:', link, NOT_YOU);

export const knownMail = (to: string, place: string): WrittenMail =>
	mail(
		to,
		'You have an account already',
		'Somebody tried to make an account with this address. There is one already: sign in, or ask for a new password, here:',
		`${place}/sign-in`,
		NOT_YOU
	);

export const changedMailMail = (to: string, next: string, link: string): WrittenMail =>
	mail(
		to,
		'Change your address',
		`Your account is to move to ${next}. Open this within an hour to agree:`,
		link,
		'If this was not you, do nothing and set a new password.'
	);

export const invitedMail = (to: string, by: string, what: string, link: string): WrittenMail =>
	mail(to, 'You are invited', `${by} invites you to ${what}. Open this to see it and to answer:`, link, NOT_YOU);

/** What is due, a horse a line, what is late first. */
export function reminderMail(
	to: string,
	due: readonly { readonly horse: string; readonly yard: string; readonly on: string; readonly step: NextStep }[],
	today: string,
	place: string | undefined
): WrittenMail {
	const lines = due.map(
		({ horse, yard, on, step }) =>
			`${on < today ? `late since ${on}` : on === today ? 'today' : on}: ${horse} (${yard}), ${NEXT_STEP[step].toLowerCase()}`
	);
	const subject = due.length === 1 ? `${due[0]?.horse} is due` : `${due.length} horses are due`;
	return mail(
		to,
		subject,
		lines.join('\n'),
		...(place ? [`${place}/round`] : []),
		'You asked for this under Account, Reminders; there it is also turned off.'
	);
}
