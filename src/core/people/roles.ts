/** What a person is in a yard. */
export const ROLES = ['owner', 'bodyworker', 'fitter', 'vet', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** What a person is to one horse that was shared with them. */
export const GUEST_ROLES = ['guest-view', 'guest-add'] as const;
export type GuestRole = (typeof GUEST_ROLES)[number];

/**
 * What may be done: `see`; `note` in the log; `mark` the day a saddle fits; `saddle`: saddles and which horse wears
 * them; `record` visits and change one's own; `correct` anybody's visit; `horse`: add, edit, archive; `people`: the yard,
 * who belongs to it, and what is shared.
 */
export const RIGHTS = ['see', 'note', 'mark', 'saddle', 'record', 'correct', 'horse', 'people'] as const;
export type Right = (typeof RIGHTS)[number];

/** The one place where it is decided who may do what. */
const MAY: Readonly<Record<Role | GuestRole, readonly Right[]>> = {
	owner: RIGHTS,
	bodyworker: ['see', 'note', 'mark', 'saddle', 'record', 'correct', 'horse'],
	fitter: ['see', 'note', 'mark', 'saddle', 'record'],
	vet: ['see', 'note'],
	viewer: ['see'],
	'guest-add': ['see', 'note', 'record'],
	'guest-view': ['see']
};

export const rightsOf = (role: Role | GuestRole): readonly Right[] => MAY[role];
export const roleMay = (role: Role | GuestRole, right: Right): boolean => MAY[role].includes(right);
