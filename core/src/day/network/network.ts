import { HEAT_TRANSFER, hoursToRise } from '../../fermentation/index.ts';
import { ferments, MIX, type ScaledPart } from '../../formula/index.ts';
import { BREAD_DENSITY, bakeMinutes, coolingHours } from '../../oven/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { leavenDough, type RipePart } from '../leavening.ts';
import type {
  Arc, Batch, BatchModel, DoughModel, Instance, Load, Mode, PrefermentModel, StandModel, StrandModel, Table, Task, Use, Way,
} from '../instance/index.ts'; // prettier-ignore
import { tableAt } from '../instance/index.ts';
import type { FloorProduct, Skill } from '../floor.ts';
import { SKILLS } from '../floor.ts';
import { doughsOf, type Dough, type DoughBatch, type Lot } from './doughs.ts';
import { frameOf, type Frame } from './frame.ts';
import type { Actual, DayInput } from './input.ts';
import { proofTables, sampleBulk, tableOf, type BulkSamples } from './tables.ts';

/** What kinds of tasks there are, in the order of a batch. */
export type TaskKind =
  | 'feed' | 'soak' | 'weigh' | 'mix' | 'fold' | 'divide' | 'shape' | 'load' | 'out' | 'pack'; // prettier-ignore

/** What a task is to people. */
export interface TaskNote {
  readonly kind: TaskKind;
  /** Key of its dough. */
  readonly dough: string;
  readonly batch: number | null;
  /** Of its dough, pre-ferment or product. */
  readonly name: string;
  /** kg, where that says more than pieces. */
  readonly mass: number | null;
  readonly pieces: number | null;
  /** It began already. */
  readonly done: boolean;
}

/** A day as tasks and waits, and what its doughs do by themselves. */
export interface Network {
  readonly instance: Instance;
  readonly notes: readonly TaskNote[];
  readonly models: readonly DoughModel[];
  readonly doughs: readonly Dough[];
  readonly frame: Frame;
  /** Tasks without what is pinned. */
  readonly unpinned: readonly Task[];
}

/** Two people take this share of the time of one. Domain section 11, default. */
const TWO = 0.55;
/** Metres of bench that one person works at. */
const BENCH = 1.5;
/** Floor a piece takes with its spacing, m² for 1 kg; goes with mass to 2/3. Chosen for Jovet. */
const FOOTPRINT = { round: 0.075, long: 0.07, baguette: 0.11, roll: 0.09 } as const;
const HOUR = 12;

/**
 * The tasks of a day: every stage of every batch, the waits between them by the forecast at that time of day and place,
 * and all that they share.
 *
 * @returns or the problems of the day, each at its field
 */
export function networkOf(input: DayInput): Result<Network> {
  const doughs = doughsOf(input);
  if (!doughs.ok) return doughs;
  const frame = frameOf(input, doughs.value);
  const builder = new Builder(input, frame);
  for (const dough of doughs.value) {
    const added = builder.add(dough);
    if (!added.ok) return added;
  }
  const { instance, notes, models } = builder.finished();
  const network = { instance, notes, models, doughs: doughs.value, frame, unpinned: instance.tasks };
  return good(pinned(network, input.pins));
}

/** A network with other tasks pinned: all else is the same. */
export function pinned(network: Network, pins: DayInput['pins']): Network {
  const { instance, unpinned } = network;
  const at = new Map(pins.map((pin) => [pin.task, Math.round((pin.at - instance.origin) / 300)]));
  const tasks = unpinned.map((task, index) => {
    const slot = at.get(task.id);
    return slot === undefined || network.notes[index]?.done ? task : { ...task, first: slot, last: slot };
  });
  return { ...network, instance: { ...instance, tasks } };
}

class Builder {
  private readonly tables: Table[] = [];
  private readonly tasks: Task[] = [];
  private readonly notes: TaskNote[] = [];
  private readonly arcs: Arc[] = [];
  private readonly batches: Batch[] = [];
  private readonly models: DoughModel[] = [];
  private readonly profiles = new Map<string, number>();
  private readonly resourceAt: ReadonlyMap<string, number>;
  private readonly actuals: ReadonlyMap<string, Actual>;
  private readonly told: ReadonlyMap<string, number>;
  /** The first slot in which something can still begin. */
  private readonly now: number;

