import type { Cookies } from '@sveltejs/kit';
import { CoreError } from '../../../core/errors/index.js';
import { overHttps } from '../access/cookies.js';
import type { Membership, Scope } from '../records/index.js';

const COOKIE = 'zt-yard';

/** The yard asked for, else the one last looked at, else the first; a foreign yard is `not-found`. */
export function chooseYard(scope: Scope, asked: string | undefined, cookies: Cookies): Membership {
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
