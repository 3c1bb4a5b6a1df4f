/** Pages that are kept for a yard without a connection. */
export function isPage(pathname: string): boolean {
	return (
		pathname === '/' ||
		pathname === '/hands' ||
		pathname === '/round' ||
		/^\/help(\/[a-z]+)?$/.test(pathname) ||
		/^\/horses\/[0-9a-f-]{36}(\/(walk|log|signs|record|shape|visits\/new))?$/.test(pathname)
	);
}

/** A walk is one page whatever its visit and step, and so is the desk; other pages are kept as they were asked for. */
export function cachePath(url: URL): string {
	return /\/(walk|visits\/new)$/.test(url.pathname) ? url.pathname : url.pathname + url.search;
}

/** True for what an earlier version of the program kept. */
export const isStale = (name: string, present: readonly string[]): boolean =>
	name.startsWith('zt-') && !present.includes(name);

/** Asks the service worker to fetch pages ahead; does nothing where there is none. */
export function warm(paths: readonly string[]): void {
	if (!('serviceWorker' in navigator)) return;
	void navigator.serviceWorker.ready.then((r) => r.active?.postMessage({ warm: paths }));
}

/** Header of a kept page: when it was fetched. */
export const KEPT_AT = 'x-zt-kept-at';

/** True for a request after which another person, or nobody, may be signed in: by password, by passkey, or out. */
export const endsSession = (method: string, pathname: string): boolean =>
	method === 'POST' && (pathname === '/sign-out' || pathname === '/sign-in' || pathname === '/sign-in/passkey');

/** The hour of a moment as the device writes it, with the day where it is not of today. */
function momentWords(at: Date, now: Date): string {
	const hour = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	if (at.toDateString() === now.toDateString()) return hour;
	return `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}, ${hour}`;
}

/**
 * A kept page's HTML that says when it is of, above all else and beside every verdict: a bar as the first thing of the
 * body, and the time on the root for the style of verdicts. What cannot be dated says so too.
 */
export function markSaved(html: string, keptAt: string | null, now = new Date()): string {
	const at = keptAt === null ? undefined : new Date(keptAt);
	const time = at && !Number.isNaN(at.getTime()) ? momentWords(at, now) : 'an earlier day';
	const bar = `<div class="zt-saved-copy" role="status" data-testid="saved-copy">Saved copy from ${time}, not up to date. <a href="">Load again</a></div>`;
	return html
		.replace('<html ', `<html data-saved="Saved copy from ${time}" `)
		.replace(/<body([^>]*)>/, (body) => `${body}${bar}`);
}
