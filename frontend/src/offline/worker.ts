/**
 * The service worker: what the application is made of is kept on the device, so that a notebook opens with no network.
 *
 * What people write and read is not its matter: that is kept by `api/kept.ts`, for the person who is signed in. A new
 * version is fetched beside the old one and takes over when no window of the old one is open any more.
 */
import { ExpirationPlugin } from 'workbox-expiration';
import {
	cleanupOutdatedCaches,
	createHandlerBoundToURL,
	precacheAndRoute,
	type PrecacheEntry
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';
import { PICTURES } from './names';

declare const self: { __WB_MANIFEST: PrecacheEntry[] };

/** Milliseconds for which an address is waited for before the kept application opens it. */
const PATIENCE = 4000;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

// Online the newest version opens. What is kept is whole, of one version: an address that comes late is not kept.
const kept = createHandlerBoundToURL('/index.html');
registerRoute(
	new NavigationRoute(
		async (options) => {
			try {
				const answer = await fetch('/index.html', { signal: AbortSignal.timeout(PATIENCE) });
				return answer.ok ? answer : await kept(options);
			} catch {
				return kept(options);
			}
		},
		{ denylist: [/^\/(api\/|health)/] }
	)
);
// Letters that few pages need, and pictures: once seen they are there. Each is named by what is in it.
registerRoute(
	({ url, request }) => url.pathname.startsWith('/assets/') && request.destination === 'font',
	new CacheFirst({ cacheName: 'red-thread-letters' })
);
registerRoute(
	({ url, request }) => url.pathname.startsWith('/api/blobs/') && request.destination === 'image',
	new CacheFirst({
		cacheName: PICTURES,
		plugins: [new ExpirationPlugin({ maxEntries: 300, purgeOnQuotaError: true })]
	})
);
