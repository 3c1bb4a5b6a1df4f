/** What is kept of who did what. */
export const DEEDS = [
	'yard-made',
	'yard-renamed',
	'invited',
	'invitation-revoked',
	'joined',
	'role-changed',
	'removed',
	'left',
	'shared',
	'share-ended',
	'horse-made',
	'horse-changed',
	'horse-archived',
	'horse-brought-back',
	'record-brought',
	'visit-made',
	'visit-changed',
	'visit-moved',
	'visit-undone',
	'visit-restored',
	'mark-set',
	'mark-undone',
	'saddle-on',
	'saddle-rested'
] as const;
export type DeedCode = (typeof DEEDS)[number];
