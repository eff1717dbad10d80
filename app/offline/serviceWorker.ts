/// <reference lib="webworker" />
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'
import type { BellPush } from '#shared/bells'
import { withoutEarly } from '#shared/early'
import { KEPT_AT, keptPath, leavesDevice, PERSON } from './kept'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] }

/**
 * Lets the program open without a network: its files as they were built, and the last answers that it got, each with the moment at which
 * it was got. What is sent never goes through here: it waits in the page's own queues.
 */
const ANSWERS = 'answers'
const SHELL = 'shell'
/** A server that takes longer than this counts as gone, where there is an answer from before; s. */
const PATIENCE = 4
const ON_ITS_WAY = 10_000 // ms
let leftAt = 0

precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()))

/** Answers are kept for whoever asked: another person on the same device gets none of them. */
const keyOf = (request: Request) => {
  const url = new URL(request.url)
  const person = request.headers.get(PERSON)
  if (person) url.searchParams.set('person', person)
  return url.href
}

/** An answer as it is kept: it came packed, and is not any more. */
function unpacked(body: BodyInit, from: Headers): Response {
  const headers = new Headers(from)
  headers.delete('content-encoding')
  return new Response(body, { status: 200, headers })
}

const answers = new NetworkFirst({
  cacheName: ANSWERS,
  networkTimeoutSeconds: PATIENCE,
  plugins: [
    {
      cacheKeyWillBeUsed: async ({ request }) => keyOf(request),
      cacheWillUpdate: async ({ response }) => {
        // An answer that was on its way when somebody left would be kept for whoever comes next.
        if (response.status !== 200 || Date.now() - leftAt < ON_ITS_WAY) return null
        const kept = unpacked(await response.clone().blob(), response.headers)
        kept.headers.set(KEPT_AT, String(Date.now()))
        return kept
      },
    },
  ],
})
registerRoute(
  ({ request, url, sameOrigin }) =>
    sameOrigin &&
    request.method === 'GET' &&
    keptPath(url.pathname) &&
    (request.headers.has(PERSON) || url.pathname === '/api/me'),
  answers,
)

// Every page is the same document; the last one that came stands in for all.
const shell = new NetworkFirst({
  cacheName: SHELL,
  networkTimeoutSeconds: PATIENCE,
  plugins: [
    {
      cacheKeyWillBeUsed: async () => '/',
      // Only the document of somebody signed in, without what it brought of one moment; a way to the sign-in page is not kept.
      cacheWillUpdate: async ({ response }) =>
        response.status === 200 && !response.redirected && Date.now() - leftAt >= ON_ITS_WAY
          ? unpacked(withoutEarly(await response.clone().text()), response.headers)
          : null,
    },
  ],
})
registerRoute(({ request, url }) => request.mode === 'navigate' && !/^\/(card|sign-in|api)\b/.test(url.pathname), shell)

// A bell that rang while the page was closed. An open page rings it by itself, under the same tag.
self.addEventListener('push', event => {
  const bell = event.data?.json() as BellPush | undefined
  if (!bell) return
  const { id, title, body, path } = bell
  event.waitUntil(
    self.registration.showNotification(title, { body, tag: id, icon: '/bell-192.png', data: path, requireInteraction: true }),
  )
})
self.addEventListener('notificationclick', event => {
  event.notification.close()
  const path = String(event.notification.data ?? '/')
  event.waitUntil(
    (async () => {
      const [page] = await self.clients.matchAll({ type: 'window' })
      if (!page) return void (await self.clients.openWindow(path))
      await page.focus()
      await page.navigate(path)
    })(),
  )
})

// Whoever leaves the device takes along what it knew.
self.addEventListener('fetch', event => {
  if (!leavesDevice(event.request.method, new URL(event.request.url).pathname)) return
  leftAt = Date.now()
  event.waitUntil(Promise.all([caches.delete(ANSWERS), caches.delete(SHELL)]))
})
