import type { DeviceReport } from '@jovet/core/mix';
import { timeNow } from './clock';
import { ask } from '../sync/ask';

/** How often the instruments are asked, ms. */
const ASK_MS = 2000;

/**
 * Asks the instruments while the page is looked at. If the server does not answer, they are silent.
 *
 * @param take gets what they say, and the moment in epoch seconds
 * @returns ends it
 */
export function watchInstruments(
  take: (devices: readonly DeviceReport[] | null, now: number) => void,
): () => void {
  const look = async () => {
    const said = await ask('GET /instruments', {});
    const now = Math.floor(timeNow());
    if (said.kind === 'done') take(said.value.instruments, now);
    else take(null, now);
  };
  void look();
  const timer = setInterval(() => document.visibilityState === 'visible' && void look(), ASK_MS);
  return () => clearInterval(timer);
}
