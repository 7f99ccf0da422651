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

/** When this page was kept on the device, epoch ms; null where the server answered. */
export const keptAt = (): number | null => Number(document.documentElement.dataset['keptAt'] ?? 0) || null;
