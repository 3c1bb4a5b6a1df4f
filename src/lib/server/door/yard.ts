import type { Cookies } from '@sveltejs/kit';
import { CoreError } from '../../../core/errors/index.js';
import { overHttps } from '../access/cookies.js';
import type { Membership, Scope } from '../records/index.js';

const COOKIE = 'zt-yard';

/** The yard asked for, else the one last looked at, else the first; a foreign yard is `not-found`. */
export function chooseYard(scope: Scope, asked: string | undefined, cookies: Cookies): Membership {
	if (scope.memberships.length === 0) throw new CoreError('no-yard');
	const wanted = asked ?? cookies.get(COOKIE);
	const found = scope.memberships.find((m) => m.yardId === wanted);
	if (asked && !found) throw new CoreError('not-found');
	const yard = found ?? scope.memberships.find((m) => m.role !== 'owner') ?? scope.memberships[0];
	if (!yard) throw new CoreError('not-found');
	if (asked)
		cookies.set(COOKIE, yard.yardId, {
			path: '/',
			httpOnly: true,
			sameSite: 'lax',
			secure: overHttps(),
			maxAge: 31_536_000
		});
	return yard;
}

/** What stands for the horses shared with a person, where a yard is asked for. */
export const SHARED = 'shared';

/** A yard, or the horses shared with the person (`yardId` null), which whoever has no yard sees first. */
export function choosePlace(
	scope: Scope,
	asked: string | undefined,
	cookies: Cookies
): { readonly yardId: string | null; readonly name: string } {
	if (asked === SHARED || (asked === undefined && scope.memberships.length === 0))
		return { yardId: null, name: 'Shared with you' };
	const { yardId, yardName } = chooseYard(scope, asked, cookies);
	return { yardId, name: yardName };
}
