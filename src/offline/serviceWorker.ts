/**
 * Keeps the app in the browser. All of a build is fetched when it is installed, or nothing of it; it waits until nobody
 * has the build before it open, or until it is asked to take over by the only window there is.
 */
import {
  addPlugins,
  createHandlerBoundToURL,
  type PrecacheEntry,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import type { OfflineAnswers, OfflineAsk } from './messages';

declare const self: ServiceWorkerGlobalScope & {
  /** The files of this build, put here when it is built. */
  readonly __WB_MANIFEST: PrecacheEntry[];
};
/** Put here when it is built. */
declare const LUMBRE_BUILD: string;

// What came damaged once lies in the browser's own cache under its name for good: the server is asked whether it is whole.
addPlugins([
  { requestWillFetch: ({ request }) => Promise.resolve(new Request(request, { cache: 'no-cache' })) },
]);
precacheAndRoute(self.__WB_MANIFEST);
// Any address is the same page; but those of the server and of files are none.
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), {
    denylist: [/^\/(api|ws|ecu)\b/, /\/[^/]+\.[a-z0-9]+$/i],
  }),
);

/** No window had a worker before this one. */
let isFirst = false;
self.addEventListener('install', () => {
  isFirst = self.registration.active === null;
});
self.addEventListener('activate', (event) => {
  // The first visit is kept too; later ones have the worker that they came with.
  if (isFirst) event.waitUntil(self.clients.claim());
});

self.addEventListener('message', (event) => {
  const [port] = event.ports;
  if (port === undefined) return;
  const answer = <Ask extends OfflineAsk>(_: Ask, said: OfflineAnswers[Ask]) => port.postMessage(said);
  const ask = event.data as OfflineAsk;
  if (ask === 'build') answer(ask, LUMBRE_BUILD);
  if (ask === 'takeOver') event.waitUntil(takenOver().then((others) => answer(ask, others)));
});

/** Takes over, unless another window would then be of another build than its worker; says how many others there are. */
async function takenOver(): Promise<number> {
  const windows = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
  const others = Math.max(0, windows.length - 1);
  if (others === 0) await self.skipWaiting();
  return others;
}
