/*
 * Opens the churn without the house. What the house builds (scripts, styles, fonts) is kept as it is fetched; the one page
 * kept is /offline, which holds no farm’s data and reads what the device itself keeps. Everything else goes to the house,
 * and a page it does not answer for becomes that one. Nothing written is touched here: the outbox sends.
 */
const cacheName = 'immulgo';
const shell = '/offline';
const built = /\/_next\/static\/[\w./~%-]+\.(?:js|css|woff2?)/g;
const named = /(?:chunks|media)\/[\w.~-]+\.(?:js|css|woff2?)/g;

// In place at once, whether or not the house answers just now: pages ask for the shell to be kept until it is.
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => event.waitUntil(keepShell().catch(() => undefined)));

// A notice that is tapped leads to the page that gave it.
self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(
    self.clients
      .matchAll({ type: 'window' })
      .then((pages) => (pages[0] ? pages[0].focus() : self.clients.openWindow('/'))),
  );
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/_next/static/')) event.respondWith(fromCache(request));
  else if (request.mode === 'navigate') event.respondWith(fromHouse(request, url));
});

/** Files of a build never change under one name: the kept one will do. */
async function fromCache(request) {
  const cache = await caches.open(cacheName);
  const kept = await cache.match(request, { ignoreSearch: true });
  const response = kept ?? (await fetch(request));
  if (!kept && response.ok) await cache.put(request, response.clone());
  // A worker script answered from the cache would lose the part of its address after the #, where its parameters are.
  return request.destination === 'worker'
    ? new Response(response.body, {
        status: response.status,
        statusText: response.statusText,
        headers: response.headers,
      })
    : response;
}

async function fromHouse(request, url) {
  try {
    const response = await fetch(request);
    // A house whose database is down answers, and has nothing to show.
    if (response.status < 500) return response;
  } catch {
    // No house: below.
  }
  const kept = await (await caches.open(cacheName)).match(shell);
  if (!kept) return Response.error();
  return url.pathname === shell
    ? kept
    : Response.redirect(`${shell}?at=${encodeURIComponent(url.pathname + url.search)}`, 302);
}

/** Keeps the page and everything it is built of, and drops what an earlier build left behind. */
async function keepShell() {
  const response = await fetch(shell, { cache: 'no-store', credentials: 'omit' });
  if (!response.ok) return;
  const cache = await caches.open(cacheName);
  const page = await response.clone().text();
  const before = await (await cache.match(shell))?.text();
  const wanted = new Set(page.match(built) ?? []);
  const same =
    before !== undefined && [...new Set(before.match(built) ?? [])].every((path) => wanted.has(path));
  // Scripts and styles name others (the worker beside the page, the fonts): those are kept as well.
  const seen = new Set();
  for (let next = [...wanted]; next.length > 0; next = [...wanted].filter((path) => !seen.has(path))) {
    for (const path of next) {
      seen.add(path);
      let file = await cache.match(path);
      if (!file) {
        file = await fetch(path).catch(() => undefined);
        if (!file?.ok) continue;
        await cache.put(path, file.clone());
      }
      if (/\.(?:js|css)$/.test(path))
        for (const name of (await file.text()).match(named) ?? []) wanted.add(`/_next/static/${name}`);
    }
  }
  await cache.put(shell, response);
  if (!same)
    for (const request of await cache.keys()) {
      const { pathname } = new URL(request.url);
      if (pathname !== shell && !wanted.has(pathname)) await cache.delete(request);
    }
}
