/** Header that names the person in whose name a device sends: the server refuses it where somebody else is signed in. */
export const PERSON_HEADER = 'x-zt-person';