  constructor(
    private readonly input: DayInput,
    private readonly frame: Frame,
  ) {
    this.resourceAt = new Map(frame.resources.map(({ id }, index) => [id, index]));
    const slot = (epoch: number) => Math.ceil((epoch - frame.origin) / 300);
    this.actuals = new Map(input.actuals.map((actual) => [actual.task, actual]));
    this.told = new Map(input.told.map(({ task, at }) => [task, slot(at)]));
    this.now = input.now === null ? 0 : Math.max(0, slot(input.now));
  }

  finished(): Pick<Network, 'instance' | 'notes' | 'models'> {
    const { frame, tables, tasks, arcs, batches, notes, models } = this;
    const { floor } = this.input.bakehouse;
    return {
      notes,
      models,
      instance: {
        origin: frame.origin,
        slots: frame.slots,
        skills: [...SKILLS],
        people: frame.people,
        resources: frame.resources,
        decks: floor.oven.decks,
        reheat: Math.ceil(this.input.bakehouse.preheat / 5),
        tables,
        tasks,
        arcs,
        batches,
        night: frame.night,
        weights: floor.weights,
      },
    };
  }

  add(dough: Dough): Result<null> {
    const { bakehouse } = this.input;
    const { process } = dough.formula.doc;
    const leavened = leavenDough(dough.formula, dough.scaled.split, bakehouse.vigour);
    if (leavened.leavening.culture === 0 && leavened.leavening.yeast === 0)
      return bad(
        problem(
          'formulas',
          `${dough.name} has nothing that makes it rise.`,
          'Give it a pre-ferment or yeast.',
        ),
      );
    const bulk = this.bulkOf(dough, leavened.leavening, process.ddt);
    // A batch whose temperature was measured rises by that.
    const bulkOfBatch = (batch: DoughBatch) => {
      const measured = this.actuals.get(`${dough.key}.${batch.n}.mix`)?.temperature ?? null;
      return measured === null ? bulk : this.bulkOf(dough, leavened.leavening, measured);
    };
    if (bulk.samples.every(({ wait }) => wait === null))
      return bad(
        problem(
          'room',
          `In this room ${dough.name} does not rise within three days.`,
          'Warm the room, or the dough.',
        ),
      );
    const made = leavened.parts.filter(({ stage }) => stage.kind !== 'old-dough');
    const lead = made.find(({ stage }) => stage.into === MIX) ?? null;
    const chain = lead ? [...chainOf(made, lead)] : [];
    const preferments: PrefermentModel[] = [];
    const batches: BatchModel[] = [];
    if (lead) {
      const unit = this.unit(dough.key, dough.name);
      // The last build is the root: all batches of the dough hang on it.
      const feeds = chain.map((part) => this.feed(unit, dough, part));
      chain.slice(1).forEach((part, index) => {
        const [from, to] = [feeds[index + 1] ?? 0, feeds[index] ?? 0];
        this.arc(from, to, [this.ripe(part)], bakehouse.floor.weights.preferment);
      });
      for (const batch of dough.batches) {
        const model = this.batch(unit, dough, batch, bulkOfBatch(batch));
        batches.push(model);
        this.arc(feeds[0] ?? 0, model.mix, [this.ripe(lead)], bakehouse.floor.weights.preferment);
      }
      const mixes = batches.map(({ mix }) => mix);
      chain.forEach((part, index) =>
        preferments.push(
          this.prefermentModel(
            part,
            feeds[index] ?? 0,
            index === 0 ? mixes : [feeds[index - 1] ?? 0],
            part === lead,
          ),
        ),
      );
    } else
      for (const batch of dough.batches) {
        const unit = this.unit(`${dough.key}.${batch.n}`, dough.name);
        batches.push(this.batch(unit, dough, batch, bulkOfBatch(batch)));
      }
    const mixes = batches.map(({ mix }) => mix);
    const leaders = [...new Set(mixes.map((mix) => this.tasks[mix]?.batch ?? 0))];
    for (const part of made.filter((each) => !chain.includes(each))) {
      const unit = this.unit(`${dough.key}.${part.stage.slug}`, part.stage.name, leaders);
      const feed = this.feed(unit, dough, part);
      for (const mix of mixes) this.arc(feed, mix, [this.ripe(part)], bakehouse.floor.weights.preferment);
      preferments.push(this.prefermentModel(part, feed, mixes, true));
    }
    for (const part of dough.scaled.parts.filter(({ kind }) => !ferments(kind)))
      this.soak(dough, part, mixes, leaders);
    this.models.push({
      key: dough.key, name: dough.name, leavening: leavened.leavening, preferments, batches,
      mixing: dough.programme.minutes / 60, tub: this.input.tub,
      bulk: process.bulk, gasKept: process.gasKept, proof: process.proof.rise,
    }); // prettier-ignore
    return good(null);
  }

