import type { DeedCode, GuestRole, Role } from '../core/people/index.js';
import { formatDay } from './days.js';
import { ROLE_WORD } from './roleWords.js';

type About = Readonly<Record<string, string>>;

const role = (value: string | undefined): string =>
	value === undefined ? '' : (ROLE_WORD[value as Role | GuestRole] ?? value).toLowerCase();
const dayOf = (a: About): string => formatDay(a['on'] ?? '');
const on = (a: About): string => (a['on'] ? ` of ${dayOf(a)}` : '');

/** What a deed was, after the name of who did it; the horse is said beside it. */
const SENTENCES: Readonly<Record<DeedCode, (a: About) => string>> = {
	'yard-made': (a) => `made the yard ${a['name']}`,
	'yard-renamed': (a) => `called the yard ${a['name']}`,
	'yard-leaving': (a) => `asked for the yard ${a['name']} to be deleted`,
	'yard-kept': (a) => `kept the yard ${a['name']} after all`,
	invited: (a) => `invited somebody as ${role(a['role'])}`,
	'invitation-revoked': (a) => `took back an invitation as ${role(a['role'])}`,
	joined: (a) => `joined as ${role(a['role'])}`,
	'role-changed': (a) => `made ${a['name']} ${role(a['role'])}, before ${role(a['from'])}`,
	removed: (a) => `ended the access of ${a['name']}`,
	left: () => 'left the yard',
	shared: (a) => `took the share as ${role(a['role'])}`,
	'share-ended': (a) => `ended the share with ${a['name']}`,
	'horse-made': () => 'added the horse',
	'horse-changed': () => 'changed what is said of the horse',
	'horse-archived': () => 'archived the horse',
	'horse-brought-back': () => 'brought the horse back',
	'report-sent': () => 'made a report link',
	'report-answered': (a) => `answered a report: ${a['by']}`,
	'record-brought': (a) => `brought in a whole record${a['from'] ? ` from ${a['from']}` : ''}`,
	'visit-made': (a) => `recorded the visit${on(a)}`,
	'visit-noted': (a) => `recorded findings at the visit${on(a)}`,
	'photo-added': (a) => `added a photo to the visit${on(a)}`,
	'entry-removed': (a) => `deleted an entry that could not be read from the visit${on(a)}`,
	'ride-logged': (a) => `logged a ride${on(a)}`,
	'ride-undone': (a) => `deleted a ride${on(a)}`,
	'ride-restored': (a) => `restored a ride${on(a)}`,
	'saddle-made': (a) => `added the saddle ${a['saddle']}`,
	'saddle-changed': (a) => `changed the saddle ${a['saddle']}`,
	'saddle-retired': (a) => `retired the saddle ${a['saddle']}`,
	'saddle-brought-back': (a) => `brought the saddle ${a['saddle']} back`,
	'forms-added': (a) => `added ${a['count']} fitting forms`,
	'report-revoked': () => 'ended a report link',
	'report-settled': () => 'settled the answer to a report',
	'task-undone': (a) => `deleted the task: ${a['what']}`,
	'due-undone': (a) => `undid the answer to the date of ${dayOf(a)}`,
	'visit-changed': (a) => `changed the visit${on(a)}`,
	'visit-moved': (a) => `moved the visit${on(a)} to ${a['to']}`,
	'visit-undone': (a) => `took back the visit${on(a)}`,
	'visit-restored': (a) =>
		`restored the visit${on(a)}${a['why'] ? ': a finding for the vet arrived after it was deleted' : ''}`,
	'mark-set': (a) => `set a fit mark${on(a)}`,
	'mark-undone': () => 'took a fit mark away',
	'due-put-off': (a) => `put the date of ${dayOf(a)} off to ${formatDay(a['to'] ?? '')}`,
	'due-skipped': (a) => `skipped the date of ${dayOf(a)}`,
	'task-asked': (a) => `asked ${role(a['of'])}: ${a['what']}`,
	'task-done': (a) => `did: ${a['what']}`,
	'task-open': (a) => `opened again: ${a['what']}`,
	'saddle-on': (a) => `took ${a['saddle'] ?? 'a saddle'} into use`,
	'saddle-rested': () => 'rested a saddle',
	'limits-own': () => 'let a saddle’s own limits lead its calls',
	'limits-usual': () => 'let the usual limits lead a saddle’s calls',
	'service-noted': (a) => `noted a service of ${a['saddle'] ?? 'a saddle'}`,
	'service-undone': (a) => `took back a service of ${a['saddle'] ?? 'a saddle'}`,
	'saddle-photo': (a) => `kept a photo of ${a['saddle'] ?? 'a saddle'}`,
	'saddle-photo-undone': (a) => `took back a photo of ${a['saddle'] ?? 'a saddle'}`
};

export const deedSentence = (what: DeedCode, about: About): string => SENTENCES[what](about);
