/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
// One version is in use until the maker takes the next: its page and its files come from here, with the network or without, so
// that code and data are always of one age. Routes for scripts are never kept. A newer version waits beside it; see state/update.
import { build, files, version } from '$service-worker';

const worker = self as unknown as ServiceWorkerGlobalScope;
const CACHE = `jolt-step-${version}`;
/** Every place is the same page, and its address tells it what to show: one that is not known here is given this one. */
const PAGE = '/';
/** What stands for any build or run in the address of a place. */
const ANY = '-';
/** Places that are opened most: the page of each names the parts that it begins with, so that they are fetched at once. */
const PLACES = [
  '/builds',
  `/builds/${ANY}`,
  '/cut',
  '/hoop',
  '/batch',
  '/run',
  `/run/${ANY}`,
  '/log',
  '/prepare',
];
/** Parts of the application, of any version. */
const PARTS = '/_app/immutable/';
const FILES = [...build, ...files];
const KEPT = [PAGE, ...PLACES, ...FILES];

worker.addEventListener('install', (event) => {
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(KEPT)));
});
worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      // Pages of the version before may still be open, and fetch their parts.
      const others = (await caches.keys()).filter((key) => key !== CACHE);
      for (const key of others.slice(0, -1)) await caches.delete(key);
      await worker.clients.claim();
    })(),
  );
});
worker.addEventListener('message', (event) => {
  if (event.data === 'take over') void worker.skipWaiting();
});
worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin || url.pathname.startsWith('/api')) return;
  if (FILES.includes(url.pathname) || url.pathname.startsWith(PARTS))
    event.respondWith(file(request, url.pathname));
  else if (request.mode === 'navigate') event.respondWith(page(request, url.pathname));
});

/** The page of the version in use, whatever the server has by now. */
async function page(request: Request, path: string): Promise<Response> {
  const own = await caches.open(CACHE);
  const place = [path, path.replace(/[^/]+$/, ANY)].find((known) => PLACES.includes(known)) ?? PAGE;
  return (await own.match(place)) ?? (await own.match(PAGE)) ?? fetch(request);
}
/** Built files have their content in their names: what is kept, of whichever version, is right. */
async function file(request: Request, path: string): Promise<Response> {
  const own = await caches.open(CACHE);
  return (await own.match(path)) ?? (await caches.match(path)) ?? fetch(request);
}
