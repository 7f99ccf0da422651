import { coolingSeconds, settingAt, STONE_PLAY, whyApart, type BakeProfile } from '../../oven/index.ts';
import { SLOT, SLOT_MINUTES, tableAt, type Table } from '../../dough/index.ts';
import type { Arc, Batch, Instance, Load, Mode, Stones, Task, Use, Way } from '../instance/index.ts';
import { SKILLS, type Skill } from '../../bakehouse/index.ts';
import { ofKind, type Oven } from '../../equipment/index.ts';
import { reheatOf, stoneOf, type Dough, type DayInput, type Told } from '../demand/index.ts';
import { actualsOf, skippedOf, type Actual } from '../../run/index.ts';
import { beginOf } from './begin.ts';
import type { Frame } from './frame.ts';
import { GoingOn } from './going-on.ts';
import { thenWarm, warmProfile, type Fill } from './warm-oven.ts';

/** Between these a stone is watched to tell how fast it cools, °C. */
const COOLS = [240, 200] as const;
/** °C of an oven that has baked, and of one in which dough may stand. Chosen for Jovet. */
const [HOT, WARM] = [230, 45];

/** What kinds of tasks there are, in the order of a batch. */
export type TaskKind =
  | 'feed' | 'soak' | 'weigh' | 'autolyse' | 'mix' | 'fold' | 'lock-in' | 'turn' | 'divide' | 'pre-shape' | 'shape' | 'assemble' | 'fill' | 'cut'
  | 'score' | 'bath' | 'dip' | 'wash' | 'top' | 'dock' | 'stencil' | 'heat' | 'pan' | 'load' | 'look' | 'out' | 'unmould' | 'brush' | 'glaze' | 'syrup'
  | 'dust' | 'cover' | 'slice' | 'wrap' | 'thaw' | 'move' | 'freeze' | 'pack'; // prettier-ignore

/** What a task is to people. */
export interface TaskNote {
  readonly kind: TaskKind;
  /** Key of its dough. */
  readonly dough: string;
  /** Of its dough; plans of before ids were matched do not say. */
  readonly formula?: string;
  readonly batch: number | null;
  /** Seconds of work for one person as the bakehouse reckons it; earlier plans do not say. */
  readonly work?: number;
  /** From the cut on: id of what goes into the oven together, and when that leaves, epoch seconds. */
  readonly load?: string;
  readonly drop?: number;
  /** Of its dough, pre-ferment or product. */
  readonly name: string;
  /** kg, where that says more than pieces. */
  readonly mass: number | null;
  readonly pieces: number | null;
  /** What is done, where its kind says less: `re-round`. */
  readonly act?: string;
  /** It began already. */
  readonly done: boolean;
  /** The oven or mixer that it is done in, by its slug, in a plan that chose among several. */
  readonly thing?: string;
  /** What its step says to whoever does it. */
  readonly says?: {
    readonly words?: string;
    readonly signs?: string;
    readonly cautions?: readonly string[];
    readonly confirm?: string;
  };
}

export const noteOf = (
  kind: TaskKind,
  dough: Dough,
  batch: number | null,
  name: string,
  mass: number | null,
): TaskNote => ({
  kind,
  dough: dough.key,
  formula: dough.slug,
  batch,
  name,
  mass,
  pieces: null,
  done: false,
});

/** Slots of an hour. */
export const HOUR = 60 / SLOT_MINUTES;

/** Slots that work takes: at least one. */
export const slotsOf = (seconds: number): number => Math.max(1, Math.ceil(seconds / SLOT - 1e-9));

/** What a task needs beyond hands. */
export interface Needs {
  readonly uses?: readonly Use[];
  /** People who do it together, at least and at most; one, where nothing is said. */
  readonly people?: readonly [least: number, most: number];
  /** It is done at the bench. */
  readonly bench?: boolean;
  /** What goes into which oven, and how long that takes there; the one that is liked best first. */
  readonly loads?: readonly (Load & { readonly seconds: number; readonly cost: number })[];
  /** Things of which one is taken, the one that is liked best first. */
  readonly either?: readonly {
    readonly uses: readonly Use[];
    readonly name: string;
    readonly cost: number;
  }[];
  /** Slots: over by, and not before. */
  readonly due?: number;
  readonly first?: number;
}

