import { CacheableResponsePlugin } from 'workbox-cacheable-response'
import { ExpirationPlugin } from 'workbox-expiration'
import { createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { ANSWERS } from '../stores/remember.ts'

/** The application's own files, as the build has listed them. */
declare const OWN_FILES: PrecacheEntry[]

/**
 * Keeps the application's own files in the browser, so that it opens while the workshop is away. A new version waits
 * until every page of the old one is closed: a page never meets files of two versions.
 */
precacheAndRoute(OWN_FILES)
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))

// What was read last stands in for a workshop that does not answer.
registerRoute(
  /\/api\/(builds|settings|shelf|demo)(\/[a-z0-9-]+)?(\?.*)?$/,
  new NetworkFirst({ cacheName: ANSWERS, plugins: [new CacheableResponsePlugin({ statuses: [200] })] }),
)
registerRoute(
  /\/api\/attachments\/[0-9a-f]{64}$/,
  new CacheFirst({
    cacheName: 'snugbolt-attachments',
    plugins: [
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: 200, purgeOnQuotaError: true }),
    ],
  }),
)
