import { hostname, networkInterfaces } from 'node:os';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'] as const;
/** Addresses of a device change with its network; they are asked for again after this, ms. */
const AGAIN_MS = 60_000;

let [names, askedAt] = [new Set<string>(), -Infinity];

/** What this Jovet is called by: this computer itself, and, where it listens beyond it, its names and addresses. */
function ownNames(): Set<string> {
  const { HOST = '127.0.0.1', ORIGIN, JOVET_NAMES = '' } = process.env;
  const said = JOVET_NAMES.split(',').map((each) => each.trim().toLowerCase()).filter(Boolean);
  const all = new Set<string>([...LOOPBACK, ...said, HOST.toLowerCase()]);
  if (ORIGIN) all.add(new URL(ORIGIN).hostname);
  if (/^(0\.0\.0\.0|::)$/.test(HOST)) {
    const own = hostname().toLowerCase();
    all.add(own).add(`${own}.local`);
    for (const { address, family } of Object.values(networkInterfaces()).flatMap((each) => each ?? []))
      all.add(family === 'IPv6' ? `[${address}]` : address);
  }
  return all;
} // prettier-ignore

/**
 * Whether a request names this Jovet: a page of another name that was led here would read everything as its own.
 *
 * @param host the header of that name
 */
export function isOwnHost(host: string | null): boolean {
  if (Date.now() - askedAt > AGAIN_MS) [names, askedAt] = [ownNames(), Date.now()];
  return host !== null && names.has(host.toLowerCase().replace(/:\d+$/, ''));
}