/** A way to wait as it is put together: a slot away from its best counts as much as that of another, or such a share of it. */
export interface Waiting extends Omit<Way, 'weight'> {
  readonly share?: number;
}

/** Two people take this share of the time of one. Domain section 11, default. */
export const TWO = 0.55;
/** Share of the time of one that several take: each of them is a tenth slower than alone. */
export const together = (people: number): number => (people === 1 ? 1 : (TWO * 2) / people);
/** Work that takes as long as hands take, not as long as a mixer or an oven. */
const BY_HAND: readonly TaskKind[] = [
  'feed',
  'soak',
  'weigh',
  'fold',
  'lock-in',
  'turn',
  'divide',
  'pre-shape',
  'shape',
  'assemble',
  'fill',
  'cut',
  'dip',
  'wash',
  'top',
  'slice',
  'wrap',
  'pack',
];
const MODES = ['', 'one', 'two', 'three', 'four', 'five', 'six'] as const;
/** Ways to do one task, at most. */
const MOST_MODES = 256;
/** Metres of bench that one person works at. */
const BENCH = 1.5;
/** How much of a resource a mode takes, by its number. */
const amountOf = ({ uses }: Mode, resource: number): number =>
  uses.reduce((sum, each) => sum + (each.resource === resource ? each.amount : 0), 0);
/** Slots that what should be over already may still take. */
const LATE = 3;

/** The tasks of a day and the waits between them, as they are put together. */
export class TaskList {
  readonly tasks: Task[] = [];
  readonly notes: TaskNote[] = [];
  private readonly tables: Table[] = [];
  private readonly arcs: Arc[] = [];
  private readonly profiles: { profile: BakeProfile; slots: number }[] = [];
  private readonly units: { id: string; name: string; tasks: number[]; leaders: readonly number[] }[] = [];
  private readonly resourceAt: ReadonlyMap<string, number>;
  private readonly actuals: ReadonlyMap<string, Actual>;
  private readonly told: ReadonlyMap<string, Told>;
  private readonly skipped: ReadonlyMap<string, number>;
  private readonly rates: ReadonlyMap<string, number>;
  /** The first slot in which something can still begin. */
  private readonly now: number;
  readonly ovens: readonly Oven[];
  private readonly holders: ReadonlySet<string>;
  private readonly crews = new Map<number, number>();

  constructor(
    readonly input: DayInput,
    readonly frame: Frame,
  ) {
    this.ovens = ofKind(input.bakehouse.floor, 'oven');
    this.holders = new Set(ofKind(input.bakehouse.floor, 'holder').map(({ slug }) => slug));
    this.resourceAt = new Map(frame.resources.map(({ id }, index) => [id, index]));
    const slot = (epoch: number) => Math.ceil((epoch - frame.origin) / SLOT);
    this.actuals = actualsOf(input.events);
    this.skipped = skippedOf(input.events);
    this.rates = new Map(input.learned.rates.map(({ kind, value }) => [kind, value]));
    this.told = new Map(input.told.map((each) => [each.task, each]));
    this.now = input.now === null ? 0 : Math.min(frame.slots, Math.max(0, slot(input.now)));
  }

