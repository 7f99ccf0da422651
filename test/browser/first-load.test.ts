import assert from 'node:assert/strict';
import { SERVED } from './visit.ts';
import { visits } from './visited.ts';

const { visited } = visits();

const ROOMS = [
  '/plan/orders/2027-01-14', '/plan/day/2027-01-14', '/plan/oven/2027-01-14', '/make/floor', '/make/water', '/make/cultures',
  '/know/formulas', '/know/formulas/quay-country', '/know/larder', '/know/bakehouse', '/know/crew',
]; // prettier-ignore
/** Files of scripts, and kB of them as they are sent: what a room needs before its charts and panels. */
const [FILES, KILOBYTES] = [20, 200] as const;

for (const room of ROOMS)
  visited(`${room} comes in few files, none of them large`, async (visit) => {
    const session = await visit.page.createCDPSession();
    await session.send('Network.enable');
    const scripts = new Set<string>();
    let [files, bytes, charts] = [0, 0, 0];
    session.on('Network.responseReceived', ({ requestId, response }) => response.mimeType.includes('javascript') && scripts.add(requestId));
    session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (!scripts.has(requestId)) return;
      files += 1;
      // The library of the charts comes by itself, after the room stands.
      if (encodedDataLength > 120_000) charts += encodedDataLength;
      else bytes += encodedDataLength;
    });
    await visit.page.goto(SERVED + room, { waitUntil: 'load' });
    await visit.page.waitForSelector('body[data-ready]');
    assert.ok(files >= 5 && files <= FILES, `${files} files`);
    assert.ok(bytes > 50_000 && bytes <= KILOBYTES * 1000, `${Math.round(bytes / 1000)} kB`);
    assert.ok(charts < 170_000, `${Math.round(charts / 1000)} kB of charts`);
  }); // prettier-ignore
