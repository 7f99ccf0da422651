/** Seconds that the server is ahead of this device. */
let ahead = 0;

/** What a page takes to come is no difference between two clocks, s. */
const ON_ITS_WAY = 20;

const AHEAD = 'clock ahead';

/** Sets the clock by the time that the server told as it answered; epoch seconds. */
export function setClock(told: number): void {
  const off = told - Date.now() / 1000;
  ahead = Math.abs(off) > ON_ITS_WAY ? off : 0;
  try {
    localStorage.setItem(AHEAD, String(ahead));
  } catch {
    // Without a memory a page without a line goes by the clock of its device.
  }
}

/** A page that was kept on this device says nothing of now: the difference that was known last counts. */
export function keepClock(): void {
  try {
    ahead = Number(localStorage.getItem(AHEAD)) || 0;
  } catch {
    ahead = 0;
  }
}

/** The time by the one clock of the bakehouse, epoch seconds: tablets that go wrong go by the server. */
export const timeNow = (): number => Date.now() / 1000 + ahead;
