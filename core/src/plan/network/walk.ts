import { LYE_CAUTION } from '../../formula/sums/index.ts';
import { type Passage, SLOT_MINUTES, type StandModel, tableOf } from '../../dough/index.ts';
import { heatTo, type DoughBody } from '../../dough/course/index.ts';
import { FOLD_KEEPS } from '../../fermentation/index.ts';
import type { Step, Stretch } from '../../formula/way/index.ts';
import { FOLD_WORDS, waysOf } from '../../formula/way/index.ts';
import { problem, type Problem } from '../../problem/index.ts';
import type { Skill } from '../../bakehouse/index.ts';
import type { Use } from '../instance/index.ts';
import { idIn } from '../demand/index.ts';
import { fitting, playOf, type Fronts, type KnownFront, type KnownWait } from './fronts.ts';
import { placedWays, type PlacedWay, type Standing } from './places.ts';
import {
  HOUR,
  together,
  type Needs,
  type TaskKind,
  type TaskList,
  type TaskNote,
  type Waiting,
} from './task-list.ts';
import { warmSlots, type Fill } from './warm-oven.ts';
import { handsOf, machinesOf, SKILLS, skillOf, workOf, type Amount } from '../../bakehouse/index.ts';

/** What goes its way: a batch as it is mixed, or pieces of it. */
export interface Walker {
  readonly list: TaskList;
  readonly fronts: Fronts;
  readonly unit: number;
  /** Ids of its tasks are within this one. */
  readonly id: string;
  readonly note: (kind: TaskKind) => TaskNote;
  readonly amount: Amount;
  readonly standing: Omit<Standing, 'body' | 'cover' | 'places'>;
  /** What its waits have to come to, and what that is called. */
  readonly of: 'bulk' | 'proof';
  readonly name: string;
  /** What goes into so many pieces at a step. */
  readonly amounts?: (step: Step) => readonly string[];
  /** What it takes of the decks of each oven that it may stand in while that is just warm. */
  readonly inOven: () => readonly Fill[];
  /** How many folds fit into each rest of the dough as it usually is. */
  readonly fits: ReadonlyMap<string, number>;
}

/** What a slot away from the best costs where the dough does not mind: weighed out, wetted, or in the cold. */
const HARMLESS = { weigh: 0.05, autolyse: 0.1, cold: 0.25 } as const;
/** In the cold a dough changes so much less in a slot than in the warm, near the best of its proof. Chosen for Jovet. */
const COLD_SHARE = 0.1;
/** Work after which the dough is something else, so that it does not go on as what it was. */
const QUIET: ReadonlySet<TaskKind> = new Set(['divide', 'load']);
/** Slots that may lie between work and the work after it: at the bench, and before the oven. Chosen for Jovet. */
const PLAY = { bench: 6, oven: 3 } as const;

/** °C of an oven that is just warm, where nothing is said. Chosen for Jovet. */
const WARM = 30;

/** Seconds to carry a dough from where it rested to where it goes on resting. Chosen for Jovet. */
const CARRY = 120;

/** Lays one task after another, with what the dough does between them. */
export class Walk {
  readonly passages: Passage[] = [];
  readonly problems: Problem[] = [];
  /** What stands while it waits. */
  holds: readonly Use[] = [];
  private stretch: Stretch | null = null;
  private lying: { readonly way: Waiting; readonly weight: number } | null = null;
  /** Hours at the bench that the dough was not yet followed through. */
  private spent = { hours: 0, keeps: 1 };

  constructor(
    private readonly walker: Walker,
    /** The last task; null: nothing was begun. */
    public at: number | null,
    /** Null: nothing makes it rise yet. */
    public front: KnownFront | null,
    public body: DoughBody,
  ) {}

  /** So that its next task comes after the last one. */
  after(way: Waiting, weight: number): void {
    this.lying = { way, weight };
  }

  /** What it waits for before the next task; where it waits already, it is carried from one wait to the other. */
  wait(stretch: Stretch): void {
    if (this.stretch) this.task('move', stretch.wait.slug, CARRY, 'shape', { people: [1, 1] });
    this.stretch = stretch;
  }

