/** ms after which a room stands, and rooms that were not opened yet may be brought in; and ms until they are again. */
const [STANDS_MS, AGAIN_MS] = [10_000, 30 * 60_000] as const;

/**
 * Makes rooms open without a line. A browser offers that only on this computer itself or over HTTPS.
 *
 * @returns what ends it
 */
export function bringInRooms(): () => void {
  if (!('serviceWorker' in navigator)) return () => {};
  const bring = async () => {
    await navigator.serviceWorker.register('/service-worker.js');
    (await navigator.serviceWorker.ready).active?.postMessage('bring in');
  };
  // A browser that refuses still works with a line.
  const tried = () => void bring().catch(() => null);
  const first = setTimeout(tried, STANDS_MS);
  const timer = setInterval(tried, AGAIN_MS);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}

/** Parts of a room that come when they are opened come by themselves once it stands: they open without a line as well. */
export function bringInParts(parts: Readonly<Record<string, () => Promise<unknown>>>): () => void {
  const timer = setTimeout(
    () => Object.values(parts).forEach((part) => void part().catch(() => null)),
    PARTS_MS,
  );
  return () => clearTimeout(timer);
}
const PARTS_MS = 4000;

/** When this page was kept on the device, epoch ms; null where the server answered. */
export const keptAt = (): number | null => Number(document.documentElement.dataset['keptAt'] ?? 0) || null;

/** ms until what an open room shows is read again, where the server did not answer. */
const PATIENCE_MS = 2000;

/**
 * What an open room shows is read again when somebody changed it. Where the line is cut in that moment, the router would
 * leave the room for the browser's own page without a line; so the reading waits for the line instead.
 */
export function readAgainPatiently(): void {
  const once = window.fetch;
  const isReading = (input: RequestInfo | URL) =>
    typeof input === 'string' &&
    new URL(input, location.href).pathname === `${location.pathname}/__data.json`;
  window.fetch = async (input, init) => {
    while (isReading(input)) {
      const answer = await once(input, init).catch(() => null);
      const body = await answer?.arrayBuffer().catch(() => null);
      if (answer && body && answer.status < 500) return new Response(body, answer);
      await new Promise<unknown>((resolve) => {
        setTimeout(resolve, PATIENCE_MS);
        addEventListener('online', resolve, { once: true });
      });
    }
    return once(input, init);
  };
}
