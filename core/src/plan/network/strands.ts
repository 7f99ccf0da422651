import { FIRST_LOOK, profileFor } from '../../oven/index.ts';
import { SLOT, SLOT_MINUTES, type StrandModel } from '../../dough/index.ts';
import { heatTo, type DoughBody } from '../../dough/course/index.ts';
import { stepAmounts } from '../../formula/sums/index.ts';
import {
  AFTER_KINDS,
  bakeOf,
  FINISH_KINDS,
  firstOf,
  partsOfWay,
  piecesOf,
  type Step,
  type StepOf,
  type WayPart,
} from '../../formula/way/index.ts';
import type { Use } from '../instance/index.ts';
import {
  coolingOf,
  idIn,
  loadIds,
  loadsOf,
  ovensFor,
  strandsIn,
  type Dough,
  type DoughBatch,
  type Lot,
} from '../demand/index.ts';
import { bakedIn, holds, recoveryOf } from './baked-in.ts';
import { RACK_PLACES } from './frame.ts';
import type { Fronts, KnownFront } from './fronts.ts';
import { HOUR, noteOf, slotsOf, together, type TaskKind, type TaskList, type TaskNote } from './task-list.ts';
import { Walk, type Walker } from './walk.ts';
import { handsOf, workOf } from '../../bakehouse/index.ts';

/** A batch that was cut, and what comes after it. */
export interface Cut {
  readonly fronts: Fronts;
  readonly unit: number;
  readonly id: string;
  readonly dough: Dough;
  readonly batch: DoughBatch;
  /** The dough as it is when it is cut, and share of its gas that stays. */
  readonly front: KnownFront | null;
  readonly keeps: number;
  /** The task that cuts it, and seconds that it takes. */
  readonly divide: number;
  readonly seconds: number;
  /** Who cut it together, at least. */
  readonly people: number;
  readonly cultured: boolean;
}

/** Pieces of one product that go into the oven at once. */
type Strand = Lot;

/** What an oven costs that is to be taken only if need be, and one that its bread likes less than the one before. Chosen for Jovet. */
const [SPARE, LESS_LIKED] = [20, 1];
/** Slots by which what is done so long after the oven may be late. Chosen for Jovet. */
const AFTER = 3;
/** Slots of the shortest bake that is looked at. */
const LOOKED_AT = 2;
/** Slots between a pan for steam that is set down and the load: it goes in ten minutes before. Chosen for Jovet. */
const PAN = { least: 1, best: 1, most: 2 } as const;
/** Slots that what is baked in may stay in the oven longer than it must. Chosen for Jovet. */
const HOT = 3;
/** Seconds of a look into the oven, or of a pan set down; and what a slot away from its time costs. */
const [MOMENT, HARMLESS] = [60, 0.1];

/** From the cut to the pack: each product its own way, load by load. */
export function strandsOf(list: TaskList, cut: Cut): Walked[] {
  const strands = parted(list, cut);
  const ids = loadIds(list.input.told, { id: cut.id, dough: cut.dough.key, n: cut.batch.n }, strands);
  return strands.map((strand, index) => new StrandTasks(list, cut, strand, ids[index] ?? cut.id).add());
}

/** What pieces go through, and what cannot be of it. */
export type Walked = { readonly model: StrandModel; readonly problems: Walk['problems'] };

/** Lots of one product and weight together, parted where they need more decks than there are, or more of what they bake in. */
const parted = (list: TaskList, { dough, batch }: Cut): Strand[] =>
  strandsIn(batch.lots).flatMap((strand) => {
    const loads = loadsOf(list.input.bakehouse.floor, dough.formula.doc, strand);
    return Array.from({ length: loads }, (_, index) => ({
      ...strand,
      pieces: Math.floor((strand.pieces * (index + 1)) / loads) - Math.floor((strand.pieces * index) / loads),
    }));
  });

/** The tasks of pieces of one product that go into the oven at once. */
class StrandTasks {
  private readonly steps: readonly Step[];
  private readonly walk: Walk;
  private readonly walker: Walker;
  /** Seconds of what is done while it is loaded. */
  private finishing = 0;
  /** Steps that are done with the unloading. */
  private readonly unloading = new Set<string>();
  /** Seconds of what is done to bread after that, with its packing. */
  private packing = 0;
  private baked: { load: number; out: number } | null = null;
  private cool: StepOf<'cool'> | null = null;

