/** Keeps the pages and what was last seen of each student, so that a reload works while the server is away. */
/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core'
import { precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'

declare const self: ServiceWorkerGlobalScope
/** Every built file, put in when the worker is built; their names hold their content's hash. */
declare const BUILT_FILES: readonly string[]

/** Seconds to wait for a server that is there but slow, before what was last seen is shown. */
const PATIENCE_SECONDS = 3

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

registerRoute(
  ({ url }) => /^\/api\/(students|packs|studio)/.test(url.pathname),
  new NetworkFirst({ cacheName: 'seen', networkTimeoutSeconds: PATIENCE_SECONDS }),
)

void self.skipWaiting()
clientsClaim()
