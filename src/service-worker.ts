/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
// Works with the network gone after the first load: the built files and one page, from which every place opens. Routes for
// scripts are never kept. A newer version waits until it is asked for; see state/update.
import { build, files, version } from '$service-worker';

const worker = self as unknown as ServiceWorkerGlobalScope;
const CACHE = `jolt-step-${version}`;
/** Every place is the same page; its address tells it what to show. */
const PAGE = '/';
const KEPT = [PAGE, ...build, ...files];

worker.addEventListener('install', (event) => {
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(KEPT)));
});
worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const key of await caches.keys()) if (key !== CACHE) await caches.delete(key);
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
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (KEPT.includes(url.pathname)) event.respondWith(file(request, url.pathname));
});

/** The server's page while it answers, so that a new version is found; else the kept one. */
async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch {
    return (await caches.match(PAGE)) ?? Response.error();
  }
}
/** Built files have their content in their names: what is kept is right. */
async function file(request: Request, path: string): Promise<Response> {
  return (await caches.match(path)) ?? fetch(request);
}
