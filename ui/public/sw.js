// Keeps the page and what it was built from, so that it opens while the server is away. Browsers let this run on a
// secure address only: HTTPS, or the machine itself.
const shell = 'brankel-shell';

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(shell)
      .then(async (cache) => {
        const list = await (await fetch('/assets/list.json', { cache: 'reload' })).json();
        await cache.addAll(['/', ...list]);
        for (const old of await cache.keys()) {
          const { pathname } = new URL(old.url);
          if (pathname !== '/' && !list.includes(pathname)) await cache.delete(old);
        }
      })
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
});

/** The page as the server has it now, or as it was when the server does not answer. */
async function page(request) {
  const cache = await caches.open(shell);
  try {
    const fresh = await fetch(request);
    if (fresh.ok) await cache.put('/', fresh.clone());
    return fresh;
  } catch {
    return (await cache.match('/')) ?? Response.error();
  }
}

/** Built files never change under their name. */
async function built(request) {
  const cache = await caches.open(shell);
  const kept = await cache.match(request);
  if (kept) return kept;
  const fresh = await fetch(request);
  if (fresh.ok) await cache.put(request, fresh.clone());
  return fresh;
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(built(request));
});