  private unit(id: string, name: string, leaders: readonly number[] = []): number {
    return this.batches.push({ id, name, tasks: [], leaders }) - 1;
  }

  private task(
    unit: number,
    note: TaskNote,
    id: string,
    seconds: number,
    skill: Skill,
    more: {
      uses?: Use[];
      least?: number;
      two?: boolean;
      load?: Load;
      due?: number;
      first?: number;
      bench?: boolean;
    } = {},
  ): number {
    const modes: Mode[] = [];
    for (const people of more.two ? [1, 2] : [1]) {
      const slots = Math.max(more.least ?? 1, slotsOf(seconds * (people === 2 ? TWO : 1)));
      // Two are not sent where one is as quick on the clock.
      if (people === 2 && slots >= (modes[0]?.slots ?? 0)) continue;
      const bench = more.bench ? this.use('bench', Math.round(BENCH * 10 * people)) : [];
      modes.push({
        name: people === 1 ? 'one' : 'two',
        slots,
        people,
        uses: [...(more.uses ?? []), ...bench],
      });
    }
    const done = this.actuals.get(id);
    if (done) return this.happened(unit, note, id, modes[0]?.slots ?? 1, done, more);
    const told = this.told.get(id) ?? null;
    const first = Math.max(0, more.first ?? 0, this.now);
    const index = this.tasks.push({
      id, batch: unit, kind: note.kind, first, last: this.frame.slots, modes, skill: SKILLS.indexOf(skill),
      load: more.load ?? null, due: more.due ?? null, told,
    }) - 1; // prettier-ignore
    this.notes.push(note);
    (this.batches[unit]?.tasks as number[] | undefined)?.push(index);
    return index;
  }

  /** A task that began already stands where it began, whoever did it; it is over when it was, or when it should be. */
  private happened(
    unit: number,
    note: TaskNote,
    id: string,
    planned: number,
    { start, end }: Actual,
    more: { uses?: Use[]; load?: Load },
  ): number {
    const slot = (epoch: number) => Math.max(0, Math.round((epoch - this.frame.origin) / 300));
    const first = Math.min(slot(start), this.frame.slots - 1);
    const slots = Math.max(1, end === null ? Math.max(planned, this.now - first) : slot(end) - first);
    const index =
      this.tasks.push({
        id, batch: unit, kind: note.kind, first, last: first,
        modes: [{ name: 'done', slots, people: 0, uses: more.uses ?? [] }],
        skill: null, load: more.load ?? null, due: null, told: null,
      }) - 1; // prettier-ignore
    this.notes.push({ ...note, done: true });
    (this.batches[unit]?.tasks as number[] | undefined)?.push(index);
    return index;
  }

  private use(resource: string, amount: number): Use[] {
    const index = this.resourceAt.get(resource);
    return index === undefined || amount <= 0 ? [] : [{ resource: index, amount: Math.ceil(amount) }];
  }

  private table(table: Table): number {
    return this.tables.push(table) - 1;
  }

