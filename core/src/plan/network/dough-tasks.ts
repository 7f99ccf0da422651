import { hoursAlong } from '../../fermentation/rates/index.ts';
import { ferments, type ScaledPart } from '../../formula/scale/index.ts';
import { MIX } from '../../formula/index.ts';
import { lyingHeats } from '../../lamination/index.ts';
import { mainMix, partsOfWay, piecesOf, type StepOf, type Stretch, waysOf } from '../../formula/way/index.ts';
import { bad, good, problem, type Problem, type Result } from '../../problem/index.ts';
import {
  leavenDough,
  phaseOf,
  SLOT,
  type BatchModel,
  type DoughModel,
  type PrefermentModel,
  type RipePart,
} from '../../dough/index.ts';
import { askOf, FROZEN, paceOf, type DoughBody } from '../../dough/course/index.ts';
import { idIn, suitsSome, type Dough, type DoughBatch } from '../demand/index.ts';
import { type LearnedPace, paceFrom, seenVigour, vigourFor } from '../../learned/index.ts';
import { riseAtHeight } from '../../culture/followed/index.ts';
import { slowerBy } from '../mishaps/index.ts';
import { bathsOf } from './baths.ts';
import { strandsOf } from './strands.ts';
import { Fronts, fitting } from './fronts.ts';
import { placedWays, type PlacedWay } from './places.ts';
import { HOUR, noteOf, type TaskKind, type TaskList } from './task-list.ts';
import { Walk } from './walk.ts';
import { handsOf, skillOf, TEND, workOf } from '../../bakehouse/index.ts';
import { ofKind } from '../../equipment/index.ts';
import { mixersFor } from './mixers.ts';
import { tubsInOven } from './warm-oven.ts';

/** Hours of a soaker that does not say, what share of them is enough, and how much longer it may wait; what a slot away costs. */
const SOAK = { hours: 12, enough: 0.8, spare: 12, slot: 0.02 } as const;
/** A pre-ferment that is to stand no warmer than this stands in the retarder, °C. */
const COLD = 8;

/** Seconds to take pieces out of the freezer, and each of them. Chosen for Jovet. */
const TAKEN_OUT = { base: 120, each: 2 };

/** What a batch ferments like: how warm it is mixed, and how fast it goes against its forecast. */
type Rises = Pick<BatchModel, 'ddt' | 'pace'>;

/** All tasks of one dough. */
export class DoughTasks {
  private readonly fronts: Fronts;
  private readonly problems: Problem[] = [];
  private leavening: DoughModel['leavening'];
  private readonly parts: readonly RipePart[];

  constructor(
    private readonly list: TaskList,
    private readonly dough: Dough,
  ) {
    this.fronts = new Fronts(list);
    const { learned, bakehouse } = list.input;
    const { leavening, parts } = leavenDough(dough.formula, dough.scaled.split, vigourFor(learned.vigour, bakehouse.vigour));
    this.leavening = leavening;
    this.parts = parts.map((part) => slower(part, slowerBy(list.input, idIn(dough.key, part.stage.slug))));
  } // prettier-ignore

