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