  private arc(from: number, to: number, ways: readonly Way[], weight: number, levels = false): number {
    const before = this.notes[from]?.done ? this.tasks[from] : undefined;
    if (!before) return this.arcs.push({ from, to, ways, levels, weight }) - 1;
    const end = before.first + (before.modes[0]?.slots ?? 0);
    const [next, done] = [this.tasks[to], this.notes[to]?.done ?? false];
    // What happened cannot be undone: a wait that is over is what it was, and one that is late may still end now.
    const reach = done ? Math.max(0, (next?.first ?? 0) - end) : Math.max(0, this.now - end) + LATE;
    const open = ways.map((way) => ({
      ...way,
      holds: done ? [] : way.holds,
      tables: way.tables.map((each) => {
        const table = this.tables[each];
        const at = (row: readonly number[]) => tableAt(row, end);
        const [least, best, most] = table
          ? [at(table.earliest), at(table.best), at(table.latest)]
          : [0, 0, reach];
        const known = least >= 0;
        return this.table({
          earliest: [done ? Math.min(reach, known ? least : reach) : known ? least : reach],
          best: [known ? best : reach],
          latest: [Math.max(known ? most : reach, reach)],
        });
      }),
    }));
    return this.arcs.push({ from, to, ways: open, levels, weight: done ? 0 : weight }) - 1;
  }

  private between(earliest: number, best: number, latest: number, holds: readonly Use[] = []): Way {
    return {
      name: '',
      tables: [this.table({ earliest: [earliest], best: [best], latest: [latest] })],
      holds,
      cost: 0,
    };
  }

  /** From the making of a pre-ferment to its use. */
  private ripe({ ripeness, stands, leavening }: RipePart): Way {
    const slots = (rise: number) => hoursToRise(rise, stands, leavening) * HOUR;
    const [earliest, latest] = [Math.ceil(slots(ripeness.earliest)), Math.floor(slots(ripeness.latest))];
    const best = Math.max(earliest, Math.min(latest, Math.round(slots(ripeness.best))));
    return this.between(earliest, best, Math.max(earliest, latest));
  }

  private feed(unit: number, dough: Dough, part: RipePart): number {
    const { rates } = this.input.bakehouse;
    const scaled = dough.scaled.parts.find(({ slug }) => slug === part.stage.slug);
    const lines = (scaled?.lines.length ?? 1) + (scaled?.seed ? 1 : 0) + (scaled?.holds.length ?? 0);
    return this.task(
      unit,
      note('feed', dough, null, part.stage.name, scaled?.build ?? null),
      `${dough.key}.${part.stage.slug}`,
      rates.weighBase + rates.weighIngredient * lines,
      'mix',
    );
  }

  private soak(dough: Dough, part: ScaledPart, mixes: readonly number[], leaders: readonly number[]): void {
    const { rates } = this.input.bakehouse;
    const unit = this.unit(`${dough.key}.${part.slug}`, part.name, leaders);
    const soak = this.task(
      unit,
      note('soak', dough, null, part.name, part.build),
      `${dough.key}.${part.slug}`,
      rates.weighBase + rates.weighIngredient * part.lines.length,
      'mix',
    );
    const hours = dough.formula.doc.parts.find(({ slug }) => slug === part.slug)?.hours ?? SOAK;
    const way = this.between(Math.ceil(hours * 0.8 * HOUR), hours * HOUR, (hours + SOAK_SPARE) * HOUR);
    for (const mix of mixes) this.arc(soak, mix, [way], 0.02);
  }

  private prefermentModel(
    part: RipePart,
    task: number,
    into: readonly number[],
    inMix: boolean,
  ): PrefermentModel {
    const { share, flourShare, culture, yeast, leavening, ripeness, stands } = part;
    return {
      name: part.stage.name, task, into, leavening, ripeness, stands,
      inDough: inMix ? { share, flourShare, culture, yeast } : null,
    }; // prettier-ignore
  }