  add(): Result<DoughModel> {
    const { list, dough, leavening, parts } = this;
    const { tub, learned } = list.input;
    if (dough.thawed) return this.thawed();
    const refused = this.refused();
    if (refused) return bad(...refused);
    const ddt = mainMix(dough.formula.doc).to;
    const known = learned.pace.find(({ formula }) => formula === dough.slug) ?? { value: 1, records: [] };
    const usual = this.usual({ ddt, pace: known.value });
    if (!usual.ok) return usual;
    const fits = usual.value;
    const made = parts.filter(({ stage }) => stage.kind !== 'old-dough');
    const lead = made.find(({ stage }) => stage.into === MIX) ?? null;
    const chain = lead ? chainOf(made, lead) : [];
    // All batches of a dough hang on the last build of its pre-ferment; without one each stands by itself.
    const unit = lead ? list.unit(dough.key, dough.name) : null;
    const feeds = chain.map((part) => this.feed(unit ?? 0, part));
    chain.slice(1).forEach((part, index) => this.ripens(part, feeds[index + 1] ?? 0, feeds[index] ?? 0));
    const { looked, seen, expected } = this.looked(ddt, fits, known);
    const batches = dough.batches.map((batch, index) => {
      const id = idIn(dough.key, batch.n);
      const rises = { ddt: looked[index]?.ddt ?? ddt, pace: looked[index]?.pace ?? expected };
      const model = this.batch(unit ?? list.unit(id, dough.name), id, batch, rises, fits);
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
    bathsOf(list, dough, leaders);
    if (this.problems.length > 0) return bad(...this.problems);
    return good({
      key: dough.key, name: dough.name, leavening, preferments, batches, tub, mixing: this.mixing, seen,
      fedFrom: lead && leavening.culture > 0 ? cultureOf(lead) : null,
    });
  } // prettier-ignore

  /** Pieces that come from the freezer: they are taken out, and go their way from there. */
  private thawed(): Result<DoughModel> {
    const { list, dough, fronts, leavening } = this;
    const refused = this.refused();
    if (refused) return bad(...refused);
    const batches = dough.batches.map((batch): BatchModel => {
      const [unit, id] = [list.unit(dough.key, dough.name), idIn(dough.key, batch.n)];
      const pieces = batch.lots.reduce((sum, lot) => sum + lot.pieces, 0);
      const seconds = TAKEN_OUT.base + TAKEN_OUT.each * pieces;
      const names = new Set(batch.lots.map(({ name }) => name));
      const [name = dough.name] = names.size === 1 ? names : [];
      const note = { ...noteOf('thaw', dough, batch.n, name, batch.dough), pieces };
      const taken = list.task(unit, note, idIn(id, 'thaw'), seconds, 'pack');
      const ddt = Math.min(...ofKind(list.input.bakehouse.floor, 'freezer').map(({ temperature }) => temperature), FROZEN);
      const front = fronts.mixed(dough.key, { ...leavening, lactic: 0 }, ddt, 0);
      const cut = { fronts, unit, id, dough, batch, front, keeps: 1, divide: taken, seconds, people: 1, cultured: leavening.culture > 0 };
      const strands = strandsOf(list, cut);
      this.problems.push(...strands.flatMap((strand) => strand.problems));
      return { n: batch.n, dough: batch.dough, ddt, pace: 1, tubs: 0, mix: taken, divide: taken, whole: [], strands: strands.map(({ model }) => model) };
    });
    bathsOf(list, dough, [...new Set(batches.map(({ mix }) => list.tasks[mix]?.batch ?? 0))]);
    if (this.problems.length > 0) return bad(...this.problems);
    const { tub } = list.input;
    return good({ key: dough.key, name: dough.name, leavening, preferments: [], batches, tub, mixing: 0, seen: [], fedFrom: null });
  } // prettier-ignore

  /** Why nothing can be made of this dough here. */
  private refused(): Problem[] | null {
    const { list, dough, leavening } = this;
    if (leavening.culture === 0 && leavening.yeast === 0)
      return [problem('formulas', `${dough.name} has nothing that makes it rise.`, 'Give it a pre-ferment or yeast.')];
    for (const lot of dough.batches.flatMap(({ lots }) => lots)) {
      const decks = suitsSome(list.input.bakehouse.floor, dough.formula.doc, lot);
      if (!decks.ok) return decks.problems.map((each) => ({ ...each, problem: `${lot.name}: ${each.problem}` }));
    }
    return null;
  } // prettier-ignore

  /** Hours in the mixer. */
  private get mixing(): number {
    return (mainMix(this.dough.formula.doc).minutes ?? this.dough.programme.minutes) / 60;
  }

  private bodyOf(batch: DoughBatch | undefined): DoughBody {
    const { tub } = this.list.input;
    const mass = batch ? batch.dough / tubsOf(batch, tub.maxDough) : this.dough.scaled.dough;
    return { kind: 'tub', mass, length: tub.length, width: tub.width };
  }

  private mixedFront({ ddt, pace }: Rises) {
    // No window depends on acidity.
    const of = { ...this.leavening, modifier: this.leavening.modifier * pace, lactic: 0 };
    return this.fronts.mixed(this.dough.key, of, ddt, this.mixing);
  }

  /** The first wait of the dough that a rise ends, and where it stands. */
  private get bulk(): { stretch: Stretch; way: PlacedWay; body: DoughBody } | null {
    const parts = partsOfWay(this.dough.formula.doc.way);
    const stretch = parts.find((part) => part.kind === 'wait' && part.wait.until.by === 'rise');
    if (stretch?.kind !== 'wait') return null;
    const body = this.bodyOf(this.dough.batches[0]);
    const [stands = []] = waysOf(stretch.wait);
    const [way] = placedWays(this.list, stands, {
      ...this.standing(0),
      body,
      cover: stretch.wait.cover,
      places: 0,
    });
    return way ? { stretch, way, body } : null;
  }

  private standing(mass: number) {
    return {
      mass,
      type: this.dough.formula.doc.type,
      cultured: this.leavening.culture > 0,
      rooms: this.list.frame.rooms,
    };
  }

  /** How many folds fit into its bulk as it usually is; or why that never comes to an end. */
  private usual(rises: Rises): Result<ReadonlyMap<string, number>> {
    const { bulk, dough } = this;
    if (!bulk) return good(new Map());
    const front = this.mixedFront(rises);
    const fits = fitting(this.fronts, front, bulk.stretch, bulk.way, bulk.body);
    const { samples } = this.fronts.waited(front, fits, bulk.way, bulk.body);
    if (samples.every((level) => level.every(({ wait }) => wait === null)))
      return bad(
        bulk.way.cold
          ? problem('doughs', `In the cold ${dough.name} does not rise enough in the time it may stay there.`, 'Leave it in the room longer first.')
          : problem('room', `In this room ${dough.name} does not rise within three days.`, 'Warm the room, or the dough.'),
      );
    return good(new Map([[bulk.stretch.wait.slug, fits.folds.length]]));
  } // prettier-ignore

  /**
   * How warm each batch is and how fast it rises: by what was measured of it, else as it is wanted, and as fast as its
   * dough is known to be, also from the other batches of today.
   */
  private looked(ddt: number, fits: ReadonlyMap<string, number>, known: Pick<LearnedPace, 'value' | 'records'>) {
    const { list, dough } = this;
    const { slug } = mainMix(dough.formula.doc);
    const own = dough.batches.map((batch) => {
      const task = idIn(idIn(dough.key, batch.n), slug);
      const warm = list.actual(task)?.temperature ?? ddt;
      return { task, ddt: warm, pace: this.paceSeen(task, batch, warm, fits) };
    });
    const { date: day } = list.input;
    const seen = own.flatMap(({ task, pace }) => (pace === null ? [] : [{ day, task, pace }]));
    const expected = seen.length > 0 ? paceFrom([...known.records, ...seen]).value : known.value;
    return { looked: own.map((each) => ({ ddt: each.ddt, pace: each.pace ?? expected })), seen, expected };
  } // prettier-ignore

  /** How fast a batch ferments, from how high it was seen to stand in its tub; null where nobody looked. */
  private paceSeen(mix: string, batch: DoughBatch, ddt: number, fits: ReadonlyMap<string, number>): number | null {
    const { frame, input } = this.list;
    const { bulk, mixing, leavening } = this;
    const actual = this.list.actual(mix);
    if (!bulk || !actual?.seen || actual.end === null || actual.seen.at <= actual.end) return null;
    const body = this.bodyOf(batch);
    const folds = bulk.stretch.folds.slice(0, fits.get(bulk.stretch.wait.slug) ?? Infinity);
    const ask = askOf({ ...bulk.stretch, folds }, bulk.way.stands, body, bulk.way.most ?? undefined);
    const phase = phaseOf(this.dough.scaled.split);
    const tub = { kind: 'tub' as const, length: input.tub.length, width: input.tub.width, height: 1 };
    const mass = body.kind === 'tub' ? body.mass : batch.dough;
    const rise = riseAtHeight(tub, mass, actual.seen.height, phase);
    return paceOf({ leavening: { ...leavening, lactic: 0 }, ddt, mixing }, ask, frame.room, (actual.end - frame.origin) / SLOT, (actual.seen.at - actual.end) / 3600, rise);
  } // prettier-ignore

  /** From the making of a pre-ferment to the use of so much of it. */
  private ripens(
    { ripeness, stands, stays, clock, leavening, stage }: RipePart,
    from: number,
    to: number,
    share = 1,
  ): void {
    const slots = (when: 'earliest' | 'best' | 'latest') =>
      HOUR * (clock ? clock[when] : hoursAlong(ripeness[when], stays, leavening));
    const [earliest, latest] = [Math.ceil(slots('earliest')), Math.floor(slots('latest'))];
    const best = Math.max(earliest, Math.min(latest, Math.round(slots('best'))));
    const way = this.list.between(earliest, best, Math.max(earliest, latest));
    const { weights } = this.list.input.bakehouse.floor;
    const [store] = this.list.frame.stores.filter(({ place }) => place === 'cold');
    const at = store && (typeof store.around === 'number' ? store.around : 0);
    const mass = this.dough.scaled.parts.find(({ slug }) => slug === stage.slug)?.build ?? 0;
    // What stands in the cold only for a part of its time has its place there for all of it.
    const cold =
      store !== undefined &&
      Math.min(stands, ...stays.map(({ celsius }) => celsius)) <= Math.max(COLD, at ?? 0);
    const holds = cold ? this.list.use(store.resource.id, mass * share) : [];
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
    const unit = list.unit(id, part.name, leaders);
    const soak = list.task(unit, note, id, this.weighing(part.lines.length), 'mix');
    const hours = dough.formula.doc.parts.find(({ slug }) => slug === part.slug)?.hours ?? SOAK.hours;
    const way = list.between(
      Math.ceil(hours * SOAK.enough * HOUR),
      Math.round(hours * HOUR),
      Math.floor((hours + SOAK.spare) * HOUR),
    );
    for (const mix of mixes) list.arc(soak, mix, [way], SOAK.slot);
  }

  /** A batch from its weighing to its cut, and its pieces from there. */
  private batch(unit: number, id: string, batch: DoughBatch, rises: Rises, fits: ReadonlyMap<string, number>): BatchModel {
    const { list, dough, fronts } = this;
    const { lines, holds } = dough.scaled.finalMix;
    const tubs = tubsOf(batch, list.input.tub.maxDough);
    const pieces = batch.lots.reduce((sum, lot) => sum + lot.pieces, 0);
    const note = (kind: TaskKind) => noteOf(kind, dough, batch.n, dough.name, batch.dough);
    const amount = { pieces: 0, mass: batch.dough, tubs, lines: lines.length + holds.length };
    const walk = new Walk(
      { list, fronts, unit, id, note, amount, standing: this.standing(batch.dough), of: 'bulk', name: dough.name, fits, inOven: () => tubsInOven(list, amount.tubs) },
      null, null, this.bodyOf(batch),
    );
    walk.holds = list.use('tubs', tubs);
    let [mix, divide, seconds, keeps, people] = [0, 0, 0, 1, 1];
    const heats = lyingHeats(dough.formula.doc);
    const { rates } = list.input.bakehouse;
    for (const part of partsOfWay(dough.formula.doc.way)) {
      if (part.kind === 'wait') walk.wait(part);
      else if (part.step.kind === 'mix') {
        const done = this.mixTask(walk, part.step, rises, mix > 0 || walk.front !== null);
        if (part.step.slug === mainMix(dough.formula.doc).slug) mix = done;
      } else if (part.step.kind === 'divide') {
        seconds = workOf(part.step, rates, { ...amount, pieces }, list.input.bakehouse.floor.equipment) + this.preShaping(batch, amount);
        keeps = part.step.keeps;
        [people] = handsOf(part.step, list.takes('divide', seconds), list.there(skillOf(part.step))).people;
        divide = walk.work(part.step, 'divide', { seconds });
      } else if (part.step.kind === 'lock-in' || part.step.kind === 'turn') {
        walk.work(part.step, part.step.kind, { becomes: { kind: 'sheet', heat: heats.get(part.step.slug) ?? 0 } });
      } else if (part.step.kind === 'weigh') walk.work(part.step, 'weigh');
    }
    const cut = { fronts, unit, id, dough, batch, front: walk.flushed(), keeps, divide, seconds, people, cultured: this.leavening.culture > 0 };
    const strands = strandsOf(list, cut);
    this.problems.push(...walk.problems, ...strands.flatMap((strand) => strand.problems));
    return { n: batch.n, dough: batch.dough, ...rises, tubs, mix, divide, whole: walk.passages, strands: strands.map(({ model }) => model) };
  } // prettier-ignore

  /** Flour and water wetted, the mix itself, or a later bout of it. @param begun the dough ferments already */
  private mixTask(walk: Walk, step: StepOf<'mix'>, rises: Rises, begun: boolean): number {
    const { list, dough } = this;
    const needs = { either: mixersFor(list, dough, step.only) };
    if (step.programme === null) return walk.work(step, 'autolyse', { needs });
    // Each bout goes by a programme of its own.
    const { minutes } =
      list.input.bakehouse.programmes.find(({ slug }) => slug === step.programme) ?? dough.programme;
    const seconds = (step.setUp ?? TEND) + (step.minutes ?? minutes) * 60;
    const task = walk.work(step, 'mix', { seconds, needs });
    if (begun) walk.mixedTo(step.to);
    else walk.front = this.mixedFront(rises);
    return task;
  }

  /** Seconds of pre-shaping that is done with the cut. */
  private preShaping(batch: DoughBatch, amount: Parameters<typeof workOf>[2]): number {
    const { rates } = this.list.input.bakehouse;
    return batch.lots.reduce((sum, { product, pieces }) => {
      const [first] = piecesOf(this.dough.formula.doc, product);
      return sum + (first?.kind === 'pre-shape' ? workOf(first, rates, { ...amount, pieces }) : 0);
    }, 0);
  }
}

const tubsOf = (batch: DoughBatch, most: number): number => Math.max(1, Math.ceil(batch.dough / most - 1e-9));

/** The builds that a pre-ferment stands on, itself first. */
function chainOf(parts: readonly RipePart[], last: RipePart): RipePart[] {
  const before = parts.find(({ stage }) => stage.into === last.stage.slug);
  return [last, ...(before ? chainOf(parts, before) : [])];
}

/** A pre-ferment that goes at another pace than is forecast. */
function slower(part: RipePart, pace: number): RipePart {
  const { leavening, clock, hours } = part;
  if (pace === 1) return part;
  const later = clock && { ...clock, earliest: clock.earliest / pace, best: clock.best / pace, latest: clock.latest / pace };
  return { ...part, leavening: { ...leavening, modifier: leavening.modifier * pace }, clock: later, hours: hours / pace };
} // prettier-ignore

function prefermentModel(part: RipePart, task: number, into: readonly number[], inMix: boolean, fedFrom: string | null): PrefermentModel {
  const { share, flourShare, culture, yeast, leavening, ripeness, stands, stays, clock } = part;
  return {
    name: part.stage.name, task, into, leavening, ripeness, byClock: clock !== null, stands, stays, fedFrom: leavening.culture > 0 ? fedFrom : null,
    inDough: inMix ? { share, flourShare, culture, yeast } : null,
  };
} // prettier-ignore
