import { hoursToRise } from '../../fermentation/rates/index.ts';
import { ferments, type ScaledPart } from '../../formula/scale/index.ts';
import { MIX } from '../../formula/index.ts';
import { decksTogether } from '../../oven/decks/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import {
  leavenDough,
  phaseOf,
  type RipePart,
  paceOf,
  sampleBulk,
  tableOf,
  type BulkAsk,
  type FoldWhen,
  SLOT,
  SLOT_MINUTES,
  type BatchModel,
  type DoughModel,
  type PrefermentModel,
} from '../../dough/index.ts';
import type { Instance, Task } from '../instance/index.ts';
import { doughsOf, idIn, type Dough, type DoughBatch, type DayInput, type Stand } from '../demand/index.ts';
import { type LearnedPace, paceFrom, seenVigour, vigourFor } from '../../learned/index.ts';
import { riseAtHeight } from '../../culture/followed/index.ts';
import type { FloorDough } from '../../bakehouse/index.ts';
import { frameOf, type Frame } from './frame.ts';
import { strandsOf, type FollowedBulk } from './strands.ts';
import { decksOf } from './deck-lots.ts';
import { HOUR, noteOf, TaskList, type TaskKind, type TaskNote, type Waiting } from './task-list.ts';

/** A day as tasks and waits, and what its doughs do by themselves. */
export interface Network {
  readonly instance: Instance;
  readonly notes: readonly TaskNote[];
  readonly models: readonly DoughModel[];
  readonly doughs: readonly Dough[];
  readonly frame: Frame;
  /** Tasks without what is held: where they are pinned, and how they were laid. */
  readonly unheld: readonly Task[];
}

/**
 * The tasks of a day: every stage of every batch, the waits between them by the forecast at that time of day and place,
 * and all that they share.
 *
 * @returns or the problems of the day, each at its field
 *
 * @example
 * const network = networkOf(demoDay());
 * assert.ok(network.ok && network.value.instance.tasks.length === 90);
 */
export function networkOf(input: DayInput): Result<Network> {
  const doughs = doughsOf(input);
  if (!doughs.ok) return doughs;
  const frame = frameOf(input, doughs.value);
  const list = new TaskList(input, frame);
  const models: DoughModel[] = [];
  for (const dough of doughs.value) {
    const model = new DoughTasks(list, dough).add();
    if (!model.ok) return model;
    models.push(model.value);
  }
  const instance = list.instance();
  const { notes } = list;
  const network = { instance, notes, models, doughs: doughs.value, frame, unheld: instance.tasks };
  return good(held(network, input));
}

/** A network with other tasks pinned and other loads laid by hand: all else is the same. */
export function held(network: Network, { pins, stands }: Pick<DayInput, 'pins' | 'stands'>): Network {
  const { instance, unheld } = network;
  const at = new Map(pins.map((pin) => [pin.task, Math.round((pin.at - instance.origin) / SLOT)]));
  const spread = new Map(stands.map((stand) => [stand.task, decksMore(unheld, stand)]));
  const tasks = unheld.map((task, index) => {
    const more = spread.get(task.id) ?? 0;
    const load = task.load && { ...task.load, fill: task.load.fill + more * 1000 };
    const slot = at.get(task.id);
    return slot === undefined || network.notes[index]?.done ? { ...task, load } : { ...task, load, first: slot, last: slot };
  });
  return { ...network, instance: { ...instance, tasks } };
} // prettier-ignore

/** Decks that a load laid by hand is spread over beyond those that it needs. */
function decksMore(tasks: readonly Task[], { pieces }: Stand): number {
  const laid = new Set(pieces.map(({ task }) => task));
  const fills = tasks.flatMap(({ id, load }) => (load && laid.has(id) ? [load.fill] : []));
  return Math.max(0, new Set(pieces.map(({ deck }) => deck)).size - decksTogether(fills));
}

/** Hands at the mixer beyond its programme, s. Domain section 11, default. */
const TEND = 240;
/** Hours of a soaker that does not say, what share of them is enough, and how much longer it may wait. */
const SOAK = { hours: 12, enough: 0.8, spare: 12 } as const;
/** What a slot away from the best costs where the dough does not mind: a soaker, and what is weighed out. */
const HARMLESS = { soak: 0.02, weigh: 0.05, autolyse: 0.1, rest: 0.25 } as const;
/** Shares of its minutes that an autolyse may take at least and at most. Chosen for Jovet. */
const AUTOLYSE = { least: 0.75, most: 1.5 } as const;
/** A pre-ferment that is to stand no warmer than this stands in the retarder, °C. */
const COLD = 8;
/** Slots that a sheet may rest longer in the cold than it must. */
const REST_SPARE = 12;

