// Keeps the open lesson and what it needs, so that it can be reloaded without a network. Other pages are left alone.
const KEPT = 'KEPT';
const CACHE = 'lesson-' + 'VERSION';

self.addEventListener('install', (event) => {
    event.waitUntil(
        caches
            .open(CACHE)
            .then((cache) => cache.addAll(KEPT))
            .then(() => self.skipWaiting()),
    );
});

self.addEventListener('activate', (event) => {
    event.waitUntil(
        caches
            .keys()
            .then((names) =>
                Promise.all(
                    names
                        .filter((name) => name.startsWith('lesson-') && name !== CACHE && name !== 'lesson-pages')
                        .map((name) => caches.delete(name)),
                ),
            )
            .then(() => self.clients.claim()),
    );
});

self.addEventListener('fetch', (event) => {
    const { request } = event;
    const url = new URL(request.url);
    if (request.method !== 'GET' || url.origin !== location.origin) {
        return;
    }
    if (url.pathname.startsWith('/build/')) {
        event.respondWith(caches.match(request).then((known) => known ?? fetch(request)));
    } else if (/^\/lessons\/\d+\/players\/[\w-]+$/.test(url.pathname)) {
        event.respondWith(
            fetch(request)
                .then(async (answer) => {
                    if (answer.ok && !answer.redirected) {
                        await (await caches.open('lesson-pages')).put(url.pathname, answer.clone());
                    }
                    return answer;
                })
                .catch(async () => (await caches.match(url.pathname)) ?? Response.error()),
        );
    } else if (/^\/lessons\/\d+$/.test(url.pathname)) {
        event.respondWith(
            fetch(request)
                .then(async (answer) => {
                    if (answer.ok && !answer.redirected) {
                        // Only the lesson that was opened last is kept.
                        await caches.delete('lesson-pages');
                        await (await caches.open('lesson-pages')).put(url.pathname, answer.clone());
                    }
                    return answer;
                })
                .catch(async () => (await caches.match(url.pathname)) ?? Response.error()),
        );
    }
});