  constructor(
    private readonly list: TaskList,
    private readonly cut: Cut,
    private readonly strand: Strand,
    id: string,
  ) {
    const { dough, batch, divide } = cut;
    this.steps = piecesOf(dough.formula.doc, strand.product);
    const mass = strand.pieces * strand.scaledWeight;
    const note = (kind: TaskKind): TaskNote => ({
      ...noteOf(kind, dough, batch.n, strand.name, mass),
      pieces: strand.pieces,
      load: id,
      drop: strand.drop,
    });
    const { type } = dough.formula.doc;
    this.walker = {
      list, fronts: cut.fronts, unit: cut.unit, id, note, amount: { pieces: Math.ceil(strand.pieces / this.joined), mass, tubs: 1, lines: 0 },
      standing: { mass, type, cultured: cut.cultured, rooms: list.frame.rooms }, of: 'proof', name: strand.product, fits: new Map(),
      amounts: (step) => this.amounts(step),
      inOven: () => this.ovens().map(({ index, decks }) => ({ oven: index, fill: Math.ceil(decks * 1000 - 1e-6) })),
    };
    const body: DoughBody = { kind: 'piece', mass: strand.scaledWeight * this.joined };
    this.walk = new Walk(this.walker, divide, cut.front, body);
    this.walk.passages.push({
      from: divide, until: divide, atEnd: true, keeps: cut.keeps, body, folds: [], window: null, arc: null, sets: null, cover: 'cloth',
      ways: [[{ place: 'room', around: null, h: heatTo(body, 'still', 'cloth'), humidity: null, hours: null, untilRise: null }]],
    });
    this.walk.spend((list.takes('divide', cut.seconds) * together(cut.people)) / 3600, cut.keeps);
  } // prettier-ignore

  /** Pieces that go as one until they are cut again. */
  private get joined(): number {
    return firstOf(this.steps, 'divide')?.into ?? 1;
  }

  /** What goes into these pieces at a step, in words. */
  private amounts(step: Step): readonly string[] {
    const { dough } = this.cut;
    const { product: slug, pieces, scaledWeight } = this.strand;
    const product = dough.formula.doc.products.find((each) => each.slug === slug);
    if (!product) return [];
    const words = stepAmounts(dough.formula, product, step, pieces, scaledWeight);
    return step.kind === 'dip' ? [...words.slice(-2), NEUTRALISE] : words;
  }

  add(): Walked {
    const { walk, strand } = this;
    const parts = partsOfWay(this.steps);
    parts.forEach((part, index) => {
      // What comes straight after the cut is done with it.
      if (index === 0 && part.kind === 'work' && part.step.kind === 'pre-shape') return;
      if (part.kind === 'wait') walk.wait(part);
      else this.step(part.step, parts.slice(index + 1));
    });
    const last = this.steps.at(-1)?.kind;
    const pack = last === 'pack' || last === 'freeze' ? (walk.at ?? this.cut.divide) : this.pack(null);
    const { load = null, out = null } = this.baked ?? {};
    const model = { product: strand.product, pieces: strand.pieces, mass: strand.scaledWeight, load, out, pack, passages: walk.passages };
    return { model, problems: walk.problems };
  } // prettier-ignore

  private step(step: Extract<WayPart, { kind: 'work' }>['step'], after: readonly WayPart[]): void {
    const { walk } = this;
    switch (step.kind) {
      case 'shape':
        walk.work(step, 'shape');
        walk.holds = holds(this.list, step.into, this.strand.pieces / step.hold);
        return;
      case 'divide':
        walk.work(step, 'cut', {
          keeps: step.keeps,
          becomes: { kind: 'piece', mass: this.strand.scaledWeight },
        });
        return;
      case 'bake':
        return this.bake(step, after);
      case 'cool':
        this.cool = step;
        return;
      case 'pack':
        this.pack(step);
        return;
      case 'freeze':
        this.freeze(step);
        return;
      case 'weigh':
      case 'mix':
      case 'lock-in':
      case 'turn':
        return;
      default:
        this.finish(step);
    }
  }

  /** What is done to pieces before and after the oven: with the load or the unloading where it is a moment, else by itself. */
  private finish(step: Extract<WayPart, { kind: 'work' }>['step'] & { kind: TaskKind }): void {
    const { walk, list, walker } = this;
    if (isMoment(step)) {
      const seconds = workOf(step, list.input.bakehouse.rates, walker.amount);
      if (!this.baked) this.finishing += seconds;
      else if (!this.unloading.has(step.slug)) this.packing += seconds;
      return;
    }
    const after = 'after' in step ? Math.ceil(step.after / SLOT_MINUTES) : 0;
    if (this.cool) this.cooled();
    else if (after > 0) walk.after(list.between(after, after, after + AFTER), list.input.bakehouse.floor.weights.early);
    walk.work(step, step.kind, step.kind === 'dip' ? { seconds: dipping(step, list, walker.amount) } : {});
    const before = 'before' in step ? step.before : 0;
    if (before > 0)
      walk.wait({
        folds: [],
        wait: {
          kind: 'rest', slug: `${step.slug}-rest`, words: '', signs: '', cautions: [], confirm: '', cover: 'open',
          until: { by: 'minutes', earliest: before, best: before, latest: before + SLOT_MINUTES },
          stands: [{ place: 'room', celsius: null, minutes: null, rise: null, only: null }],
        },
      });
  } // prettier-ignore

