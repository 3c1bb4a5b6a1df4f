/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';
import { cachePath, endsSession, isPage, isStale, KEPT_AT, markSaved } from '$lib/ui/offline/cacheRules.js';

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
/** Raised whenever somebody signs in or out: a page that was asked for before is not kept after. */
let session = 0;

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

/** Keeps a page with the moment it was fetched, if nobody has signed in or out since it was asked for. */
async function keepPage(url: URL, response: Response, askedIn: number): Promise<void> {
	if (!response.ok || response.redirected || askedIn !== session) return;
	const headers = new Headers(response.headers);
	headers.set(KEPT_AT, new Date().toISOString());
	const body = await response.arrayBuffer();
	const cache = await caches.open(PAGES);
	await cache.put(cachePath(url), new Response(body, { status: response.status, headers }));
	// Cleared while it was being written.
	if (askedIn !== session) await caches.delete(PAGES);
}

/** A page that was kept, with the time it is of written over it: it never passes for the present state. */
async function saved(kept: Response): Promise<Response> {
	const headers = new Headers(kept.headers);
	headers.delete('content-length');
	return new Response(markSaved(await kept.text(), headers.get(KEPT_AT)), { status: 200, headers });
}

async function page(request: Request, done: (work: Promise<unknown>) => void): Promise<Response> {
	const url = new URL(request.url);
	const askedIn = session;
	const fresh = fetch(request);
	// A slow answer is kept for the next time; this time it comes too late.
	done(fresh.then((response) => keepPage(url, response.clone(), askedIn)).catch(() => undefined));
	try {
		return await Promise.race([
			fresh,
			new Promise<never>((_, reject) => setTimeout(() => reject(new Error('slow')), PATIENCE_MS))
		]);
	} catch (error) {
		const cache = await caches.open(PAGES);
		const kept =
			(await cache.match(cachePath(url), { ignoreVary: true })) ??
			(await cache.match(url.pathname, { ignoreVary: true }));
		if (kept) return saved(kept);
		// Nothing of it is kept: the slow answer is better than none.
		const fallback = await caches.match('/offline.html', { ignoreVary: true });
		if (error instanceof Error && error.message === 'slow') return fresh.catch((e) => fallback ?? Promise.reject(e));
		if (fallback) return fallback;
		throw error;
	}
}

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (url.origin !== worker.location.origin) return;
	if (endsSession(request.method, url.pathname)) {
		session++;
		event.waitUntil(caches.delete(PAGES));
	}
	if (request.method !== 'GET') return;
	if (ASSETS.has(url.pathname)) event.respondWith(asset(request));
	else if (request.mode === 'navigate' && isPage(url.pathname))
		event.respondWith(page(request, (work) => event.waitUntil(work)));
});

/** Pages that may be wanted where there is no connection are fetched ahead. */
worker.addEventListener('message', (event) => {
	const paths = (event.data as { warm?: string[] } | null)?.warm ?? [];
	const wanted = paths.filter((p) => p.startsWith('/') && isPage(p)).slice(0, MOST_WARMED);
	const askedIn = session;
	const fetchNext = async (): Promise<void> => {
		for (let p = wanted.shift(); p !== undefined; p = wanted.shift()) {
			// Somebody signed out meanwhile: nothing more is fetched for them.
			if (askedIn !== session) return;
			const url = new URL(p, worker.location.origin);
			await fetch(url, { headers: { accept: 'text/html' } })
				.then((response) => keepPage(url, response, askedIn))
				.catch(() => undefined);
		}
	};
	event.waitUntil(Promise.all(Array.from({ length: AT_ONCE }, fetchNext)));
});