/** All tasks of one dough. */
class DoughTasks {
  constructor(
    private readonly list: TaskList,
    private readonly dough: Dough,
  ) {}

  add(): Result<DoughModel> {
    const { list, dough } = this;
    const { bakehouse, tub } = list.input;
    const { process } = dough.formula.doc;
    const { learned } = list.input;
    const vigourOf = vigourFor(learned.vigour, bakehouse.vigour);
    const { leavening, parts } = leavenDough(dough.formula, dough.scaled.split, vigourOf);
    if (leavening.culture === 0 && leavening.yeast === 0)
      return bad(
        problem('formulas', `${dough.name} has nothing that makes it rise.`, 'Give it a pre-ferment or yeast.'),
      );
    for (const lot of dough.batches.flatMap(({ lots }) => lots)) {
      const decks = decksOf(bakehouse.floor, dough.formula.doc, { ...lot, formula: dough.slug });
      if (!decks.ok) return bad(...decks.problems.map((each) => ({ ...each, problem: `${lot.name}: ${each.problem}` })));
    }
    const known = learned.pace.find(({ formula }) => formula === dough.slug) ?? { value: 1, records: [] };
    const usual = this.bulkOf(leavening, process.ddt, known.value);
    if (usual.samples.every(({ wait }) => wait === null))
      return bad(
        this.cold
          ? problem('doughs', `In the cold ${dough.name} does not rise enough in the time it may stay there.`, 'Leave it in the room longer first.')
          : problem('room', `In this room ${dough.name} does not rise within three days.`, 'Warm the room, or the dough.'),
      );
    const made = parts.filter(({ stage }) => stage.kind !== 'old-dough');
    const lead = made.find(({ stage }) => stage.into === MIX) ?? null;
    const chain = lead ? chainOf(made, lead) : [];
    // All batches of a dough hang on the last build of its pre-ferment; without one each stands by itself.
    const unit = lead ? list.unit(dough.key, dough.name) : null;
    const feeds = chain.map((part) => this.feed(unit ?? 0, part));
    chain.slice(1).forEach((part, index) => this.ripens(part, feeds[index + 1] ?? 0, feeds[index] ?? 0));
    const { looked, seen, expected } = this.looked(leavening, usual.folds, known);
    const batches = dough.batches.map((batch, index) => {
      const id = idIn(dough.key, batch.n);
      const { ddt = process.ddt, pace = expected } = looked[index] ?? {};
      const bulk = ddt === process.ddt && pace === known.value ? usual : this.bulkOf(leavening, ddt, pace, usual.folds.length);
      const model = this.batch(unit ?? list.unit(id, dough.name), id, batch, bulk, { ddt, pace });
      if (lead) this.ripens(lead, feeds[0] ?? 0, model.mix, 1 / dough.batches.length);
      return model;
    });
    const mixes = batches.map(({ mix }) => mix);
    const cultureOf = ({ stage }: RipePart) => seenVigour(stage, learned.vigour)?.slug ?? null;
    const preferments = chain.map((part, index) =>
      prefermentModel(part, feeds[index] ?? 0, index === 0 ? mixes : [feeds[index - 1] ?? 0], index === 0, cultureOf(part)),
    );
    const leaders = [...new Set(mixes.map((mix) => list.tasks[mix]?.batch ?? 0))];
    for (const part of made.filter((each) => !chain.includes(each))) {
      const feed = this.feed(list.unit(idIn(dough.key, part.stage.slug), part.stage.name, leaders), part);
      for (const mix of mixes) this.ripens(part, feed, mix, 1 / mixes.length);
      preferments.push(prefermentModel(part, feed, mixes, true, cultureOf(part)));
    }
    for (const part of dough.scaled.parts.filter(({ kind }) => !ferments(kind))) this.soak(part, mixes, leaders);
    return good({
      key: dough.key, name: dough.name, leavening, preferments, batches, tub, bulk: process.bulk,
      mixing: dough.programme.minutes / 60, gasKept: process.gasKept, proof: process.proof.rise,
      cold: this.cold, rests: this.rests, seen, fedFrom: lead && leavening.culture > 0 ? cultureOf(lead) : null,
    });
  } // prettier-ignore

