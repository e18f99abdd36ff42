/**
 * Opens the application while the server is away: its page, and what of its parts was fetched once. Parts are named by their
 * content, so that one that is kept is never an old one; the page itself is asked for first. Nothing of the studio's data goes
 * through here.
 */
const KEPT = 'halitus-parts'
const PAGE = '/'
/** Parts that no page has used for so many openings of a newer one are forgotten: more than this aren't kept. */
const MOST = 400

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(caches.open(KEPT).then((kept) => kept.add(PAGE).catch(() => undefined)))
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

async function part(request) {
  const kept = await caches.open(KEPT)
  const there = await kept.match(request)
  if (there) return there
  const fresh = await fetch(request)
  if (fresh.ok) {
    await kept.put(request, fresh.clone())
    const all = await kept.keys()
    for (const old of all.slice(0, Math.max(0, all.length - MOST)))
      if (new URL(old.url).pathname !== PAGE) await kept.delete(old)
  }
  return fresh
}
/** A page that isn't there after so long is the one that is kept, ms: at home or in the studio it is there sooner. */
const SOON_MS = 300
/** A learner's page doesn't wait for a slow network; what is newer is there the next time. */
async function pageSoon(request) {
  const kept = await caches.open(KEPT)
  const there = await kept.match(PAGE)
  const fresh = page(request)
  if (!there) return fresh
  fresh.catch(() => undefined)
  return Promise.race([fresh, new Promise((resolve) => setTimeout(() => resolve(there), SOON_MS))])
}
async function page(request) {
  const kept = await caches.open(KEPT)
  try {
    const fresh = await fetch(request)
    if (fresh.ok) await kept.put(PAGE, fresh.clone())
    return fresh
  } catch (error) {
    const there = await kept.match(PAGE)
    if (there) return there
    throw error
  }
}
self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api'))
    return
  if (request.mode === 'navigate')
    event.respondWith(url.pathname.startsWith('/card/~') ? pageSoon(request) : page(request))
  else if (url.pathname.startsWith('/assets/')) event.respondWith(part(request))
})
/** The page tells what it had fetched before this worker was there. */
self.addEventListener('message', (event) => {
  const urls = Array.isArray(event.data) ? event.data.filter((u) => typeof u === 'string') : []
  event.waitUntil(
    caches
      .open(KEPT)
      .then((kept) =>
        Promise.all(urls.map(async (u) => (await kept.match(u)) ?? kept.add(u).catch(() => undefined))),
      ),
  )
})
