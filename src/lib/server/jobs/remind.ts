import { toldUpTo } from '../../../core/diary/index.js';
import { reminderMail } from '../../../words/mailWords.js';
import { app } from '../app.js';
import { config } from '../config.js';
import { admissionOf, asPerson, findReminded, listDue, setReminded } from '../records/index.js';

/** Tells a person by mail what is due, once for their day; where nothing is, nothing is sent. */
export async function remind(personId: string, day: string): Promise<void> {
	const { db, mailer } = app();
	await asPerson(personId, async () => {
		const who = await findReminded(db, personId);
		if (!who || who.reminders === 'off' || (who.remindedOn !== null && who.remindedOn >= day)) return;
		const { scope } = await admissionOf(db, personId);
		const until = toldUpTo(who.reminders, day);
		const due = (await listDue(db, scope)).filter((d) => d.on <= until);
		// By this id a mail program knows one that comes twice.
		if (due.length > 0)
			await mailer.deliver({
				...reminderMail(who.email, due, day, config().origin),
				messageId: `<due-${personId}-${day}@zone-tally>`
			});
		await setReminded(db, personId, day);
	});
}