  /** A step that is worked at, as a task of its own. */
  work(step: Exclude<Step, Stretch['wait'] | { kind: 'cool' | 'fold' }>, kind: TaskKind, more: { seconds?: number; needs?: Needs; keeps?: number; becomes?: DoughBody } = {}): number {
    const { list, amount } = this.walker;
    const { rates, floor } = list.input.bakehouse;
    const seconds = more.seconds ?? workOf(step, rates, amount, floor.equipment);
    const { people, bench } = handsOf(step, list.takes(kind, seconds), list.there(skillOf(step)));
    const gear = machinesOf(step, floor.equipment).flatMap(({ slug }) => list.use(slug, 1));
    const { uses = [], ...needs } = more.needs ?? {};
    return this.task(kind, step.slug, seconds, skillOf(step), { people, bench, ...needs, uses: [...uses, ...gear] }, { keeps: more.keeps, becomes: more.becomes, step });
  } // prettier-ignore

  /** A task that comes next. @param more share of the gas that its beginning leaves, what the dough is from then on, and its step */
  task(kind: TaskKind, slug: string, seconds: number, skill: Skill, needs: Needs, more: { keeps?: number | undefined; becomes?: DoughBody | undefined; step?: Step | null } = {}): number {
    const { keeps = 1, becomes, step = null } = more;
    const { list, unit, id, note } = this.walker;
    const about = step ? { ...note(kind), ...saidOf(step, this.walker.amounts?.(step)) } : note(kind);
    const task = list.task(unit, about, idIn(id, slug), seconds, skill, needs);
    const from = this.at;
    this.join(task);
    if (becomes) this.become(becomes);
    if (this.front && from !== null && !QUIET.has(kind)) {
      this.spend((list.takes(kind, seconds) * together(needs.people?.[0] ?? 1)) / 3600, keeps);
      this.pass({ from: task, until: task, atEnd: true, keeps, ways: [[this.bench]], arc: null, folds: [], window: null, sets: null, cover: 'cloth' });
    }
    this.at = task;
    return task;
  } // prettier-ignore

  /** It comes out of a mixer again, so warm; null: as it was. */
  mixedTo(celsius: number | null): void {
    this.flush();
    if (celsius === null || !this.front) return;
    this.front = this.walker.fronts.warmedTo(this.front, celsius);
    const last = this.passages.at(-1);
    if (last) this.passages[this.passages.length - 1] = { ...last, sets: celsius };
  }

  private become(body: DoughBody): void {
    this.flush();
    this.body = body;
    if (body.kind === 'sheet') this.holds = [];
  }

  /** The dough as it is now. */
  flushed(): KnownFront | null {
    this.flush();
    return this.front;
  }

  /** A stretch at the bench, or in the place of the last one where that is the same. */
  private pass(next: Omit<Passage, 'body'>): void {
    const last = this.passages.at(-1);
    const passage: Passage = { ...next, body: this.body };
    if (last && isPlain(last) && isPlain(passage) && passage.keeps === 1 && last.body === this.body)
      this.passages[this.passages.length - 1] = { ...last, until: next.until, atEnd: next.atEnd };
    else this.passages.push(passage);
  }

  spend(hours: number, keeps: number): void {
    if (keeps !== 1) this.flush();
    this.spent = { hours: this.spent.hours + hours, keeps: this.spent.keeps * keeps };
  }

  private flush(): void {
    const { hours, keeps } = this.spent;
    if (this.front && (hours > 0 || keeps !== 1))
      this.front = this.walker.fronts.worked(this.front, {
        hours,
        keeps,
        body: this.body,
        stand: this.bench,
      });
    this.spent = { hours: 0, keeps: 1 };
  }

  private get bench(): StandModel {
    return {
      place: 'room',
      around: null,
      h: heatTo(this.body, 'still', 'cloth'),
      humidity: null,
      hours: null,
      untilRise: null,
    };
  }

  /** Ties a task to the one before it. */
  private join(task: number): void {
    const { list } = this.walker;
    const { at, stretch, lying } = this;
    if (at === null) return;
    [this.stretch, this.lying] = [null, null];
    if (lying) return void list.arc(at, task, [lying.way], lying.weight);
    if (stretch) return this.joinAfter(stretch, at, task);
    const weighed = list.notes[at]?.kind === 'weigh';
    const skill = SKILLS[list.tasks[task]?.skill ?? -1];
    const way = list.between(0, 0, weighed ? 3 * HOUR : PLAY[skill === 'oven' ? 'oven' : 'bench']);
    list.arc(at, task, [way], weighed ? HARMLESS.weigh : list.input.bakehouse.floor.weights.dough / 2);
  }

