import {
  SLOT_MINUTES,
  tableAt,
  tableOf,
  type RoomBySlot,
  type StandModel,
  type Table,
} from '../../dough/index.ts';
import {
  askOf,
  mixedFront,
  waited,
  worked,
  type DoughBody,
  type Front,
  type Waited,
} from '../../dough/course/index.ts';
import type { Leavening } from '../../fermentation/index.ts';
import type { Stretch } from '../../formula/way/index.ts';
import type { PlacedWay } from './places.ts';
import type { TaskList } from './task-list.ts';

/** A dough at a point of its way, and how it came there. */
export interface KnownFront {
  readonly key: string;
  readonly front: Front;
  readonly of: Leavening;
  /** How far it is has been decided by the end of its bulk. */
  readonly levelled: boolean;
}

/** A wait as the plan needs it. */
export interface KnownWait extends Waited {
  /** Of the list of tasks, one for each level. */
  readonly tables: readonly number[];
  readonly then: KnownFront;
}

/** Doughs that go the same way from the same mix are followed once. */
export class Fronts {
  private readonly known = new Map<string, KnownFront>();
  private readonly waits = new Map<string, KnownWait>();

  constructor(private readonly list: TaskList) {}

  private get room(): RoomBySlot {
    return this.list.frame.room;
  }

  private keep(key: string, of: Leavening, levelled: boolean, make: () => Front): KnownFront {
    const known = this.known.get(key) ?? { key, of, levelled, front: make() };
    this.known.set(key, known);
    return known;
  }

  mixed(dough: string, of: Leavening, ddt: number, mixing: number): KnownFront {
    return this.keep(JSON.stringify([dough, ddt, of.modifier, mixing]), of, false, () => mixedFront(of, ddt, mixing, this.room));
  } // prettier-ignore

  worked(from: KnownFront, work: { hours: number; keeps: number; body: DoughBody; stand: StandModel }): KnownFront {
    const { key, of, levelled, front } = from;
    return this.keep(`${key}|${JSON.stringify(work)}`, of, levelled, () => worked(front, of, this.room, work));
  } // prettier-ignore

  /** A dough that comes out of a mixer at a temperature, whatever it had. */
  warmedTo(from: KnownFront, celsius: number): KnownFront {
    const { key, of, levelled, front } = from;
    return this.keep(`${key}|=${celsius}`, of, levelled, () =>
      front.map((levels) => levels.map(({ slot, state }) => ({ slot, state: { ...state, temperature: celsius } }))),
    );
  } // prettier-ignore

  waited(from: KnownFront, stretch: Stretch, way: PlacedWay, body: DoughBody): KnownWait {
    const key = `${from.key}|${stretch.wait.slug}|${JSON.stringify([stretch, way.stands, way.most, body])}`;
    const before = this.waits.get(key);
    if (before) return before;
    const levels = !from.levelled && stretch.wait.until.by === 'rise';
    const found = waited(
      from.front,
      from.of,
      this.room,
      askOf(stretch, way.stands, body, way.most ?? undefined),
      levels,
    );
    const tables = surely(found.samples.map((samples) => tableOf(samples, this.room))).map((table) =>
      this.list.table(table),
    );
    const then = this.keep(key, from.of, from.levelled || levels, () => found.after);
    const wait = { ...found, tables, then };
    this.waits.set(key, wait);
    return wait;
  }
}

/**
 * Waits that hold for a dough which is anywhere between its level and halfway to those beside it: from the later of their
 * earliest ends to the sooner of their latest.
 */
function surely(levels: readonly Table[]): Table[] {
  if (levels.length < 2) return [...levels];
  return levels.map((own, level) => {
    const [before, after] = [levels[level - 1], levels[level + 1]];
    const row = own.best.map((best, at) => {
      const [least, most] = [tableAt(own.earliest, at), tableAt(own.latest, at)];
      if (least < 0) return [-1, -1, -1] as const;
      const [young, old] = [before ? tableAt(before.earliest, at) : least, after ? tableAt(after.latest, at) : most];
      const latest = Math.max(least, Math.floor((most + Math.min(most, Math.max(0, old))) / 2));
      const earliest = Math.min(latest, Math.ceil((least + Math.max(least, young)) / 2));
      return [earliest, Math.min(latest, Math.max(earliest, best)), latest] as const;
    });
    return { earliest: row.map(([each]) => each), best: row.map(([, each]) => each), latest: row.map(([, , each]) => each) };
  });
} // prettier-ignore

/** By the clock a fold has a third of the time to the next one to spare; by rise five minutes. */
export function playOf({ folds }: Stretch): number {
  const minutes = folds.flatMap(({ at }) => (at.by === 'minutes' ? [at.at] : [])).sort((a, b) => a - b);
  if (minutes.length < folds.length) return 1;
  const every = Math.min(...minutes.map((each, index) => each - (minutes[index - 1] ?? 0)));
  return Math.max(1, Math.floor(every / SLOT_MINUTES / 3));
}

/** A wait with the folds that keep clear of its earliest end, whenever it begins. */
export function fitting(fronts: Fronts, front: KnownFront, stretch: Stretch, way: PlacedWay, body: DoughBody): Stretch {
  if (stretch.folds.length === 0 || stretch.wait.until.by !== 'rise') return stretch;
  const { samples, folded } = fronts.waited(front, stretch, way, body);
  const soonest = Math.min(...(samples[0] ?? []).map(({ wait }) => wait?.[0] ?? Infinity));
  const clear = playOf(stretch) + 2;
  const folds = stretch.folds.filter((_, index) =>
    folded[index]?.every(({ slots }) => slots !== null && slots + clear <= soonest),
  );
  return folds.length === stretch.folds.length ? stretch : { ...stretch, folds };
} // prettier-ignore
