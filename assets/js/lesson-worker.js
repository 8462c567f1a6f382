// Keeps the open lesson and what it needs, so that it can be reloaded when there is no network, or no server behind it. Other pages are
// left alone.
import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

const PAGES = 'lesson-pages';
const SECONDS = 6;

/** @typedef {(kind: 'message', heard: () => unknown) => void} Listens */
/** @type {{skipWaiting: () => Promise<void>, location: Location, clients: {claim: () => unknown}, addEventListener: Listens}} */
const worker = /** @type {any} */ (/** @type {unknown} */ (self));

/** @param {string} address */
const number = (address) => /^\/lessons\/(\d+)(?:\/|$)/.exec(new URL(address, worker.location.href).pathname)?.[1];

worker.skipWaiting();
clientsClaim();
// A page that opened while this awoke asks for it.
worker.addEventListener('message', () => worker.clients.claim());
cleanupOutdatedCaches();
precacheAndRoute(KEPT);

/** @typedef {import('workbox-core/types.js').WorkboxPlugin} Plugin */

/**
 * A server that is away is like no network: the kept copy is shown, and the answer itself only where there is none.
 *
 * @type {Plugin}
 */
const orKept = {
    async fetchDidSucceed({ response, state }) {
        if (response.status >= 500) {
            if (state) {
                state.answer = response;
            }
            throw new Error('away');
        }
        return response;
    },
    async handlerDidError({ state }) {
        return state?.answer;
    },
};
/**
 * What is kept is the lesson itself, never the page that somebody was led to instead.
 *
 * @type {Plugin}
 */
const itself = {
    async cacheWillUpdate({ response }) {
        return response.ok && !response.redirected ? response : null;
    },
};
/**
 * Only the lesson that was opened last is kept.
 *
 * @type {Plugin}
 */
const last = {
    async cacheDidUpdate({ cacheName, request }) {
        const cache = await caches.open(cacheName);
        const own = number(request.url);
        for (const other of await cache.keys()) {
            if (number(other.url) !== own) {
                await cache.delete(other);
            }
        }
    },
};
/** @param {Plugin[]} plugins */
const kept = (plugins) =>
    new NetworkFirst({ cacheName: PAGES, networkTimeoutSeconds: SECONDS, plugins, matchOptions: { ignoreVary: true } });

registerRoute(({ url }) => /^\/lessons\/\d+$/.test(url.pathname), kept([orKept, itself, last]));
registerRoute(({ url }) => /^\/lessons\/\d+\/players\/[^/]+$/.test(url.pathname), kept([orKept, itself]));
