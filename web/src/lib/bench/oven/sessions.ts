import type { OvenDay } from '@jovet/core/plan/explain/oven';

/** A time in which ovens are on: from heating up to the last load before all of them go off. */
export interface Session {
  readonly from: number;
  readonly to: number;
  readonly loads: OvenDay['loads'];
}

/** Seconds that a session is shown at least. */
const LEAST = 3600;
const ofOven = ({ oven = 0 }: { readonly oven?: number }): number => oven;

/** The times in which ovens are on, one after the other: those of several ovens that overlap are one. */
export function sessionsOf({ heatings, loads, chambers = [] }: OvenDay): Session[] {
  const own = heatings.map((heating): Session => {
    const later = heatings.filter((each) => ofOven(each) === ofOven(heating) && each.from > heating.from);
    const next = Math.min(...later.map(({ from }) => from));
    const isOwn = (each: { readonly oven?: number; readonly at: number }) =>
      ofOven(each) === ofOven(heating) && each.at < next;
    const baked = loads.filter((load) => isOwn(load) && load.at >= heating.from);
    // What stands there warm, before it is heated or beside it.
    const warm = chambers.filter((chamber) => isOwn(chamber) && chamber.until > heating.from);
    return {
      from: Math.min(heating.from, ...warm.map(({ at }) => at)),
      to: Math.max(heating.from + LEAST, ...baked.map(({ until }) => until)),
      loads: baked,
    };
  });
  const found: Session[] = [];
  for (const each of own.sort((a, b) => a.from - b.from)) {
    const last = found.at(-1);
    if (!last || each.from >= last.to) found.push(each);
    else {
      const together = [...last.loads, ...each.loads].sort((a, b) => a.at - b.at);
      found[found.length - 1] = { from: last.from, to: Math.max(last.to, each.to), loads: together };
    }
  }
  return found;
}
