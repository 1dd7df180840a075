// The service worker of the Stand: a page that was put on the stand opens again without the network. Everything else goes to the network as ever.
import { precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

precacheAndRoute(self.__BUILD__);
self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

registerRoute(
  ({ url, sameOrigin, request }) => sameOrigin && request.method === 'GET' && ['/stand', '/stand/covered'].includes(url.pathname),
  new NetworkFirst({ cacheName: 'stand-pages', networkTimeoutSeconds: 4, matchOptions: { ignoreVary: true } }),
);
