import type { GuestRole, Role } from '../core/people/index.js';

export const ROLE_WORD: Readonly<Record<Role | GuestRole, string>> = {
	owner: 'Owner',
	bodyworker: 'Bodyworker',
	fitter: 'Fitter',
	vet: 'Vet',
	viewer: 'Viewer',
	'guest-add': 'Guest who adds',
	'guest-view': 'Guest who looks'
};

/** What each may do, said to whoever invites. */
export const ROLE_MEANS: Readonly<Record<Role | GuestRole, string>> = {
	owner: 'Everything: horses, records, people and what is shared.',
	bodyworker: 'Records and corrects visits, sets fit marks, keeps horses and saddles. No say over people.',
	fitter: 'Sees all, sets fit marks, keeps saddles, adds visits and notes. Changes nobody else’s visit.',
	vet: 'Sees all and adds notes to the log.',
	viewer: 'Sees all, changes nothing.',
	'guest-add': 'Sees this one horse, adds visits and notes.',
	'guest-view': 'Sees this one horse, changes nothing.'
};