  private bulkOf(dough: Dough, leavening: DoughModel['leavening'], ddt: number): FollowedBulk {
    const { process } = dough.formula.doc;
    const [batch] = dough.batches;
    const mass = batch ? batch.dough / tubsOf(batch, this.input.tub.maxDough) : dough.scaled.dough;
    const ask = {
      leavening, mass, ddt, mixing: dough.programme.minutes / 60, tub: this.input.tub,
      bulk: process.bulk,
    }; // prettier-ignore
    const everyHours = process.folds.every / 60;
    const wanted = Array.from({ length: process.folds.count }, (_, index) => (index + 1) * everyHours);
    const unfolded = sampleBulk({ ...ask, folds: wanted }, this.frame.room);
    const soonest = Math.min(...unfolded.samples.map(({ wait }) => wait?.[0] ?? Infinity)) / HOUR;
    // A fold keeps clear of the earliest end of bulk.
    const folds = wanted.filter((hours) => hours + everyHours / 3 + 2 / HOUR <= soonest);
    const all = folds.length === wanted.length;
    return { ...(all ? unfolded : sampleBulk({ ...ask, folds }, this.frame.room)), folds, leavening };
  }

  private batch(unit: number, dough: Dough, batch: DoughBatch, bulk: FollowedBulk): BatchModel {
    const { rates, floor } = this.input.bakehouse;
    const { process } = dough.formula.doc;
    const id = `${dough.key}.${batch.n}`;
    const about = (kind: TaskKind) => note(kind, dough, batch.n, dough.name, batch.dough);
    const pieces = batch.lots.reduce((sum, lot) => sum + lot.pieces, 0);
    const lines = dough.scaled.finalMix.lines.length + dough.scaled.finalMix.holds.length;
    const tubs = tubsOf(batch, this.input.tub.maxDough);
    const weigh = () =>
      this.task(unit, about('weigh'), `${id}.weigh`, rates.weighBase + rates.weighIngredient * lines, 'mix');
    const mix = this.task(unit, about('mix'), `${id}.mix`, TEND + dough.programme.minutes * 60, 'mix', {
      uses: this.use(dough.mixer.slug, 1),
    });
    this.arc(weigh(), mix, [this.between(0, 0, 3 * HOUR)], 0.05);
    const every = process.folds.every / 5;
    const play = Math.max(1, Math.floor(every / 3));
    const folds = bulk.folds.map((hours, index) => {
      const seconds = tubs * rates.foldBase + batch.dough * rates.foldKilogram;
      const fold = this.task(unit, about('fold'), `${id}.fold-${index + 1}`, seconds, 'mix', { two: true });
      const at = Math.round(hours * HOUR);
      this.arc(mix, fold, [this.between(at - play, at, at + play)], floor.weights.dough / 4);
      return fold;
    });
    const divide = this.task(unit, about('divide'), `${id}.divide`, pieces * (rates.divide + rates.preshape), 'shape', {
      two: true, bench: true,
    }); // prettier-ignore
    const bulkTable = this.table(tableOf(bulk.samples, this.frame.room));
    this.arc(
      mix,
      divide,
      [{ name: 'room', tables: [bulkTable], holds: this.use('tubs', tubs), cost: 0 }],
      floor.weights.dough,
      true,
    );
    const strands = strandsOf(batch.lots, (lot) => this.perDeck(dough, lot), floor.oven.decks).map((strand, index, all) =>
      this.strand(unit, dough, batch, strand, `${id}.${strand.product}${all.slice(0, index).some((each) => each.product === strand.product) ? `-${index + 1}` : ''}`, divide, bulk, pieces),
    ); // prettier-ignore
    const ddt = this.actuals.get(`${id}.mix`)?.temperature ?? process.ddt;
    return { n: batch.n, dough: batch.dough, ddt, tubs, mix, folds, divide, strands };
  }

