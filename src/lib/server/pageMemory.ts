import { LRUCache } from 'lru-cache';
import type { RequestEvent } from '@sveltejs/kit';

/** Pages that only tell what is on record. What they show else (sessions, mails, progress) is read anew each time. */
const REMEMBERED = new Set([
	'/',
	'/horses/[horse]',
	'/horses/[horse]/shape',
	'/horses/[horse]/signs',
	'/horses/[horse]/record',
	'/horses/[horse]/log',
	'/saddles'
]);
const MOST_CHARACTERS = 32_000_000;
/** What depends on the hour, like a link that runs out, is right to the minute. */
const LONGEST_MS = 60_000;

interface Drawn {
	readonly headers: readonly (readonly [string, string])[];
	readonly body: string;
}
const drawn = new LRUCache<string, Drawn>({
	maxSize: MOST_CHARACTERS,
	sizeCalculation: ({ body }, key) => body.length + key.length,
	ttl: LONGEST_MS
});

const SESSION = /session_(token|data)$/;

/**
 * Everything that a page is drawn from: who asks, for what, with which choices kept in cookies, on which day, and the
 * records themselves, as the database's snapshot, which changes with every write that is begun or ended.
 */
function keyOf({ request, cookies, locals }: RequestEvent, snapshot: string): string {
	const choices = cookies.getAll().filter(({ name }) => !SESSION.test(name));
	return JSON.stringify([snapshot, locals.person?.id, locals.today, request.url, choices]);
}

/** The page; or, for a browser that has this very one, that it stands. */
function answerOf({ headers, body }: Drawn, request: Request): Response {
	const etag = headers.find(([name]) => name === 'etag')?.[1];
	const held = etag !== undefined && request.headers.get('if-none-match') === etag;
	const sent = headers.map(([name, value]): [string, string] => [name, value]);
	return held ? new Response(null, { status: 304, headers: sent }) : new Response(body, { headers: sent });
}

/**
 * A page as it was drawn last for the same person, where no record has changed since; else `draw`'s answer, kept.
 * `snapshot` must have been read before anything that the page shows.
 */
export async function remembered(
	event: RequestEvent,
	snapshot: string | undefined,
	draw: () => Promise<Response>
): Promise<Response> {
	if (!snapshot || event.request.method !== 'GET' || !REMEMBERED.has(event.route.id ?? '')) return draw();
	const key = keyOf(event, snapshot);
	const known = drawn.get(key);
	if (known) return answerOf({ ...known, headers: [...known.headers, ['server-timing', 'kept']] }, event.request);
	const response = await draw();
	if (response.status !== 200) return response;
	const fresh = { headers: [...response.headers], body: await response.text() };
	drawn.set(key, fresh);
	return answerOf(fresh, event.request);
}
