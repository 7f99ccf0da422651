/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

/**
 * Without a line, rooms open as they were opened last on this device: what they show may be old, and says so; what is
 * noted in them is kept on the device and sent later. With a line the server always answers.
 */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;

const [SHELL, ROOMS] = [`shell ${version}`, `rooms ${version}`];
const OWN = new Set([...build, ...files]);
const ROOM = /^\/(make|plan|know)\//;
/** Rooms that are brought in before anybody opens them, and ms after which they are brought in again. */
const WANTED = [
  '/make/floor',
  '/make/water',
  '/make/cultures',
  '/plan/day',
  '/plan/oven',
  '/plan/orders',
  '/know/formulas',
];
const OLD_MS = 20 * 60_000;

worker.addEventListener('install', (event) => {
  const kept = caches.open(SHELL).then((cache) => cache.addAll([...OWN]));
  event.waitUntil(kept.then(() => worker.skipWaiting()));
});
worker.addEventListener('activate', (event) => {
  const dropped = caches
    .keys()
    .then((keys) =>
      Promise.all(keys.filter((key) => key !== SHELL && key !== ROOMS).map((key) => caches.delete(key))),
    );
  event.waitUntil(dropped.then(() => worker.clients.claim()));
});
worker.addEventListener('message', ({ data }) => data === 'bring in' && void bringIn());
worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== worker.location.origin) return;
  if (OWN.has(pathname)) event.respondWith(caches.match(pathname, { cacheName: SHELL }).then((kept) => kept ?? fetch(request)));
  else if (request.mode === 'navigate' && ROOM.test(pathname)) event.respondWith(room(request, pathname));
}); // prettier-ignore

/** A room by the server, or as it was opened last. */
async function room(request: Request, pathname: string): Promise<Response> {
  try {
    const answer = await fetch(request);
    if (answer.ok) await keep(pathname, answer.clone());
    return answer;
  } catch {
    const kept = await caches.match(pathname, { cacheName: ROOMS });
    if (!kept) return new Response(NOT_HERE, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
    const at = Date.parse(kept.headers.get('kept-at') ?? '');
    const page = (await kept.text()).replace('<html ', `<html data-kept-at="${at}" `);
    return new Response(page, { headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
} // prettier-ignore

/** Keeps a room as it came; what is still on its way is waited for. */
async function keep(pathname: string, answer: Response): Promise<void> {
  const headers = new Headers(answer.headers);
  headers.set('kept-at', new Date().toISOString());
  const cache = await caches.open(ROOMS);
  void cache.put(pathname, new Response(answer.body, { headers })).catch(() => null);
}

/** Brings in the rooms of the night and the sheets of all formulas, one after another. */
async function bringIn(): Promise<void> {
  const cache = await caches.open(ROOMS);
  const list = await fetch('/api/v1/formulas').then((answer) => answer.json()).catch(() => null);
  const sheets = ((list?.formulas ?? []) as { slug: string }[]).map(({ slug }) => `/know/formulas/${slug}`);
  for (const pathname of [...WANTED, ...sheets]) {
    const kept = Date.parse((await cache.match(pathname))?.headers.get('kept-at') ?? '');
    if (Date.now() - kept < OLD_MS) continue;
    const answer = await fetch(pathname).catch(() => null);
    if (!answer) return;
    if (answer.ok) await keep(pathname, answer);
  }
} // prettier-ignore

const NOT_HERE = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>No line · Jovet</title><body style="font:1.1rem/1.5 sans-serif;margin:2rem;max-width:34rem">
<h1>No line</h1><p>Jovet does not answer, and this page was not opened on this device before.</p>
<p>These open as they were: ${[
  ['/make/floor', 'Floor'],
  ['/make/water', 'Water'],
  ['/make/cultures', 'Cultures'],
  ['/plan/day', 'Day line'],
  ['/plan/orders', 'Orders'],
  ['/know/formulas', 'Formulas'],
]
  .map(([path, name]) => `<a href="${path}">${name}</a>`)
  .join(', ')}.</p></body></html>`;
