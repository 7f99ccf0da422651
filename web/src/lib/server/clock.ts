/** Seconds by which the clock of the server is set ahead; tests of nights that are to come set it. */
const SHIFT = Number(process.env['JOVET_CLOCK_SHIFT'] ?? 0) || 0;

/** The time by the one clock that every page and endpoint goes by, epoch seconds. */
export const serverNow = (): number => Math.floor(Date.now() / 1000 + SHIFT);
