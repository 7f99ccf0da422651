import { hoursToRise } from '../../fermentation/index.ts';
import { ferments, MIX, type ScaledPart } from '../../formula/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import { leavenDough, type RipePart } from '../leavening.ts';
import {
  SLOT,
  SLOT_MINUTES,
  type BatchModel,
  type DoughModel,
  type Instance,
  type PrefermentModel,
  type Task,
  type Way,
} from '../instance/index.ts';
import { doughsOf, type Dough, type DoughBatch } from './doughs.ts';
import { frameOf, type Frame } from './frame.ts';
import type { DayInput } from './input.ts';
import { strandsOf, type FollowedBulk } from './strands.ts';
import { sampleBulk, tableOf } from './tables.ts';
import { HOUR, noteOf, TaskList, type TaskKind, type TaskNote } from './task-list.ts';

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
  const list = new TaskList(input, frame);
  const models: DoughModel[] = [];
  for (const dough of doughs.value) {
    const model = new DoughTasks(list, dough).add();
    if (!model.ok) return model;
    models.push(model.value);
  }
  const instance = list.instance();
  const { notes } = list;
  const network = { instance, notes, models, doughs: doughs.value, frame, unpinned: instance.tasks };
  return good(pinned(network, input.pins));
}

/** A network with other tasks pinned: all else is the same. */
export function pinned(network: Network, pins: DayInput['pins']): Network {
  const { instance, unpinned } = network;
  const at = new Map(pins.map((pin) => [pin.task, Math.round((pin.at - instance.origin) / SLOT)]));
  const tasks = unpinned.map((task, index) => {
    const slot = at.get(task.id);
    return slot === undefined || network.notes[index]?.done ? task : { ...task, first: slot, last: slot };
  });
  return { ...network, instance: { ...instance, tasks } };
}

