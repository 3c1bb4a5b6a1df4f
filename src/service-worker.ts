/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';
import { cachePath, isPage, isStale } from '$lib/ui/offline/cacheRules.js';

const worker = self as unknown as ServiceWorkerGlobalScope;
const SHELL = `zt-shell-${version}`;
const PAGES = `zt-pages-${version}`;
/** Scripts no page waits for, and letters of other alphabets, are fetched when they are wanted. */
const OPTIONAL = /cyrillic|greek|vietnamese/;
const SHELL_FILES = [...build, ...files].filter((f) => !OPTIONAL.test(f));
const ASSETS = new Set([...build, ...files]);
const PATIENCE_MS = 5000;
/** The pages of every horse that is due on a page of the board. */
const MOST_WARMED = 200;
const AT_ONCE = 4;

worker.addEventListener('install', (event) => {
	event.waitUntil(
		caches
			.open(SHELL)
			.then((cache) => cache.addAll(SHELL_FILES))
			.then(() => worker.skipWaiting())
	);
});

worker.addEventListener('activate', (event) => {
	event.waitUntil(
		caches
			.keys()
			.then((names) => Promise.all(names.filter((n) => isStale(n, [SHELL, PAGES])).map((n) => caches.delete(n))))
			.then(() => worker.clients.claim())
	);
});

async function asset(request: Request): Promise<Response> {
	const cache = await caches.open(SHELL);
	const found = await cache.match(request, { ignoreVary: true });
	if (found) return found;
	const response = await fetch(request);
	if (response.ok) await cache.put(request, response.clone());
	return response;
}

async function keepPage(url: URL, response: Response): Promise<void> {
	if (!response.ok || response.redirected) return;
	const cache = await caches.open(PAGES);
	await cache.put(cachePath(url), response);
}

async function page(request: Request): Promise<Response> {
	const url = new URL(request.url);
	try {
		const response = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) });
		await keepPage(url, response.clone());
		return response;
	} catch (error) {
		const cache = await caches.open(PAGES);
		const kept =
			(await cache.match(cachePath(url), { ignoreVary: true })) ??
			(await cache.match(url.pathname, { ignoreVary: true }));
		const fallback = kept ?? (await caches.match('/offline.html', { ignoreVary: true }));
		if (fallback) return fallback;
		throw error;
	}
}

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (url.origin !== worker.location.origin) return;
	if (request.method === 'POST' && ['/sign-out', '/sign-in'].includes(url.pathname))
		event.waitUntil(caches.delete(PAGES));
	if (request.method !== 'GET') return;
	if (ASSETS.has(url.pathname)) event.respondWith(asset(request));
	else if (request.mode === 'navigate' && isPage(url.pathname)) event.respondWith(page(request));
});

/** Pages that may be wanted where there is no connection are fetched ahead. */
worker.addEventListener('message', (event) => {
	const paths = (event.data as { warm?: string[] } | null)?.warm ?? [];
	const wanted = paths.filter((p) => p.startsWith('/') && isPage(p)).slice(0, MOST_WARMED);
	const fetchNext = async (): Promise<void> => {
		for (let p = wanted.shift(); p !== undefined; p = wanted.shift()) {
			const url = new URL(p, worker.location.origin);
			await fetch(url, { headers: { accept: 'text/html' } })
				.then((response) => keepPage(url, response))
				.catch(() => undefined);
		}
	};
	event.waitUntil(Promise.all(Array.from({ length: AT_ONCE }, fetchNext)));
});
