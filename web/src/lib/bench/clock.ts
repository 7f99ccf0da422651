/** Seconds that the server is ahead of this device. */
let ahead = 0;

/** What a page takes to come is no difference between two clocks, s. */
const ON_ITS_WAY = 20;

/** Sets the clock by the time that the server told as it answered; epoch seconds. */
export function setClock(told: number): void {
  const off = told - Date.now() / 1000;
  ahead = Math.abs(off) > ON_ITS_WAY ? off : 0;
}

/** The time by the one clock of the bakehouse, epoch seconds: tablets that go wrong go by the server. */
export const timeNow = (): number => Date.now() / 1000 + ahead;