  private strand(
    unit: number,
    dough: Dough,
    batch: DoughBatch,
    strand: Strand,
    id: string,
    divide: number,
    bulk: FollowedBulk,
    pieces: number,
  ): StrandModel {
    // prettier-ignore
    const { bakehouse } = this.input;
    const { rates, floor, spare } = bakehouse;
    const { process } = dough.formula.doc;
    const about = (kind: TaskKind): TaskNote => ({
      ...note(kind, dough, batch.n, strand.name, strand.pieces * strand.scaledWeight),
      pieces: strand.pieces,
    });
    const product = this.productOf(dough, strand);
    const shapeSeconds = strand.pieces * rates.shape[process.shape];
    const shape = this.task(unit, about('shape'), `${id}.shape`, shapeSeconds, 'shape', {
      two: true,
      bench: true,
    });
    const rest = Math.ceil(process.benchRest / 5);
    this.arc(divide, shape, [this.between(rest, rest, rest + 3)], floor.weights.dough / 2);
    const baked = Math.round(bakeMinutes(strand.scaledWeight, process.bake) / 5);
    const decks = strand.pieces / this.perDeck(dough, strand);
    const loading = floor.oven.loader
      ? Math.ceil(decks) * 60 + strand.pieces * rates.score
      : strand.pieces * (rates.load + rates.score);
    const unloading = slotsOf(strand.pieces * rates.unload);
    const load = this.task(unit, about('load'), `${id}.load`, loading, 'oven', {
      load: {
        profile: this.profile(process.bake.loadAt, baked),
        fill: Math.ceil(decks * 1000 - 1e-6),
        slots: slotsOf(loading) + baked + 1 + unloading + Math.ceil(floor.oven.recovery / 5),
      },
    });
    const out = this.task(unit, about('out'), `${id}.out`, strand.pieces * rates.unload, 'oven');
    this.arc(load, out, [this.between(baked, baked, baked + 1)], floor.weights.dough);
    const loss =
      dough.formula.doc.products.find(({ slug }) => slug === strand.product)?.bakeLoss ?? process.bake.loss;
    const density = dough.formula.doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
    const cool = coolingHours(
      strand.scaledWeight * (1 - loss / 100),
      density,
      bakehouse.usual.room,
      process.packBelow,
    );
    const coolSlots = Math.min(this.frame.slots, Math.ceil(cool * HOUR));
    const due = Math.floor((strand.drop - spare * 60 - this.frame.origin) / 300);
    const fresh = (dough.formula.doc.type === 'rye' ? FRESH.rye : FRESH.other) * HOUR;
    const pack = this.task(unit, about('pack'), `${id}.pack`, strand.pieces * rates.pack, 'pack', {
      two: true,
      due,
      first: due - fresh,
    });
    this.arc(out, pack, [this.between(coolSlots, coolSlots, coolSlots + fresh)], floor.weights.early);
    const ways = this.proofWays(dough, strand, product, bulk, pieces);
    const proof = this.arc(shape, load, ways.map(({ way }) => way), floor.weights.dough); // prettier-ignore
    return {
      product: strand.product, pieces: strand.pieces, mass: strand.scaledWeight, shape, load, out, pack, proof,
      ways: ways.map(({ stands }) => stands),
    }; // prettier-ignore
  }

  /** Ways to proof: in the room or the box, and where there is a retarder in the cold. */
  private proofWays(
    dough: Dough,
    strand: Strand,
    product: FloorProduct | null,
    bulk: FollowedBulk,
    pieces: number,
  ) {
    const { bakehouse } = this.input;
    const { floor, rates } = bakehouse;
    const { process } = dough.formula.doc;
    const holder = product?.holder ? this.use(product.holder, strand.pieces / product.perHolder) : [];
    const mass = strand.pieces * strand.scaledWeight;
    const warm: StandModel = {
      around: process.proof.around,
      h: HEAT_TRANSFER.coveredBasket,
      untilRise: null,
    };
    const box = process.proof.around !== null && floor.proofBox ? this.use('proof-box', mass) : [];
    const rest = process.benchRest / 60;
    const shaping =
      (pieces * (rates.divide + rates.preshape) + strand.pieces * rates.shape[process.shape]) / 3600 + rest;
    const options: { name: string; stands: StandModel[]; holds: Use[]; most: number; cost: number }[] = [
      {
        name: box.length > 0 ? 'box' : 'room',
        stands: [warm],
        holds: [...holder, ...box],
        most: 12,
        cost: 0,
      },
    ];
    if (floor.retarder && product?.retard) {
      const { temperature, most } = floor.retarder;
      const cold: StandModel = { around: temperature, h: HEAT_TRANSFER.fanRetarder, untilRise: null };
      const holds = [...holder, ...this.use('retarder', mass)];
      options.push({ name: 'cold', stands: [cold], holds, most, cost: 1 });
      const begun = { ...warm, untilRise: process.proof.rise.earliest };
      options.push({ name: 'warm, then cold', stands: [begun, cold], holds, most, cost: 2 });
    }
    return options.map(({ name, stands, holds, most, cost }) => {
      const tables = proofTables(
        {
          leavening: bulk.leavening,
          gasKept: process.gasKept, mass: strand.scaledWeight, shaping, proof: process.proof.rise, stands, most,
        },
        bulk,
        this.frame.room,
      ); // prettier-ignore
      const way: Way = { name, tables: tables.map((table) => this.table(table)), holds, cost };
      return { way, stands };
    });
  }

