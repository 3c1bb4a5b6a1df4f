import type { LayoutServerLoad } from './$types.js';

export const load: LayoutServerLoad = ({ locals }) => ({
	person: locals.person ? { id: locals.person.id, name: locals.person.name } : null,
	theme: locals.theme ?? null,
	measures: locals.measures,
	yards: locals.scope.memberships.map((m) => ({ id: m.yardId, name: m.yardName, role: m.role }))
});