  private joinAfter(stretch: Stretch, at: number, task: number): void {
    const { list, standing, fits } = this.walker;
    const { until, cover } = stretch.wait;
    const all = waysOf(stretch.wait).map((stands) =>
      placedWays(list, stands, { ...standing, body: this.body, cover, places: list.placesOf(this.holds) }),
    );
    const ways = all.flatMap((through, index) => through.map((way) => ({ ...way, cost: way.cost + index })));
    const [first] = ways;
    if (!first) {
      this.problems.push(noPlace(this.walker, stretch));
      return;
    }
    // A dough that came out colder is not folded once more than was planned.
    const own = { ...stretch, folds: stretch.folds.slice(0, fits.get(stretch.wait.slug) ?? Infinity) };
    const waits =
      until.by === 'minutes' ? this.byClock(own, ways, at, task) : this.byRise(own, ways, at, task);
    const slots = warmSlots(ways, waits ? list.tablesOf(waits) : []);
    const around = first.stands[0]?.around;
    if (slots !== null)
      list.warms(at, this.walker.inOven(), typeof around === 'number' ? around : WARM, slots);
  }

  /** @returns how it waits by the first of its ways */
  private byClock(stretch: Stretch, ways: readonly PlacedWay[], at: number, task: number): Waiting | null {
    const { list } = this.walker;
    const [way] = ways;
    if (!way) return null;
    const { until } = stretch.wait;
    const slots = (minutes: number) => minutes / SLOT_MINUTES;
    const least = Math.ceil(slots(until.earliest) - 1e-9);
    const best = Math.max(least, Math.round(slots(until.best)));
    const most = Math.max(best, Math.floor(slots(until.latest) + 1e-9));
    const { dough } = list.input.bakehouse.floor.weights;
    const weight = this.front === null ? HARMLESS.autolyse : way.cold ? HARMLESS.cold : dough / 2;
    const waits = ways.map(({ cold, holds, cost, name }): Waiting => (
      { ...list.between(least, best, most), name: cold || ways.length > 1 ? name : '', holds: [...this.holds, ...holds], cost }
    ));
    const arc = list.arc(at, task, waits, weight);
    const plain = way.stands.length === 1 && way.stands[0]?.place === 'room' && way.stands[0].around === null;
    const folds = stretch.folds.map((fold) => ({ task: this.fold(fold, at, (fold.at.by === 'minutes' ? fold.at.at : 0) / SLOT_MINUTES), keeps: fold.keeps ?? FOLD_KEEPS }));
    if (!this.front) return waits[0] ?? null;
    if (plain && folds.length === 0) this.spend(until.best / 60, 1);
    else {
      this.flush();
      this.front = this.walker.fronts.waited(this.front, stretch, way, this.body).then;
    }
    this.pass({ from: at, until: task, atEnd: false, keeps: 1, ways: plain ? [[this.bench]] : ways.map(({ stands }) => stands), arc: plain ? null : arc, folds, window: null, sets: null, cover: stretch.wait.cover });
    return waits[0] ?? null;
  } // prettier-ignore

  private byRise(asked: Stretch, ways: readonly PlacedWay[], at: number, task: number): Waiting | null {
    const { list, fronts, of, name } = this.walker;
    const { until } = asked.wait;
    this.flush();
    const { front } = this;
    const [first] = ways;
    if (!front || !first || until.by !== 'rise') return null;
    const stretch = fitting(fronts, front, asked, first, this.body);
    const known = ways.map((way) => fronts.waited(front, stretch, way, this.body));
    const waits = known.map(({ tables }, index): Waiting => {
      const way = ways[index] ?? first;
      return { name: way.name, tables, holds: [...this.holds, ...way.holds], cost: way.cost, share: way.cold && of === 'proof' ? COLD_SHARE : 1 };
    });
    const { weights } = list.input.bakehouse.floor;
    const folds = stretch.folds.map((fold, index) => ({ task: this.foldBy(fold, stretch, known[0], index, at), keeps: fold.keeps ?? FOLD_KEEPS }));
    const arc = list.arc(at, task, waits, weights.dough, !front.levelled);
    this.front = known[0]?.then ?? front;
    const { earliest, best, latest } = until;
    this.pass({
      from: at, until: task, atEnd: false, keeps: 1, ways: ways.map(({ stands }) => stands), arc, folds,
      window: { of, name, rise: { earliest, best, latest } }, sets: null, cover: stretch.wait.cover,
    });
    return waits[0] ?? null;
  } // prettier-ignore