  instance(): Instance {
    const { frame, tables, tasks, arcs } = this;
    const on = new GoingOn(tasks, (task) => this.notes[task]?.done ?? false);
    const { floor, preheat } = this.input.bakehouse;
    return {
      origin: frame.origin,
      slots: frame.slots,
      skills: [...SKILLS],
      people: frame.people,
      resources: frame.resources.map((each, index) => {
        const takes = (mode: Mode) => ({ amount: amountOf(mode, index), slots: mode.slots });
        return { ...each, out: on.beside(each.out, each.capacity, takes) };
      }),
      ovens: this.ovens.map((oven, index) => ({
        id: oven.slug,
        name: oven.name,
        decks: oven.decks,
        oneHeat: oven.shared,
        stones: this.stones(oven),
        reheat: reheatOf(oven, preheat),
        out: on.beside(frame.missing(oven, oven.decks), oven.decks, ({ load }) =>
          load?.oven === index ? { amount: load.fill / 1000, slots: load.slots } : null,
        ),
      })),
      tables,
      tasks,
      arcs,
      batches: this.units satisfies readonly Batch[],
      begin: beginOf(tasks, arcs, tables),
      night: frame.night,
      weights: floor.weights,
    };
  }

  /** What each bake wants of the stones of an oven; trays that share one heat have none of their own. */
  private stones(oven: Oven): Stones | null {
    if (oven.shared) return null;
    const bakes = this.profiles.map(({ profile }) => ({
      at: profile.loadAt,
      leaves: settingAt(profile, profile.minutes).bottom ?? profile.loadAt,
    }));
    const [from, to] = COOLS;
    return {
      bakes,
      play: STONE_PLAY.hotter,
      cooling: (from - to) / this.slotsToCool(oven, from, to),
    };
  }

  /** Slots in which an oven cools by itself, where the room is warmest. */
  private slotsToCool(oven: Oven, from: number, to: number): number {
    const room = this.frame.room.warmest;
    return coolingSeconds(stoneOf(oven), room, from, Math.max(to, room + 5)) / SLOT;
  }

  /** What really happened to a task, if it began. */
  actual(id: string): Actual | null {
    return this.actuals.get(id) ?? null;
  }

  /** When a task was, or should have been by what people were told: what lies before now stands, noted or not. */
  private past(id: string, slots: number): Pick<Actual, 'start' | 'end'> | null {
    const noted = this.actuals.get(id);
    // Of what is only known to be over it is taken to have taken as long as it takes.
    if (noted) return noted.end === noted.start ? { ...noted, start: noted.end - slots * SLOT } : noted;
    const told = this.told.get(id);
    const { now } = this.input;
    if (now === null || !told || told.at >= now || (this.skipped.get(id) ?? -Infinity) >= told.at)
      return null;
    return { start: told.at, end: told.end ?? told.at + slots * SLOT };
  }

  /** The number of a bake: that of one before it with which it may share a load, else its own. */
  profile(profile: BakeProfile, slots: number): number {
    const known = this.profiles.findIndex(
      (each) => each.slots === slots && whyApart(each.profile, profile) === null,
    );
    return known >= 0 ? known : this.profiles.push({ profile, slots }) - 1;
  }

  /** Begins tasks that are placed at once. */
  unit(id: string, name: string, leaders: readonly number[] = []): number {
    return this.units.push({ id, name, tasks: [], leaders }) - 1;
  }

  /** Seconds of work as it is known to take here. */
  takes(kind: TaskKind, seconds: number): number {
    return BY_HAND.includes(kind) ? seconds * (this.rates.get(kind) ?? 1) : seconds;
  }

  task(unit: number, about: TaskNote, id: string, work: number, skill: Skill, needs: Needs = {}): number {
    const note = BY_HAND.includes(about.kind) ? { ...about, work } : about;
    const modes = this.modesOf(note.kind, work, needs);
    const done = this.past(id, modes[0]?.slots ?? 1);
    if (done) return this.happened(unit, note, id, modes, done);
    return this.put(note, {
      id, batch: unit, kind: note.kind, modes, skill: SKILLS.indexOf(skill),
      first: Math.max(0, needs.first ?? 0, this.now), last: this.frame.slots,
      due: needs.due ?? null, told: this.toldSlot(id),
    }); // prettier-ignore
  } // prettier-ignore