  /**
   * How warm each batch is and how fast it rises: by what was measured of it, else as it is wanted, and as fast as its
   * dough is known to be, also from the other batches of today.
   */
  private looked(
    leavening: DoughModel['leavening'],
    folds: readonly FoldWhen[],
    known: Pick<LearnedPace, 'value' | 'records'>,
  ) {
    const { list, dough } = this;
    const own = dough.batches.map((batch) => {
      const task = idIn(idIn(dough.key, batch.n), 'mix');
      const ddt = list.actual(task)?.temperature ?? dough.formula.doc.process.ddt;
      return { task, ddt, pace: this.paceOf(task, batch, leavening, ddt, folds) };
    });
    const { date: day } = list.input;
    const seen = own.flatMap(({ task, pace }) => (pace === null ? [] : [{ day, task, pace }]));
    const expected = seen.length > 0 ? paceFrom([...known.records, ...seen]).value : known.value;
    return { looked: own.map(({ ddt, pace }) => ({ ddt, pace: pace ?? expected })), seen, expected };
  }

  /** From the making of a pre-ferment to the use of so much of it. */
  private ripens(
    { ripeness, stands, leavening, stage }: RipePart,
    from: number,
    to: number,
    share = 1,
  ): void {
    const slots = (rise: number) => hoursToRise(rise, stands, leavening) * HOUR;
    const [earliest, latest] = [Math.ceil(slots(ripeness.earliest)), Math.floor(slots(ripeness.latest))];
    const best = Math.max(earliest, Math.min(latest, Math.round(slots(ripeness.best))));
    const way = this.list.between(earliest, best, Math.max(earliest, latest));
    const { retarder, weights } = this.list.input.bakehouse.floor;
    const mass = this.dough.scaled.parts.find(({ slug }) => slug === stage.slug)?.build ?? 0;
    const cold = retarder !== null && stands <= Math.max(COLD, retarder.temperature);
    const holds = cold ? this.list.use('retarder', mass * share) : [];
    this.list.arc(from, to, [{ ...way, name: cold ? 'cold' : '', holds }], weights.preferment);
  }

  /** Seconds to weigh so many ingredients. */
  private weighing(lines: number): number {
    const { weighBase, weighIngredient } = this.list.input.bakehouse.rates;
    return weighBase + weighIngredient * lines;
  }

  private feed(unit: number, { stage }: RipePart): number {
    const scaled = this.dough.scaled.parts.find(({ slug }) => slug === stage.slug);
    const lines = (scaled?.lines.length ?? 1) + (scaled?.seed ? 1 : 0) + (scaled?.holds.length ?? 0);
    const note = noteOf('feed', this.dough, null, stage.name, scaled?.build ?? null);
    return this.list.task(unit, note, idIn(this.dough.key, stage.slug), this.weighing(lines), 'mix');
  }

  private soak(part: ScaledPart, mixes: readonly number[], leaders: readonly number[]): void {
    const { list, dough } = this;
    const id = idIn(dough.key, part.slug);
    const note = noteOf('soak', dough, null, part.name, part.build);
    const soak = list.task(
      list.unit(id, part.name, leaders),
      note,
      id,
      this.weighing(part.lines.length),
      'mix',
    );
    const hours = dough.formula.doc.parts.find(({ slug }) => slug === part.slug)?.hours ?? SOAK.hours;
    const way = list.between(
      Math.ceil(hours * SOAK.enough * HOUR),
      Math.round(hours * HOUR),
      Math.floor((hours + SOAK.spare) * HOUR),
    );
    for (const mix of mixes) list.arc(soak, mix, [way], HARMLESS.soak);
  }

  /** How this dough stands here between its mix and its cut. */
  private get stands(): FloorDough | null {
    const { doughs } = this.list.input.bakehouse.floor;
    return doughs.find(({ formula }) => formula === this.dough.slug) ?? null;
  }

  private get cold(): BulkAsk['cold'] {
    const { retarder } = this.list.input.bakehouse.floor;
    const after = this.stands?.coldAfter ?? null;
    return retarder && after !== null
      ? { after: after / 60, around: retarder.temperature, most: retarder.most }
      : null;
  }

  /** °C of where sheets rest between turns; null: the room. */
  private get rests(): number | null {
    return this.list.input.bakehouse.floor.retarder?.temperature ?? null;
  }

  private bulkAsk(batch: DoughBatch | undefined, leavening: DoughModel['leavening'], ddt: number): Omit<BulkAsk, 'folds'> {
    const { dough, cold } = this;
    const { tub } = this.list.input;
    const mass = batch ? batch.dough / tubsOf(batch, tub.maxDough) : dough.scaled.dough;
    const { bulk } = dough.formula.doc.process;
    return { leavening, mass, ddt, mixing: dough.programme.minutes / 60, tub, bulk, cold };
  } // prettier-ignore

