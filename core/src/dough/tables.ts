import type { RoomBySlot } from './models.ts';
import type { Sample } from './course/front.ts';
import { SLOT, type Table } from './table.ts';

/** Slots of a day. */
const DAY = 86_400 / SLOT;

/** A table between its samples by straight lines, rounded inward: earliest up, latest down. */
export function tableOf(samples: readonly Sample[], room: RoomBySlot): Table {
  const sorted = everyDay(samples, room).sort((a, b) => a.at - b.at);
  const [first] = sorted;
  const slots = room.steady ? 1 : Math.min(DAY, room.slots);
  const [earliest, best, latest]: [number[], number[], number[]] = [[], [], []];
  let index = 0;
  for (let slot = 0; slot < slots; slot += 1) {
    while (index < sorted.length - 2 && (sorted[index + 1]?.at ?? 0) <= slot) index += 1;
    const before = sorted[index] ?? first;
    const after = sorted[index + 1] ?? before;
    if (!before?.wait || !after?.wait) {
      earliest.push(-1);
      best.push(-1);
      latest.push(-1);
      continue;
    }
    const span = after.at - before.at;
    const share = span > 0 ? Math.max(0, Math.min(1, (slot - before.at) / span)) : 0;
    const [from, to] = [before.wait, after.wait];
    const value = (which: 0 | 1 | 2) => from[which] + share * (to[which] - from[which]);
    const [least, most] = [Math.ceil(value(0) - 1e-9), Math.floor(value(2) + 1e-9)];
    // A window of less than a slot has no place on the grid.
    const fits = most >= least;
    earliest.push(fits ? least : -1);
    best.push(fits ? Math.max(least, Math.min(most, Math.round(value(1)))) : -1);
    latest.push(fits ? most : -1);
  }
  const daily = (row: number[]): number[] => {
    if (room.steady) return row;
    const all = new Array<number>(room.slots);
    for (let slot = 0; slot < room.slots; slot += 1) all[slot] = row[slot % DAY] ?? -1;
    return all;
  };
  return { earliest: daily(earliest), best: daily(best), latest: daily(latest) };
}

/** The samples of one day, and of the days before and after it: a dough is shaped a day after its mix at most. */
function everyDay(samples: readonly Sample[], room: RoomBySlot): Sample[] {
  if (room.steady) return [...samples];
  return [-3, -2, -1, 0, 1].flatMap((day) => samples.map(({ at, wait }) => ({ at: at + day * DAY, wait })));
}
