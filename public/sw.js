/*
 * What a phone keeps of the house: the program’s own files, and the last look at the Bench, at a run and at a packing list, so
 * that they stand there without network. Data are asked from the house first, always; a kept page is shown only when it does
 * not answer. Presses are not kept here: they have a queue of their own (ui/queue/store.ts).
 */
const PROGRAM = 'program-1';
const PAGES = 'pages-1';
const PATIENCE_MS = 5000;
const LARGEST_PROGRAM = 300;
const KEPT_PAGES = /^\/$|^\/consignments\/[^/]+\/(run|pack|send|receive|quarantine)$|^\/evening$/;

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(PAGES)
      .then((c) => c.add('/offline'))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((all) => Promise.all(all.filter((k) => k !== PROGRAM && k !== PAGES).map((k) => caches.delete(k))))
      .then(() => self.clients.claim()),
  );
});

/**
 * One script begins every worker, and which it is to be stands behind the # of its address. A kept answer would bring the
 * address that it was first asked by, and with it another worker: without one the worker keeps its own.
 */
const unnamed = (kept) =>
  new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers: kept.headers });

/** Files of the program are named by what is in them: one that is here is right for good. */
async function fromProgram(request) {
  const kept = await caches.match(request);
  if (kept) return request.destination === 'worker' ? unnamed(kept) : kept;
  const answer = await fetch(request);
  if (answer.ok) {
    const cache = await caches.open(PROGRAM);
    await cache.put(request, answer.clone());
    const all = await cache.keys();
    for (const old of all.slice(0, Math.max(0, all.length - LARGEST_PROGRAM))) await cache.delete(old);
  }
  return answer;
}

const late = () => new Promise((_, reject) => setTimeout(() => reject(new Error('late')), PATIENCE_MS));

/** A kept page says that it is one: its clock is that of the time when it was made (ui/skew.ts). */
function marked(kept) {
  const headers = new Headers(kept.headers);
  headers.set('server-timing', 'kept');
  return new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers });
}

async function fromHouse(request, path) {
  const cache = await caches.open(PAGES);
  try {
    const answer = await (KEPT_PAGES.test(path) && (await cache.match(path))
      ? Promise.race([fetch(request), late()])
      : fetch(request));
    // A phone that was put out is led to the door: what it kept goes.
    if (answer.redirected && new URL(answer.url).pathname === '/door') {
      await caches.delete(PAGES);
      await (await caches.open(PAGES)).add('/offline').catch(() => undefined);
    } else if (answer.ok && !answer.redirected && KEPT_PAGES.test(path)) await cache.put(path, answer.clone());
    return answer;
  } catch {
    const kept = await cache.match(path);
    return kept ? marked(kept) : ((await cache.match('/offline')) ?? Response.error());
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (/^\/(_next\/static|fonts|icons)\//.test(url.pathname)) event.respondWith(fromProgram(request));
  else if (request.mode === 'navigate' && url.search === '') event.respondWith(fromHouse(request, url.pathname));
});
