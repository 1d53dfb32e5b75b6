/* Keeps the pages and the last answers of the bench on the device, so that it opens without network. */
const SHELL = 'zest-shell-1';
const ANSWERS = 'zest-answers-1';
/** Answers that the bench needs to show its work; everything else is asked of the server only. */
const KEPT =
  /^\/api\/v1\/(health|session|batches|batches\/[0-9a-f-]{36}|batches\/[0-9a-f-]{36}\/lots|people\/names|scales|probes|bench-rules)$/;

self.addEventListener('install', () => self.skipWaiting());

self.addEventListener('activate', (event) => {
  const known = [SHELL, ANSWERS];
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => !known.includes(n)).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  );
});

/** The page names what it has loaded already, before this worker stood between. */
self.addEventListener('message', (event) => {
  const urls = Array.isArray(event.data?.keep) ? event.data.keep : [];
  event.waitUntil(
    caches.open(SHELL).then((cache) =>
      Promise.all(
        urls.map(async (url) => {
          if (!(await cache.match(url))) await cache.add(url).catch(() => undefined);
        }),
      ),
    ),
  );
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (url.origin !== self.location.origin) return;
  if (request.method !== 'GET') {
    if (url.pathname === '/api/v1/session') event.waitUntil(caches.delete(ANSWERS));
    return;
  }
  if (request.mode === 'navigate') event.respondWith(freshOr(request, SHELL, '/'));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(keptOr(request));
  else if (KEPT.test(url.pathname)) event.respondWith(freshOr(request, ANSWERS, url.pathname));
});

/** From the network, and kept; without network what was kept last. */
async function freshOr(request, store, key) {
  const cache = await caches.open(store);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(key, answer.clone());
    else if (answer.status === 401) await caches.delete(ANSWERS);
    return answer;
  } catch (error) {
    const kept = await cache.match(key);
    if (kept) return kept;
    throw error;
  }
}

/** Files under /assets carry a hash in their names; what is kept is right. */
async function keptOr(request) {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}
