import { z } from 'zod';
import { SPOTS, type DeviceReport } from '@jovet/core/mix';

/** What a device answers when it is asked for its readings; docs/devices.md. */
const DeviceAnswer = z.object({
  instruments: z
    .array(
      z.object({
        instrument: z.string().trim().min(1).max(60),
        spot: z.enum(SPOTS),
        last: z.object({ value: z.number().min(-60).max(400), at: z.number().int() }).nullable(),
      }),
    )
    .max(50),
});

/** A device that does not answer within this time is silent; the room must not wait for it. */
const PATIENCE_MS = 400;

/** What was said last by devices that have since gone quiet, by their address. */
const lastSaid = new Map<string, readonly DeviceReport[]>();

/** Addresses of devices, as they were named when Jovet was started. */
const addresses = (): string[] => (process.env['JOVET_DEVICES'] ?? '').split(/\s+/).filter(Boolean);

/** Asks every device for what it read last. One that is silent is told by the time of its last word. */
export async function instruments(): Promise<DeviceReport[]> {
  const reports = await Promise.all(addresses().map(ask));
  return reports.flat();
}

async function ask(address: string): Promise<readonly DeviceReport[]> {
  try {
    const answer = await fetch(new URL('/readings', address), { signal: AbortSignal.timeout(PATIENCE_MS) });
    const said = DeviceAnswer.parse(await answer.json()).instruments;
    lastSaid.set(address, said);
    return said;
  } catch {
    return lastSaid.get(address) ?? [];
  }
}
