/** Keeps the pages and what was last seen of each student, so that a reload works while the server is away. */
/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core'
import { ExpirationPlugin } from 'workbox-expiration'
import { precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'
import { LAST_SEEN_HEADER } from './data/lastSeenHeader'

declare const self: ServiceWorkerGlobalScope
/** Every built file, put in when the worker is built; their names hold their content's hash. */
declare const BUILT_FILES: readonly string[]

/** Seconds to wait for a server that is there but slow, before what was last seen is shown. */
const PATIENCE_SECONDS = 3
/** Answers kept: the students of some weeks, each with their instrument. */
const SEEN_MOST = 60
const SEEN_SECONDS = 30 * 24 * 3600
const SEEN = 'seen'

precacheAndRoute(BUILT_FILES.map((url) => ({ url, revision: null })))

// Every address shows the same page; the last one seen stands in for all.
const pages = new NetworkFirst({
  cacheName: 'pages',
  networkTimeoutSeconds: PATIENCE_SECONDS,
  plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }],
})
registerRoute(new NavigationRoute(pages, { denylist: [/^\/api\//] }))
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open('pages').then((cache) => cache.add('/')))
})

const EVERYBODY = '/api/students'
/** What a lesson without the server needs: who there is, a student's record, and the knowledge. No letters, sheets or recordings. */
const NEEDED = /^\/api\/(students(\/[^/]+)?|packs(\/[^/.]+)?|studio)$/

/** Says of an answer kept from before that it is one, so that the page asks anew when the server is there. */
const marking = {
  cachedResponseWillBeUsed: ({ cachedResponse }: { cachedResponse?: Response }) => {
    if (!cachedResponse) return Promise.resolve(null)
    const { body, status, statusText } = cachedResponse
    const headers = new Headers(cachedResponse.headers)
    headers.set(LAST_SEEN_HEADER, '1')
    return Promise.resolve(new Response(body, { status, statusText, headers }))
  },
}

// Its types leave open what the strategy's take as given.
const expiring: object = new ExpirationPlugin({
  maxEntries: SEEN_MOST,
  maxAgeSeconds: SEEN_SECONDS,
})
registerRoute(
  ({ url }) => NEEDED.test(url.pathname),
  new NetworkFirst({
    cacheName: SEEN,
    networkTimeoutSeconds: PATIENCE_SECONDS,
    plugins: [expiring, marking],
  }),
)

/** A page asks to forget what was seen: of one student, or of everybody. */
self.addEventListener('message', (event: ExtendableMessageEvent) => {
  const asked = event.data as { readonly forget?: string } | null
  if (asked?.forget === undefined) return
  const { forget } = asked
  event.waitUntil(
    caches.open(SEEN).then(async (cache) => {
      const held = await cache.keys()
      // The list of everybody names them too.
      const isAbout = (path: string) => path.includes(forget) || path === EVERYBODY
      const about = held.filter((r) => forget === 'all' || isAbout(new URL(r.url).pathname))
      await Promise.all(about.map((request) => cache.delete(request)))
    }),
  )
})

void self.skipWaiting()
clientsClaim()
