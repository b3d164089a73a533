/// <reference lib="webworker" />
import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { ownPage } from './views'

// The workshop's screens, kept on the device so that they open where there is no network. Answers of the server are not
// kept here, nor is anything that a buyer sees.

declare const self: ServiceWorkerGlobalScope & { __FILES: PrecacheEntry[] }

precacheAndRoute(self.__FILES)
cleanupOutdatedCaches()
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { allowlist: [ownPage] }))

self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (e) => e.waitUntil(self.clients.claim()))