  /** How fast a batch ferments, from how high it was seen to stand in its tub; null where nobody looked. */
  private paceOf(
    mix: string,
    batch: DoughBatch,
    leavening: DoughModel['leavening'],
    ddt: number,
    folds: readonly FoldWhen[],
  ): number | null {
    const { frame, input } = this.list;
    const actual = this.list.actual(mix);
    if (!actual?.seen || actual.end === null || actual.seen.at <= actual.end) return null;
    const ask = { ...this.bulkAsk(batch, leavening, ddt), folds };
    const phase = phaseOf(this.dough.scaled.split);
    const tub = { kind: 'tub' as const, length: input.tub.length, width: input.tub.width, height: 1 };
    const rise = riseAtHeight(tub, ask.mass, actual.seen.height, phase);
    return paceOf(ask, frame.room, (actual.end - frame.origin) / SLOT, (actual.seen.at - actual.end) / 3600, rise);
  } // prettier-ignore

  /**
   * @param most folds at most: a dough that came out colder is not folded once more than was planned
   */
  private bulkOf(own: DoughModel['leavening'], ddt: number, pace: number, most = Infinity): FollowedBulk {
    const { dough, cold } = this;
    const { room } = this.list.frame;
    const { process } = dough.formula.doc;
    // No window depends on acidity.
    const leavening = { ...own, modifier: own.modifier * pace, lactic: 0 };
    const ask = this.bulkAsk(dough.batches[0], leavening, ddt);
    const every = process.folds.every / 60;
    const byRise = this.stands?.folds ?? [];
    const wanted: readonly FoldWhen[] =
      byRise.length > 0
        ? byRise
            .map(({ by, at }) => ({ rise: by === 'rise' ? at : (at / 100) * process.bulk.best }))
            .sort((one, other) => one.rise - other.rise)
        : Array.from({ length: process.folds.count }, (_, index) => ({ hours: (index + 1) * every })).filter(
            ({ hours }) => hours <= (cold?.after ?? Infinity),
          );
    const all = sampleBulk({ ...ask, folds: wanted.slice(0, most) }, room);
    const soonest = Math.min(...all.samples.map(({ wait }) => wait?.[0] ?? Infinity));
    const clear = byRise.length > 0 ? 2 : (every / 3) * HOUR + 2;
    // A fold keeps clear of the earliest end of bulk, whenever the dough was mixed.
    const folds = wanted.slice(0, most).filter((_, index) =>
      all.folded[index]?.every(({ slots }) => slots !== null && slots + clear <= soonest),
    );
    return { ...(folds.length === all.folded.length ? all : sampleBulk({ ...ask, folds }, room)), folds, leavening };
  } // prettier-ignore

  private batch(
    unit: number,
    id: string,
    batch: DoughBatch,
    bulk: FollowedBulk,
    rises: Pick<BatchModel, 'ddt' | 'pace'>,
  ): BatchModel {
    const { list, dough } = this;
    const { rates, floor } = list.input.bakehouse;
    const { folds: folding } = dough.formula.doc.process;
    const about = (kind: TaskKind): TaskNote => noteOf(kind, dough, batch.n, dough.name, batch.dough);
    const pieces = batch.lots.reduce((sum, lot) => sum + lot.pieces, 0);
    const { lines, holds } = dough.scaled.finalMix;
    const tubs = tubsOf(batch, list.input.tub.maxDough);
    const mix = list.task(unit, about('mix'), idIn(id, 'mix'), TEND + dough.programme.minutes * 60, 'mix', {
      uses: list.use(dough.mixer.slug, 1),
    });
    const weigh = list.task(
      unit,
      about('weigh'),
      idIn(id, 'weigh'),
      this.weighing(lines.length + holds.length),
      'mix',
    );
    const autolyse = this.autolyse(unit, id, about('autolyse'), mix, tubs);
    list.arc(weigh, autolyse ?? mix, [list.between(0, 0, 3 * HOUR)], HARMLESS.weigh);
    // By the clock a fold has a third of the time to the next one to spare; by rise five minutes.
    const byRise = (this.stands?.folds.length ?? 0) > 0;
    const play = byRise ? 1 : Math.max(1, Math.floor(folding.every / SLOT_MINUTES / 3));
    const folds = bulk.folded.map((course, index) => {
      const seconds = tubs * rates.foldBase + batch.dough * rates.foldKilogram;
      const fold = list.task(unit, about('fold'), idIn(id, `fold-${index + 1}`), seconds, 'mix', {
        two: true,
      });
      const samples = course.map(({ at, slots }) => {
        const best = Math.round(slots ?? 0);
        return { at, wait: slots === null ? null : ([best - play, best, best + play] as const) };
      });
      const way = { name: '', tables: [list.table(tableOf(samples, list.frame.room))], holds: [], cost: 0 };
      list.arc(mix, fold, [way], floor.weights.dough / 4);
      return fold;
    });
    const cutting = pieces * (rates.divide + rates.preshape);
    const divide = list.task(unit, about('divide'), idIn(id, 'divide'), cutting, 'shape', {
      two: true,
      bench: true,
    });
    const { cold } = this;
    const way: Waiting = {
      name: cold ? 'cold' : 'room',
      tables: [list.table(tableOf(bulk.samples, list.frame.room))],
      holds: [...list.use('tubs', tubs), ...(cold ? list.use('retarder', batch.dough) : [])],
      cost: 0,
    };
    const { turns, hours } = this.turns(unit, id, batch, about, divide);
    list.arc(mix, turns[0] ?? divide, [way], floor.weights.dough, true);
    const turned = { hours, around: this.rests };
    const strands = strandsOf(list, { unit, id, dough, batch, bulk, divide, turned });
    return { n: batch.n, dough: batch.dough, ...rises, tubs, mix, folds, turns, divide, strands };
  }