  /** Ways to do a task: by one or several, in one oven or mixer or another. */
  private modesOf(kind: TaskKind, work: number, needs: Needs): Mode[] {
    const modes: Mode[] = [];
    const [least, most] = needs.people ?? [1, 1];
    const each = needs.loads?.map(({ seconds, cost, ...load }) => ({ seconds, cost, load, uses: [] as readonly Use[], thing: this.ovens[load.oven]?.slug ?? null }))
      ?? needs.either?.map(({ uses, name, cost }) => ({ seconds: work, cost, load: null, uses, thing: name }))
      ?? [{ seconds: work, cost: 0, load: null, uses: [] as readonly Use[], thing: null }];
    for (const { seconds, cost, load, uses, thing } of each) {
      let quickest = Infinity;
      for (let people = least; people <= most; people += 1) {
        const slots = slotsOf(this.takes(kind, seconds) * together(people));
        // More are not sent where fewer are as quick on the clock.
        if (slots >= quickest) continue;
        quickest = slots;
        const bench = needs.bench ? this.use('bench', Math.round(BENCH * 10 * people)) : [];
        modes.push({ name: MODES[people] ?? `${people}`, slots, people, load, thing, cost, uses: [...(needs.uses ?? []), ...uses, ...bench] });
      }
    }
    return modes.slice(0, MOST_MODES);
  } // prettier-ignore

  /** A task that began already stands where it began, whoever did it; it is over when it was, or when it should be. */
  private happened(
    unit: number,
    note: TaskNote,
    id: string,
    modes: readonly Mode[],
    { start, end }: Pick<Actual, 'start' | 'end'>,
  ): number {
    const before = this.told.get(id);
    const told = before?.note;
    const thing = told?.thing ?? null;
    const { slots: planned = 1, uses = [], load = null } = modeTold(modes, before) ?? {};
    const slot = (epoch: number) => Math.max(0, Math.round((epoch - this.frame.origin) / SLOT));
    const first = Math.min(slot(start), this.frame.slots - 1);
    const taken = end === null ? Math.max(planned, this.now - first) : slot(end) - first;
    // What is over beyond the day is over with it.
    const slots = Math.max(1, Math.min(taken, this.frame.slots - first));
    // It makes what people were told that it makes, whatever is ordered since.
    const { mass = note.mass, pieces = note.pieces } = told ?? {};
    return this.put(
      { ...note, done: true, mass, pieces },
      {
        id, batch: unit, kind: note.kind, first, last: first, modes: [{ name: 'done', slots, people: 0, uses: uses.filter(({ resource }) => resource !== this.resourceAt.get('bench')), load, thing, cost: 0 }],
        skill: null, due: null, told: null,
      },
    ); // prettier-ignore
  }

  /** The slot in which people were told that a task begins. */
  private toldSlot(id: string): number | null {
    const told = this.told.get(id);
    return told ? Math.ceil((told.at - this.frame.origin) / SLOT) : null;
  }

  private put(note: TaskNote, task: Task): number {
    const index = this.tasks.push(task) - 1;
    this.notes.push(note);
    this.units[task.batch]?.tasks.push(index);
    return index;
  }

  /** So much of a resource, if there is such a thing here. */
  use(resource: string, amount: number): Use[] {
    const index = this.resourceAt.get(resource);
    return index === undefined || amount <= 0 ? [] : [{ resource: index, amount: Math.ceil(amount) }];
  }

  /** After a task its dough stands in an oven that is just warm, for so many slots at so many °C. */
  warms(task: number, fills: readonly Fill[], celsius: number, slots: number): void {
    const [known, { preheat }] = [this.tasks[task], this.input.bakehouse];
    // A dough that stood there before comes back into an oven that is warm and no more.
    const before = this.units[known?.batch ?? -1]?.tasks ?? [];
    const again = before.some((each) => this.tasks[each]?.modes.some(({ load }) => load?.warm));
    const profile = this.profile(warmProfile(celsius, slots), slots);
    const ovens = fills.flatMap((fill) => {
      const oven = this.ovens[fill.oven];
      return oven
        ? [
            {
              ...fill,
              slug: oven.slug,
              reheat: reheatOf(oven, preheat),
              cools: again ? 0 : Math.ceil(this.slotsToCool(oven, HOT, WARM)),
            },
          ]
        : [];
    });
    const modes = known && thenWarm(known.modes, ovens, profile, slots).slice(0, MOST_MODES);
    if (known && modes && modes.length > 0) this.tasks[task] = { ...known, modes };
  }