  private bake(step: StepOf<'bake'>, after: readonly WayPart[]): void {
    const { walk, list, strand, walker } = this;
    const { floor, rates } = list.input.bakehouse;
    const dough = this.cut.dough;
    const seconds = (each: number) => strand.pieces * each;
    const longer = list.actual(idIn(walker.id, 'load'))?.longer ?? 0;
    const profile = profileFor(step, strand.scaledWeight, longer);
    const baked = Math.round(profile.minutes / SLOT_MINUTES);
    const unloading = seconds(rates.unload) + this.afterwards(after);
    const before = this.heatSlots(step);
    const loads = this.ovens().map(({ oven, index, decks, cost }) => {
      const loading = (oven.loader ? Math.ceil(decks) * 60 : seconds(rates.load)) + this.finishing;
      const recovery = recoveryOf(list, oven, dough, strand, decks, profile) / SLOT_MINUTES;
      return {
        oven: index, seconds: loading, cost, before, profile: list.profile(profile, baked), fill: Math.ceil(decks * 1000 - 1e-6),
        slots: slotsOf(loading) + baked + 1 + slotsOf(unloading) + Math.ceil(recovery),
      };
    });
    const { people } = handsOf(step);
    const load = walk.task('load', 'load', loads[0]?.seconds ?? 0, 'oven', { people, loads }, { step });
    walk.front = null;
    const note = (kind: TaskKind) => walker.note(kind);
    const out = list.task(walker.unit, note('out'), idIn(walker.id, 'out'), unloading, 'oven');
    const inOven = step.into === null ? bakedIn(list, walk.holds) : holds(list, step.into, strand.pieces / step.hold);
    list.arc(load, out, [{ ...list.between(baked, baked, baked + 1), holds: inOven }], floor.weights.dough);
    this.heated(step, load, inOven);
    walk.at = out;
    this.baked = { load, out };
    const look = Math.min(baked - 1, Math.floor(profile.look === null ? baked * FIRST_LOOK : profile.look / SLOT_MINUTES));
    if (baked >= LOOKED_AT) {
      const seen = list.task(walker.unit, note('look'), idIn(walker.id, 'look'), MOMENT, 'oven');
      list.arc(load, seen, [list.between(Math.max(0, look - 1), look, Math.min(look + 1, baked - 1))], HARMLESS);
    }
    if (profile.steam > 0 && loads.some(({ oven }) => list.ovens[oven]?.steam === 'pan')) {
      const pan = list.task(walker.unit, note('pan'), idIn(walker.id, 'pan'), MOMENT, 'oven');
      list.arc(pan, load, [list.between(PAN.least, PAN.best, PAN.most)], HARMLESS);
    }
  } // prettier-ignore

  private get setIn(): number {
    return MOMENT + this.strand.pieces * this.list.input.bakehouse.rates.load;
  }

  /** Slots before the load from which on what pieces bake in is on the decks, so that it is hot by then. */
  private heatSlots({ into, hot }: StepOf<'bake'>): number {
    return into === null || hot === null ? 0 : slotsOf(this.setIn) + Math.ceil(hot / SLOT_MINUTES) + HOT;
  }

  /** What pieces bake in stands in the hot oven before, until it is hot itself: also between one load and the next. */
  private heated({ into, hot }: StepOf<'bake'>, load: number, held: readonly Use[]): void {
    const { list, walker } = this;
    if (into === null || hot === null) return;
    const heat = list.task(walker.unit, walker.note('heat'), idIn(walker.id, 'heat'), this.setIn, 'oven', {
      uses: held,
    });
    const slots = Math.ceil(hot / SLOT_MINUTES);
    list.arc(heat, load, [{ ...list.between(slots, slots, slots + HOT), holds: held }], HARMLESS);
  }