  /** Flour and water that are wetted before the mix, if this formula asks for it. */
  private autolyse(unit: number, id: string, note: TaskNote, mix: number, tubs: number): number | null {
    const { list, dough } = this;
    const step = dough.formula.doc.steps.find(({ kind, minutes }) => kind === 'autolyse' && minutes !== null);
    if (!step?.minutes) return null;
    const slots = (share: number) => (step.minutes ?? 0) * share / SLOT_MINUTES;
    const autolyse = list.task(unit, note, idIn(id, 'autolyse'), TEND, 'mix', { uses: list.use(dough.mixer.slug, 1) });
    const wait = list.between(Math.ceil(slots(AUTOLYSE.least)), Math.round(slots(1)), Math.ceil(slots(AUTOLYSE.most)));
    list.arc(autolyse, mix, [{ ...wait, holds: list.use('tubs', tubs) }], HARMLESS.autolyse);
    return autolyse;
  } // prettier-ignore

  /** Fat locked in and each fold after it, with rests in the cold between them and before the cut. */
  private turns(
    unit: number,
    id: string,
    batch: DoughBatch,
    about: (kind: TaskKind) => TaskNote,
    divide: number,
  ): { turns: number[]; hours: number } {
    const { list } = this;
    const wanted = this.stands?.turns ?? null;
    if (!wanted) return { turns: [], hours: 0 };
    const { rates } = list.input.bakehouse;
    const seconds = rates.turnBase + rates.turnKilogram * batch.dough;
    const turns = Array.from({ length: wanted.count + 1 }, (_, index) => {
      const [kind, name] = index === 0 ? (['lock-in', 'lock-in'] as const) : (['turn', `turn-${index}`] as const);
      return list.task(unit, about(kind), idIn(id, name), seconds, 'shape', { two: true, bench: true });
    });
    const rest = Math.ceil(wanted.rest / SLOT_MINUTES);
    const way = { ...list.between(rest, rest, rest + REST_SPARE), name: 'cold', holds: list.use('retarder', batch.dough) };
    turns.forEach((turn, index) => list.arc(turn, turns[index + 1] ?? divide, [way], HARMLESS.rest));
    return { turns, hours: (turns.length * (list.takes('turn', seconds) + wanted.rest * 60)) / 3600 };
  } // prettier-ignore
}

const tubsOf = (batch: DoughBatch, most: number): number => Math.max(1, Math.ceil(batch.dough / most - 1e-9));

/** The builds that a pre-ferment stands on, itself first. */
function chainOf(parts: readonly RipePart[], last: RipePart): RipePart[] {
  const before = parts.find(({ stage }) => stage.into === last.stage.slug);
  return [last, ...(before ? chainOf(parts, before) : [])];
}

function prefermentModel(part: RipePart, task: number, into: readonly number[], inMix: boolean, fedFrom: string | null): PrefermentModel {
  const { share, flourShare, culture, yeast, leavening, ripeness, stands } = part;
  return {
    name: part.stage.name, task, into, leavening, ripeness, stands, fedFrom: leavening.culture > 0 ? fedFrom : null,
    inDough: inMix ? { share, flourShare, culture, yeast } : null,
  };
} // prettier-ignore
