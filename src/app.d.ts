import type { SignedIn } from '$lib/server/access/signIn';
import type { Scope } from '$lib/server/records';
import type { Measures } from '$core/units/index';

declare global {
	namespace App {
		interface Locals {
			person: SignedIn | undefined;
			scope: Scope;
			/** How the person reads lengths, weights and days. */
			measures: Measures;
			theme: 'paper' | 'stable' | undefined;
			/** Today where the person is. */
			today: string;
			requestId: string;
			/** State of the records when the person was let in; nothing for a stranger. */
			snapshot: string | undefined;
		}
		interface Error {
			message: string;
			code?: string;
		}
	}
}

export {};