  /** Ovens that take these pieces at once; those that its way likes best first. */
  private ovens() {
    const { list, strand } = this;
    const { doc } = this.cut.dough.formula;
    const only = bakeOf(doc, strand.product)?.only ?? [];
    const liked = (slug: string) => Math.max(0, only.indexOf(slug));
    return ovensFor(list.input.bakehouse.floor, doc, strand)
      .flatMap(({ oven: index, decks }) => {
        const oven = list.ovens[index];
        if (!oven || Math.ceil(decks - 1e-9) > oven.decks) return [];
        return [{ index, oven, decks, cost: (oven.spare ? SPARE : 0) + liked(oven.slug) * LESS_LIKED }];
      })
      .sort((a, b) => liked(a.oven.slug) - liked(b.oven.slug));
  }

  /** Seconds of what is done to bread as it comes out. */
  private afterwards(after: readonly WayPart[]): number {
    const { rates } = this.list.input.bakehouse;
    let seconds = 0;
    for (const part of after) {
      if (part.kind !== 'work' || !isMoment(part.step)) break;
      seconds += workOf(part.step, rates, this.walker.amount);
      this.unloading.add(part.step.slug);
    }
    return seconds;
  }

  /** Slots that bread may lie once it is cool enough. */
  private get lies(): number {
    const { floor } = this.list.input.bakehouse;
    const usual = this.cut.dough.formula.doc.type === 'rye' ? floor.packWithin.rye : floor.packWithin.other;
    return Math.round((this.cool?.most ?? usual) * HOUR);
  }

  /** Tins or trays that bread cools in or on: none, once it is out of them. */
  private get onTrays(): number {
    const { list, walk, steps } = this;
    return firstOf(steps, 'unmould') ? 0 : list.placesOf(bakedIn(list, walk.holds));
  }

  /** It waits until it is cool enough for what is done next. */
  private cooled(): void {
    const { cool, list, strand, walk } = this;
    if (!cool || !this.baked) return;
    this.cool = null;
    const { room } = list.frame;
    const hours = coolingOf(this.cut.dough.formula.doc, strand, cool.below, room.warmest);
    const least = Math.min(list.frame.slots, Math.ceil(hours * HOUR));
    const racks = list.use('racks', strand.pieces * strand.scaledWeight);
    const places = list.use(RACK_PLACES, this.onTrays);
    walk.after({ ...list.between(least, least, least + this.lies), holds: [...racks, ...places] }, list.input.bakehouse.floor.weights.early);
  } // prettier-ignore

  private pack(step: StepOf<'pack'> | null): number {
    const { list, strand, walk, walker } = this;
    const { rates, spare } = list.input.bakehouse;
    const due = Math.floor((strand.drop - spare * 60 - list.frame.origin) / SLOT);
    const lies = this.lies;
    this.cooled();
    const seconds = (step ? workOf(step, rates, walker.amount) : strand.pieces * rates.pack) + this.packing;
    const { people } = step
      ? handsOf(step, list.takes('pack', seconds), list.there('pack'))
      : { people: [1, 2] as const };
    return walk.task(
      'pack',
      'pack',
      seconds,
      step?.skill ?? 'pack',
      { people, due, first: due - lies },
      { step },
    );
  }

  private freeze(step: StepOf<'freeze'>): void {
    const { list, strand, walk, walker } = this;
    const due = Math.floor((strand.drop - list.frame.origin) / SLOT);
    this.cooled();
    walk.task('freeze', 'freeze', workOf(step, list.input.bakehouse.rates, walker.amount), step.skill ?? 'pack', { people: [1, 2], due }, { step });
  } // prettier-ignore
}

/** Said of what is left of a bath. */
const NEUTRALISE = 'What is left is neutralised before it is poured away, as local rules say.';
/** Share of the time to set up and clear a bath that goes by before the first piece is dipped. Chosen for Jovet. */
export const BATH_AHEAD = 2 / 3;

/** Seconds of dipping and clearing: the bath itself was made before. */
const dipping = (step: StepOf<'dip'>, { input }: TaskList, amount: Walker['amount']): number =>
  workOf(step, input.bakehouse.rates, amount) - (step.setUp ?? input.bakehouse.rates.bath) * BATH_AHEAD;

/** What takes a moment and nothing else, so that it is done with the load or the unloading. */
const isMoment = (step: Step): boolean =>
  ([...FINISH_KINDS, ...AFTER_KINDS] as readonly string[]).includes(step.kind) &&
  step.kind !== 'dip' && step.kind !== 'slice' && step.kind !== 'wrap' &&
  step.confirm === '' && step.cautions.length === 0 && step.words === '' && step.signs === '' &&
  !('setUp' in step && step.setUp !== null) && !('before' in step && step.before > 0) && !('after' in step && step.after > 0); // prettier-ignore