/** Hands at the mixer beyond its programme, s. Domain section 11, default. */
const TEND = 240;
/** Hours of a soaker that does not say, what share of them is enough, and how much longer it may wait. */
const SOAK = { hours: 12, enough: 0.8, spare: 12 } as const;
/** What a slot away from the best costs where the dough does not mind: a soaker, and what is weighed out. */
const HARMLESS = { soak: 0.02, weigh: 0.05 } as const;

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
    const { leavening, parts } = leavenDough(dough.formula, dough.scaled.split, bakehouse.vigour);
    if (leavening.culture === 0 && leavening.yeast === 0)
      return bad(
        problem('formulas', `${dough.name} has nothing that makes it rise.`, 'Give it a pre-ferment or yeast.'),
      );
    const usual = this.bulkOf(leavening, process.ddt);
    if (usual.samples.every(({ wait }) => wait === null))
      return bad(
        problem('room', `In this room ${dough.name} does not rise within three days.`, 'Warm the room, or the dough.'),
      );
    const made = parts.filter(({ stage }) => stage.kind !== 'old-dough');
    const lead = made.find(({ stage }) => stage.into === MIX) ?? null;
    const chain = lead ? chainOf(made, lead) : [];
    // All batches of a dough hang on the last build of its pre-ferment; without one each stands by itself.
    const unit = lead ? list.unit(dough.key, dough.name) : null;
    const feeds = chain.map((part) => this.feed(unit ?? 0, part));
    chain.slice(1).forEach((part, index) => this.ripens(part, feeds[index + 1] ?? 0, feeds[index] ?? 0));
    const batches = dough.batches.map((batch) => {
      const id = `${dough.key}.${batch.n}`;
      // A batch whose temperature was measured rises by that.
      const measured = list.measured(`${id}.mix`);
      const bulk = measured === null ? usual : this.bulkOf(leavening, measured);
      const model = this.batch(unit ?? list.unit(id, dough.name), id, batch, bulk, measured ?? process.ddt);
      if (lead) this.ripens(lead, feeds[0] ?? 0, model.mix);
      return model;
    });
    const mixes = batches.map(({ mix }) => mix);
    const preferments = chain.map((part, index) =>
      prefermentModel(part, feeds[index] ?? 0, index === 0 ? mixes : [feeds[index - 1] ?? 0], index === 0),
    );
    const leaders = [...new Set(mixes.map((mix) => list.tasks[mix]?.batch ?? 0))];
    for (const part of made.filter((each) => !chain.includes(each))) {
      const feed = this.feed(list.unit(`${dough.key}.${part.stage.slug}`, part.stage.name, leaders), part);
      for (const mix of mixes) this.ripens(part, feed, mix);
      preferments.push(prefermentModel(part, feed, mixes, true));
    }
    for (const part of dough.scaled.parts.filter(({ kind }) => !ferments(kind))) this.soak(part, mixes, leaders);
    return good({
      key: dough.key, name: dough.name, leavening, preferments, batches, tub, bulk: process.bulk,
      mixing: dough.programme.minutes / 60, gasKept: process.gasKept, proof: process.proof.rise,
    });
  } // prettier-ignore

  /** From the making of a pre-ferment to its use. */
  private ripens({ ripeness, stands, leavening }: RipePart, from: number, to: number): void {
    const slots = (rise: number) => hoursToRise(rise, stands, leavening) * HOUR;
    const [earliest, latest] = [Math.ceil(slots(ripeness.earliest)), Math.floor(slots(ripeness.latest))];
    const best = Math.max(earliest, Math.min(latest, Math.round(slots(ripeness.best))));
    const way = this.list.between(earliest, best, Math.max(earliest, latest));
    this.list.arc(from, to, [way], this.list.input.bakehouse.floor.weights.preferment);
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
    return this.list.task(unit, note, `${this.dough.key}.${stage.slug}`, this.weighing(lines), 'mix');
  }

  private soak(part: ScaledPart, mixes: readonly number[], leaders: readonly number[]): void {
    const { list, dough } = this;
    const id = `${dough.key}.${part.slug}`;
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

  private bulkOf(leavening: DoughModel['leavening'], ddt: number): FollowedBulk {
    const { dough } = this;
    const { tub } = this.list.input;
    const { room } = this.list.frame;
    const { process } = dough.formula.doc;
    const [batch] = dough.batches;
    const mass = batch ? batch.dough / tubsOf(batch, tub.maxDough) : dough.scaled.dough;
    const ask = { leavening, mass, ddt, mixing: dough.programme.minutes / 60, tub, bulk: process.bulk };
    const every = process.folds.every / 60;
    const wanted = Array.from({ length: process.folds.count }, (_, index) => (index + 1) * every);
    const unfolded = sampleBulk({ ...ask, folds: wanted }, room);
    const soonest = Math.min(...unfolded.samples.map(({ wait }) => wait?.[0] ?? Infinity)) / HOUR;
    // A fold keeps clear of the earliest end of bulk.
    const folds = wanted.filter((hours) => hours + every / 3 + 2 / HOUR <= soonest);
    const samples = folds.length === wanted.length ? unfolded : sampleBulk({ ...ask, folds }, room);
    return { ...samples, folds, leavening };
  }

  private batch(unit: number, id: string, batch: DoughBatch, bulk: FollowedBulk, ddt: number): BatchModel {
    const { list, dough } = this;
    const { rates, floor } = list.input.bakehouse;
    const { folds: folding } = dough.formula.doc.process;
    const about = (kind: TaskKind): TaskNote => noteOf(kind, dough, batch.n, dough.name, batch.dough);
    const pieces = batch.lots.reduce((sum, lot) => sum + lot.pieces, 0);
    const { lines, holds } = dough.scaled.finalMix;
    const tubs = tubsOf(batch, list.input.tub.maxDough);
    const mix = list.task(unit, about('mix'), `${id}.mix`, TEND + dough.programme.minutes * 60, 'mix', {
      uses: list.use(dough.mixer.slug, 1),
    });
    const weigh = list.task(
      unit,
      about('weigh'),
      `${id}.weigh`,
      this.weighing(lines.length + holds.length),
      'mix',
    );
    list.arc(weigh, mix, [list.between(0, 0, 3 * HOUR)], HARMLESS.weigh);
    const play = Math.max(1, Math.floor(folding.every / SLOT_MINUTES / 3));
    const folds = bulk.folds.map((hours, index) => {
      const seconds = tubs * rates.foldBase + batch.dough * rates.foldKilogram;
      const fold = list.task(unit, about('fold'), `${id}.fold-${index + 1}`, seconds, 'mix', { two: true });
      const at = Math.round(hours * HOUR);
      list.arc(mix, fold, [list.between(at - play, at, at + play)], floor.weights.dough / 4);
      return fold;
    });
    const cutting = pieces * (rates.divide + rates.preshape);
    const divide = list.task(unit, about('divide'), `${id}.divide`, cutting, 'shape', {
      two: true,
      bench: true,
    });
    const way: Way = {
      name: 'room',
      tables: [list.table(tableOf(bulk.samples, list.frame.room))],
      holds: list.use('tubs', tubs),
      cost: 0,
    };
    list.arc(mix, divide, [way], floor.weights.dough, true);
    const strands = strandsOf(list, { unit, id, dough, batch, bulk, divide });
    return { n: batch.n, dough: batch.dough, ddt, tubs, mix, folds, divide, strands };
  }
}

const tubsOf = (batch: DoughBatch, most: number): number => Math.max(1, Math.ceil(batch.dough / most - 1e-9));

/** The builds that a pre-ferment stands on, itself first. */
function chainOf(parts: readonly RipePart[], last: RipePart): RipePart[] {
  const before = parts.find(({ stage }) => stage.into === last.stage.slug);
  return [last, ...(before ? chainOf(parts, before) : [])];
}

function prefermentModel(part: RipePart, task: number, into: readonly number[], inMix: boolean): PrefermentModel {
  const { share, flourShare, culture, yeast, leavening, ripeness, stands } = part;
  return {
    name: part.stage.name, task, into, leavening, ripeness, stands,
    inDough: inMix ? { share, flourShare, culture, yeast } : null,
  };
} // prettier-ignore