  /** A fold in a rest by the clock, in slots after the task before it. */
  private fold(step: Stretch['folds'][number], at: number, slots: number): number {
    const { list } = this.walker;
    const task = this.foldTask(step);
    const best = Math.round(slots);
    list.arc(at, task, [list.between(Math.max(0, best - 1), best, best + 1)], list.input.bakehouse.floor.weights.dough / 4);
    return task;
  } // prettier-ignore

  /** A fold in a rest by rise: when it falls depends on when that began. */
  private foldBy(step: Stretch['folds'][number], stretch: Stretch, known: KnownWait | undefined, index: number, at: number): number {
    const { list } = this.walker;
    const task = this.foldTask(step);
    const play = playOf(stretch);
    const samples = (known?.folded[index] ?? []).map(({ at, slots }) => {
      const best = Math.round(slots ?? 0);
      return { at, wait: slots === null ? null : ([best - play, best, best + play] as const) };
    });
    const way = { name: '', tables: [list.table(tableOf(samples, list.frame.room))], holds: [], cost: 0 };
    list.arc(at, task, [way], list.input.bakehouse.floor.weights.dough / 4);
    return task;
  } // prettier-ignore

  private foldTask(step: Stretch['folds'][number]): number {
    const { list, unit, id, note, amount } = this.walker;
    const seconds = workOf(step, list.input.bakehouse.rates, amount, list.input.bakehouse.floor.equipment);
    const { people } = handsOf(step, list.takes('fold', seconds), list.there(skillOf(step)));
    const act = step.fold === 'stretch' ? {} : { act: FOLD_WORDS[step.fold] };
    const about = { ...note('fold'), ...act, ...saidOf(step) };
    return list.task(unit, about, idIn(id, step.slug), seconds, skillOf(step), { people });
  }
}

/** A stretch at the bench like any other. */
const isPlain = ({ arc, ways, folds, window, sets }: Passage): boolean =>
  arc === null &&
  ways.length === 1 &&
  ways[0]?.length === 1 &&
  folds.length === 0 &&
  window === null &&
  sets === null;

/** What is confirmed before anything is dipped into lye, where its step does not say. */
const LYE_GATE = 'Gloves and eye protection on';

/** What a step says to whoever does it, as far as it says anything. @param amounts of what goes in */
export function saidOf(step: Step, amounts: readonly string[] = []): Pick<TaskNote, 'says'> {
  const { signs } = step;
  const lye = step.kind === 'dip' && step.solution === 'lye';
  const own = amounts.length > 0 ? step.words.replace(/(?<=[^.!?])$/, '.') : step.words;
  const words = [own, ...amounts].filter(Boolean).join(' ');
  const cautions = lye && step.cautions.length === 0 ? [LYE_CAUTION] : step.cautions;
  const confirm = step.confirm || (lye ? LYE_GATE : '');
  const says = {
    ...(words ? { words } : {}),
    ...(signs ? { signs } : {}),
    ...(cautions.length > 0 ? { cautions } : {}),
    ...(confirm ? { confirm } : {}),
  };
  return Object.keys(says).length > 0 ? { says } : {};
}

function noPlace({ name }: Walker, { wait }: Stretch): Problem {
  const wanted = new Set(waysOf(wait).flatMap((stands) => stands.map(({ place }) => place)));
  const what = wanted.has('cold') ? 'cold' : wanted.has('freezer') ? 'freezer' : 'place';
  return problem(
    'formulas',
    `${name}: “${wait.slug}” needs the ${what}, and there is none here.`,
    'Enter a retarder or freezer in Bakehouse, or let it stand in the room in its way.',
  );
}
