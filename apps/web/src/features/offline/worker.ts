/**
 * The service worker: lets a page that was open on this device open again where there is no network (a basement, a dead server). It keeps documents and the files
 * they need; figures and logs are kept by the pages themselves. Bundled on its own into `public/sw.js` by the build.
 */
import { ExpirationPlugin } from 'workbox-expiration'
import { clientsClaim, type WorkboxPlugin } from 'workbox-core'
import { registerRoute, setCatchHandler } from 'workbox-routing'
import { CacheFirst, NetworkFirst, NetworkOnly } from 'workbox-strategies'
import { filesOf, INSTEAD, isKeptPage, PAGES, STATIC } from './kept'

const worker = globalThis as unknown as {
  skipWaiting: () => Promise<void>
  addEventListener: (type: 'install', listener: (event: { waitUntil: (done: Promise<unknown>) => void }) => void) => void
}
void worker.skipWaiting()
clientsClaim()

/** The library's own plugin fits its own type only where undefined may stand for what is absent. */
const expiring = (maxEntries: number, days: number) =>
  new ExpirationPlugin({ maxEntries, maxAgeSeconds: days * 86_400 }) as unknown as WorkboxPlugin

// Their names change with their content.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
  new CacheFirst({ cacheName: STATIC, plugins: [expiring(400, 60)] }),
)

// Always the server's own answer first: an old list must not pass for today's while the server is there.
registerRoute(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isKeptPage(url.pathname),
  new NetworkFirst({
    cacheName: PAGES,
    matchOptions: { ignoreSearch: true },
    plugins: [
      expiring(40, 14),
      // Led to the sign-in, or not there: that is an answer, and not a page to keep.
      { cacheWillUpdate: ({ response }) => Promise.resolve(response.status === 200 && !response.redirected ? response : null) },
    ],
  }),
)

// Everything else needs the server, and says so in our own words when it is away.
registerRoute(({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate', new NetworkOnly())
setCatchHandler(async ({ request }) => (request.mode === 'navigate' && (await caches.match(INSTEAD))) || Response.error())
worker.addEventListener('install', (event) =>
  event.waitUntil(
    caches.open(STATIC).then(async (files) => {
      await files.add(INSTEAD)
      const document = await files.match(INSTEAD)
      await files.addAll(filesOf((await document?.text()) ?? ''))
    }),
  ),
)
