import type { DeviceReport } from '@jovet/core/mix';
import { ask } from '../sync/ask';
import { timeNow } from './clock';

/** How often the instruments are asked where they are read, and where it is only told whether they speak, ms. */
const [ASK_MS, GLANCE_MS] = [2000, 20_000] as const;

/** Gets what they say (null: no answer), and the moment in epoch seconds. */
type Take = (devices: readonly DeviceReport[] | null, now: number) => void;

/** Everybody on this page who wants to know, and how often, ms. All are told whenever anybody asks. */
const takers = new Map<Take, number>();
let timer: ReturnType<typeof setInterval> | undefined;
let asked = 0;

async function look(): Promise<void> {
  asked = Date.now();
  const said = await ask('GET /instruments', {});
  const now = Math.floor(timeNow());
  for (const take of takers.keys()) take(said.kind === 'done' ? said.value.instruments : null, now);
}
function lookAgain(): void {
  const every = Math.min(...takers.values());
  if (document.visibilityState === 'visible' && Date.now() - asked > every - ASK_MS / 2) void look();
}

/**
 * Asks the instruments while the page is looked at. If the server does not answer, they are silent.
 *
 * @param glance it is only told whether they speak: rarer is enough
 * @returns ends it
 */
export function watchInstruments(take: Take, glance = false): () => void {
  takers.set(take, glance ? GLANCE_MS : ASK_MS);
  void look();
  timer ??= setInterval(lookAgain, ASK_MS);
  return () => {
    takers.delete(take);
    if (takers.size > 0) return;
    clearInterval(timer);
    timer = undefined;
  };
}
