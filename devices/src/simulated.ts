import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { Thermometer } from './thermometer.ts';

/**
 * Simulated instruments over HTTP, as a real gateway would offer them (docs/devices.md): a probe, and a sensor on the
 * wall of the room. `PUT /probe {"celsius": 24.3}` holds the probe into something; `{"silent": 60}` empties its battery.
 */
const clock = () => Date.now() / 1000;
const PROBE = { lag: 3, noise: 0.08, dropOut: 0.01, silence: 6 };
const WALL = { lag: 120, noise: 0.05, dropOut: 0.005, silence: 20 };

/** The room of a small bakery over a day: coldest before dawn, warmest when the oven has been on, °C. */
const roomAt = (seconds: number): number => {
  const hour = (seconds / 3600) % 24;
  return 20.5 + 2 * Math.sin(((hour - 9) / 24) * 2 * Math.PI);
};

const probe = new Thermometer(PROBE, 19, clock(), Math.random);
const wall = new Thermometer(WALL, roomAt(clock()), clock(), Math.random);

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  let text = '';
  for await (const chunk of request) text += String(chunk);
  return JSON.parse(text);
}

function send(response: ServerResponse, status: number, value: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(value));
}

async function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const now = clock();
  if (request.method === 'GET' && request.url === '/readings') {
    wall.hold(roomAt(now), now);
    send(response, 200, {
      instruments: [
        { instrument: 'probe', spot: 'core', last: probe.read(now) },
        { instrument: 'room sensor', spot: 'air', last: wall.read(now) },
      ],
    });
  } else if (request.method === 'PUT' && request.url === '/probe') {
    const { celsius, silent } = (await bodyOf(request)) as { celsius?: number; silent?: number };
    if (celsius !== undefined) probe.hold(celsius, now);
    if (silent !== undefined) probe.silence(silent, now);
    send(response, 200, {});
  } else send(response, 404, {});
}

const server = createServer((request, response) => {
  handle(request, response).catch(() => send(response, 400, {}));
});
server.listen(Number(process.argv[2] ?? 0), '127.0.0.1', () => {
  const address = server.address();
  console.log(`simulated instruments on port ${typeof address === 'object' ? address?.port : ''}`);
});