  /** The tables of a way to wait. */
  tablesOf = ({ tables }: Pick<Way, 'tables'>): Table[] => tables.flatMap((each) => this.tables[each] ?? []);

  /** How many baskets, tins or trays there are among what is held. */
  placesOf(holds: readonly Use[]): number {
    const isHolder = (resource: number) => this.holders.has(this.frame.resources[resource]?.id ?? '');
    return holds.reduce((sum, { resource, amount }) => sum + (isHolder(resource) ? amount : 0), 0);
  }

  /** People with a skill who are on shift together, at most. */
  there(skill: Skill): number {
    const bit = 1 << SKILLS.indexOf(skill);
    const known = this.crews.get(bit);
    if (known !== undefined) return known;
    const turns = this.frame.people
      .filter(({ skills }) => (skills & bit) !== 0)
      .flatMap(({ free }) => free.flatMap(([from, to]) => [[from, 1], [to, -1]] as const))
      .sort(([a, one], [b, other]) => a - b || one - other);
    let [now, most] = [0, 1];
    for (const [, change] of turns) most = Math.max(most, (now += change));
    this.crews.set(bit, most);
    return most;
  } // prettier-ignore

  table(table: Table): number {
    return this.tables.push(table) - 1;
  }

  /** A way that waits alike at any time, slots. */
  between(earliest: number, best: number, latest: number): Waiting {
    return {
      name: '',
      tables: [this.table({ earliest: [earliest], best: [best], latest: [latest] })],
      holds: [],
      cost: 0,
    };
  }

  arc(from: number, to: number, waits: readonly Waiting[], weight: number, levels = false): number {
    const ways = waits.map(({ share = 1, ...way }): Way => ({ ...way, weight: weight * share }));
    const before = this.notes[from]?.done ? this.tasks[from] : undefined;
    if (!before) return this.arcs.push({ from, to, ways, levels }) - 1;
    const end = before.first + (before.modes[0]?.slots ?? 0);
    const done = this.notes[to]?.done ?? false;
    // What happened cannot be undone: a wait that is over is what it was, and one that is late may still end now.
    const reach = Math.max(0, done ? (this.tasks[to]?.first ?? 0) - end : this.now - end + LATE);
    const opened = (each: number): number => {
      const { earliest = [-1], best = [-1], latest = [-1] } = this.tables[each] ?? {};
      const least = tableAt(earliest, end);
      const known = least >= 0;
      return this.table({
        earliest: [known ? (done ? Math.min(reach, least) : least) : reach],
        best: [known ? tableAt(best, end) : reach],
        latest: [known ? Math.max(tableAt(latest, end), reach) : reach],
      });
    };
    const open = ways.map((way) => ({
      ...way,
      holds: done ? [] : way.holds,
      weight: done ? 0 : way.weight,
      tables: way.tables.map(opened),
    }));
    return this.arcs.push({ from, to, ways: open, levels }) - 1;
  } // prettier-ignore
}

/** The way to do a task that people were told of: in that thing, and as long; several are quicker than one. */
function modeTold(modes: readonly Mode[], told: Told | undefined): Mode | undefined {
  const there = modes.filter(({ thing }) => thing !== null && thing === told?.note?.thing);
  const length = told?.end === undefined ? null : Math.round((told.end - told.at) / SLOT);
  return (there.length > 0 ? there : modes).find(({ slots }) => slots === length) ?? there[0] ?? modes[0];
}