  private productOf(dough: Dough, { product }: Pick<Lot, 'product'>): FloorProduct | null {
    const { products } = this.input.bakehouse.floor;
    return products.find((each) => each.formula === dough.slug && each.product === product) ?? null;
  }

  private perDeck(dough: Dough, lot: Pick<Lot, 'product' | 'scaledWeight'>): number {
    const known = this.productOf(dough, lot)?.perDeck;
    if (known !== undefined) return known;
    const footprint = FOOTPRINT[dough.formula.doc.process.shape] * lot.scaledWeight ** (2 / 3);
    return Math.max(1, Math.floor((this.input.bakehouse.floor.oven.area * 0.8) / footprint));
  }

  /** Loads share decks where stone and time are alike. */
  private profile(loadAt: number, slots: number): number {
    const key = `${Math.round(loadAt / 10)} ${slots}`;
    const known = this.profiles.get(key) ?? this.profiles.size;
    this.profiles.set(key, known);
    return known;
  }
}

/** The bulk of a dough by when it is mixed, with the folds that it has time for. */
interface FollowedBulk extends BulkSamples {
  readonly folds: readonly number[];
  readonly leavening: DoughModel['leavening'];
}

/** Hands at the mixer beyond its programme, s. Domain section 11, default. */
const TEND = 240;
/** Slots that what should be over already may still take. */
const LATE = 3;
/** Hours that bread may lie before it is packed, and packed before it leaves. Chosen for Jovet. */
const FRESH = { rye: 24, other: 5 } as const;
/** Hours of a soaker that does not say, and how much longer it may wait. */
const SOAK = 12;
const SOAK_SPARE = 12;

const slotsOf = (seconds: number): number => Math.max(1, Math.ceil(seconds / 300 - 1e-9));

const tubsOf = (batch: DoughBatch, most: number): number => Math.max(1, Math.ceil(batch.dough / most - 1e-9));

const note = (kind: TaskKind, dough: Dough, batch: number | null, name: string, mass: number | null): TaskNote => ({
  kind, dough: dough.key, batch, name, mass, pieces: null, done: false,
}); // prettier-ignore

/** The builds that a pre-ferment stands on, itself first. */
function* chainOf(parts: readonly RipePart[], last: RipePart): Generator<RipePart> {
  yield last;
  const before = parts.find(({ stage }) => stage.into === last.stage.slug);
  if (before) yield* chainOf(parts, before);
}

/** Pieces of one product that go into the oven at once. */
type Strand = Lot;

/** Lots of one product and weight together, parted where they need more decks than there are. */
function strandsOf(lots: readonly Lot[], perDeck: (lot: Lot) => number, decks: number): Strand[] {
  const joined = new Map<string, Strand>();
  for (const lot of lots) {
    const key = `${lot.product} ${lot.scaledWeight}`;
    const known = joined.get(key);
    joined.set(
      key,
      known ? { ...known, pieces: known.pieces + lot.pieces, drop: Math.min(known.drop, lot.drop) } : lot,
    );
  }
  return [...joined.values()].flatMap((strand) => {
    const loads = Math.max(1, Math.ceil(strand.pieces / perDeck(strand) / Math.max(1, decks) - 1e-9));
    return Array.from({ length: loads }, (_, index) => ({
      ...strand,
      pieces: Math.floor((strand.pieces * (index + 1)) / loads) - Math.floor((strand.pieces * index) / loads),
    }));
  });
}
