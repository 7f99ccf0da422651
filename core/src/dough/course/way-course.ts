import { handsOf, workOf, type Amount, type Bakehouse, type Tub } from '../../bakehouse/index.ts';
import {
  degas,
  fermentFor,
  heldAt,
  startOfDough,
  type DoughState,
  type Leavening,
} from '../../fermentation/index.ts';
import type { Formula, PieceOrder } from '../../formula/index.ts';
import { pieceMass, type ScaledFormula } from '../../formula/scale/index.ts';
import { lyingHeats } from '../../lamination/index.ts';
import {
  bakeLossOf,
  firstOf,
  mainMix,
  partsOfWay,
  piecesOf,
  warmLockIn,
  waysOf,
  type Step,
  type StepKind,
  type Stretch,
  type WayPart,
} from '../../formula/way/index.ts';
import { BREAD_DENSITY, coolingHours, profileFor } from '../../oven/index.ts';
import { problem, type Problem } from '../../problem/index.ts';
import { formatDuration, formatNumber } from '../../units/index.ts';
import { heatTo, type DoughBody } from './body.ts';
import { alongWait, waited, type WaitAsk } from './front.ts';
import { leavenDough } from '../leavening.ts';
import { celsiusAt, type RoomBySlot, type StandModel } from '../models.ts';
import { skinHere } from './air.ts';
import { placesHere, roomsOf, storesOf } from './place.ts';
import { SLOT_MINUTES } from '../table.ts';
import { askOf } from './wait.ts';

/** Work at a dough, by hours since it was begun. */
export interface WayKnot {
  /** Index of its step in its list. */
  readonly step: number;
  readonly slug: string;
  readonly kind: StepKind;
  readonly from: number;
  readonly to: number;
}

/** A stay in one place, by hours since the dough was begun. */
export interface WayStay {
  readonly step: number;
  readonly place: StandModel['place'];
  /** °C there. */
  readonly celsius: number;
  readonly from: number;
  readonly to: number;
}

/** One line of the picture: the dough up to its cut, or one product from there on. */
export interface WayLine {
  /** Where its steps stand: `way`, `pieces` or `products.1.way`. */
  readonly list: string;
  readonly name: string;
  readonly pieces: number | null;
  /** kg of dough. */
  readonly mass: number;
  readonly points: readonly { readonly at: number; readonly rise: number; readonly temperature: number }[];
  readonly knots: readonly WayKnot[];
  readonly stays: readonly WayStay[];
  /** Waits by their step: from when to when. */
  readonly waits: readonly { readonly step: number; readonly from: number; readonly to: number }[];
}

/** The way of a dough on an ordinary day, each of its waits at its best, one person at each work. */
export interface WayCourse {
  readonly lines: readonly WayLine[];
  /** Hours from the first work to the last. */
  readonly hours: number;
  readonly problems: readonly Problem[];
}

/** What a dough is made in. */
export interface WayHouse {
  readonly bakehouse: Bakehouse;
  readonly tub: Tub;
}

/**
 * Follows a formula on an ordinary day of a bakehouse.
 *
 * @param order pieces of each product that it is drawn for
 * @returns its lines, as far as they come; and what keeps them from going on, at its step
 *
 * @example
 * const { bakehouse, tub } = demoHouse();
 * const order = [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }];
 * const scaled = scaleFormula(quayCountry, order);
 * assert.ok(scaled.ok);
 * const { lines, problems } = wayCourse(quayCountry, scaled.value, order, { bakehouse, tub });
 * assert.deepEqual(problems, []);
 * assert.ok(lines[0]?.knots.some(({ kind }) => kind === 'fold'));
 */
export function wayCourse(formula: Formula, scaled: ScaledFormula, order: readonly PieceOrder[], house: WayHouse): WayCourse {
  const { doc } = formula;
  const { leavening } = leavenDough(formula, scaled.split, () => house.bakehouse.vigour);
  const around = house.bakehouse.usual.room;
  const room: RoomBySlot = { slots: 1, steady: true, at: () => around, warmest: around };
  const tubs = Math.max(1, Math.ceil(scaled.dough / house.tub.maxDough - 1e-9));
  const body: DoughBody = { kind: 'tub', mass: scaled.dough / tubs, length: house.tub.length, width: house.tub.width };
  const about = { formula, leavening, room, house, heats: lyingHeats(doc) };
  const pieces = order.reduce((sum, line) => sum + line.pieces, 0);
  const { lines, holds } = scaled.finalMix;
  const trunk = new Line(about, 'way', doc.name, { pieces, mass: scaled.dough, tubs, lines: lines.length + holds.length }, body, 0, null);
  trunk.go(doc.way);
  const branches = order.map(({ product, pieces: count, scaledWeight }) => {
    const index = doc.products.findIndex(({ slug }) => slug === product);
    const { name = product, way = null } = doc.products[index] ?? {};
    const steps = piecesOf(doc, product);
    const joined = firstOf(steps, 'divide')?.into ?? 1;
    const amount = { pieces: Math.ceil(count / joined), mass: count * scaledWeight, tubs: 1, lines: 0 };
    const line = new Line(about, way ? `products.${index}.way` : 'pieces', name, amount, { kind: 'piece', mass: scaledWeight * joined }, trunk.at, frozen(steps, trunk.cut));
    line.product = { product, scaledWeight, count };
    line.go(steps);
    return line;
  });
  const all = trunk.stopped ? [trunk] : [trunk, ...branches];
  const seen = new Set<string>();
  const warm = warmLockIn(doc);
  const said = warm === null ? [] : [problem(`way.${warm}`, ...WARM_LOCK_IN)];
  const problems = [...all.flatMap((line) => line.problems), ...said].filter(({ path, problem: text }) => !seen.has(path + text) && seen.add(path + text));
  return { lines: all.map((line) => line.drawn()), hours: Math.max(0.5, ...all.map(({ at }) => at)), problems };
} // prettier-ignore

/** Pieces that come from the freezer begin as they were cut, but frozen. */
const frozen = ([first]: readonly Step[], cut: DoughState | null): DoughState | null =>
  cut && first?.kind === 'thaw' ? { ...cut, temperature: FROZEN } : cut;
/** °C of what comes out of a freezer. Chosen for Jovet. */
export const FROZEN = -12;

interface About {
  readonly formula: Formula;
  readonly leavening: Leavening;
  readonly room: RoomBySlot;
  readonly house: WayHouse;
  readonly heats: ReturnType<typeof lyingHeats>;
}

/** One line as it is followed. */
class Line {
  readonly problems: Problem[] = [];
  stopped = false;
  product: { product: string; scaledWeight: number; count: number } | null = null;
  private readonly points: { at: number; rise: number; temperature: number }[] = [];
  private readonly knots: WayKnot[] = [];
  private readonly stays: WayStay[] = [];
  private readonly waits: { step: number; from: number; to: number }[] = [];
  private state: DoughState | null;

  constructor(
    private readonly about: About,
    private readonly list: string,
    private readonly name: string,
    private readonly amount: Amount,
    private body: DoughBody,
    public at: number,
    cut: DoughState | null,
  ) {
    this.state = cut;
    this.note();
  }

  /** The dough as it is cut. */
  get cut(): DoughState | null {
    return this.state;
  }

  drawn(): WayLine {
    const { list, name, points, knots, stays, waits, amount, product } = this;
    return {
      list,
      name,
      pieces: product ? product.count : null,
      mass: amount.mass,
      points,
      knots,
      stays,
      waits,
    };
  }

  go(steps: readonly Step[]): void {
    const indexOf = new Map(steps.map((step, index) => [step, index]));
    for (const part of partsOfWay(steps)) {
      if (this.stopped) return;
      const index = indexOf.get(part.kind === 'wait' ? part.wait : part.step) ?? 0;
      if (part.kind === 'wait') this.wait(part, index, indexOf);
      else this.work(part.step, index);
    }
  }

  private note(): void {
    if (this.state)
      this.points.push({ at: this.at, rise: this.state.rise, temperature: this.state.temperature });
  }

  private work(step: Extract<WayPart, { kind: 'work' }>['step'], index: number): void {
    const { bakehouse } = this.about.house;
    const { doc } = this.about.formula;
    if (step.kind === 'cool') return this.cool(step.below, index);
    const programme = bakehouse.programmes.find(({ slug }) => step.kind === 'mix' && slug === step.programme);
    const mixing = step.kind === 'mix' ? (step.minutes ?? programme?.minutes ?? 0) * 60 : 0;
    const [least] = handsOf(step).people;
    const seconds = workOf(step, bakehouse.rates, this.amount, bakehouse.floor.equipment) / Math.max(1, least) + mixing;
    const baked = step.kind === 'bake' ? profileFor(step, this.product?.scaledWeight ?? step.mass).minutes / 60 : 0;
    const hours = seconds / 3600;
    const from = this.at;
    if (this.state && step.kind === 'divide') this.state = degas(this.state, step.keeps);
    if (this.state && step.kind !== 'bake') this.stand(hours);
    this.at = from + hours;
    const heat = this.about.heats.get(step.slug);
    if (heat !== undefined) this.body = { kind: 'sheet', heat };
    if (step.kind === 'mix' && step.to !== null && step.slug === mainMix(doc).slug)
      this.state = fermentFor(startOfDough(step.to), { ...this.about.leavening, lactic: 0 }, heldAt(step.to), mixing / 3600).at(-1) ?? null;
    else if (this.state && step.kind === 'mix' && step.to !== null) this.state = { ...this.state, temperature: step.to };
    this.note();
    if (step.kind === 'bake') {
      this.at += baked;
      this.state = null;
    }
    this.knots.push({ step: index, slug: step.slug, kind: step.kind, from, to: this.at });
    if (step.kind === 'divide' && this.product) this.body = { kind: 'piece', mass: this.product.scaledWeight };
  } // prettier-ignore

  /** Until its core is cool enough for what comes next. */
  private cool(below: number, index: number): void {
    const { doc } = this.about.formula;
    if (!this.product) return;
    const { product, scaledWeight } = this.product;
    const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
    const from = this.at;
    this.at += coolingHours(
      pieceMass(doc, product, scaledWeight) * (1 - bakeLossOf(doc, product) / 100),
      density,
      this.about.room.at(0),
      below,
    );
    this.waits.push({ step: index, from, to: this.at });
  }

  /** So long at the bench. */
  private stand(hours: number): void {
    if (!this.state || hours <= 0) return;
    const bench: StandModel = { place: 'room', around: null, h: heatTo(this.body, 'still', 'cloth'), humidity: null, hours: null, untilRise: null };
    const ask = { body: this.body, stands: [bench], folds: [], until: { by: 'hours' as const, best: hours }, most: hours };
    const { course } = alongWait(this.state, this.leavening, this.about.room, ask, hours);
    this.state = course.at(-1) ?? this.state;
  } // prettier-ignore

  private get leavening(): Leavening {
    return { ...this.about.leavening, lactic: 0 };
  }

  private wait(stretch: Stretch, index: number, indexOf: ReadonlyMap<Step, number>): void {
    const { room, house, leavening, formula } = this.about;
    const { wait } = stretch;
    const stores = storesOf(house.bakehouse.floor);
    const standing = { body: this.body, cover: wait.cover, type: formula.doc.type, cultured: leavening.culture > 0, rooms: roomsOf(house.bakehouse.floor) };
    const way = waysOf(wait)
      .map((stands) => stands.map((stand) => placesHere(stores, stand, standing)[0]))
      .find((stands) => stands.every((here) => here !== undefined));
    const path = `${this.list}.${index}`;
    if (!way) {
      const places = new Set(waysOf(wait).flat().map(({ place }) => place));
      const what = places.has('cold') ? 'cold' : places.has('freezer') ? 'freezer' : 'such place';
      this.problems.push(problem(path, `There is no ${what} here.`, 'Enter one in Bakehouse, or let it stand somewhere else.'));
      this.stopped = true;
      return;
    }
    const ask = askOf(stretch, way.flatMap((here) => (here ? [here.model] : [])), this.body);
    const from = this.at;
    const { state } = this;
    if (!state) {
      this.at += wait.until.by === 'minutes' ? wait.until.best / 60 : 0;
      this.placed(index, ask.stands, from);
      this.waits.push({ step: index, from, to: this.at });
      return;
    }
    const window = this.windowOf(ask, state, wait.until);
    const best = window?.best ?? null;
    if (best === null) {
      const rise = wait.until.by === 'rise' ? formatNumber(wait.until.earliest, 2) : '';
      this.problems.push(problem(`${path}.until`, `Where it stands here it never rises to ${rise}.`, 'Ask for less, give it more leaven, or a warmer place.'));
      this.stopped = true;
    }
    const hours = best ?? HORIZON_SHOWN;
    const { course, moves } = alongWait(state, this.leavening, room, ask, hours);
    for (const each of course) this.points.push({ at: from + each.time - state.time, rise: each.rise, temperature: each.temperature });
    moves.forEach(({ at, stand }, n) => {
      const to = moves[n + 1]?.at ?? state.time + hours;
      this.stays.push({ step: index, place: stand.place, celsius: celsiusAt(stand.around, 0, room), from: from + at - state.time, to: from + to - state.time });
    });
    this.open(moves, wait, index, state.time, hours);
    this.at = from + hours;
    this.state = course.at(-1) ?? state;
    this.waits.push({ step: index, from, to: this.at });
    this.folded(stretch, course, state, from, indexOf, window?.earliest ?? Infinity);
  } // prettier-ignore

  /** A dough that stands open until it has a skin. */
  private open(
    moves: readonly { readonly at: number; readonly stand: StandModel }[],
    { cover }: Stretch['wait'],
    index: number,
    begun: number,
    hours: number,
  ): void {
    moves.forEach(({ at, stand }, n) => {
      const minutes = ((moves[n + 1]?.at ?? begun + hours) - at) * 60;
      const skin = skinHere(this.about.house.bakehouse.floor, this.about.room, { stand, cover, slot: 0 });
      if (skin.minutes >= minutes) return;
      this.problems.push(
        problem(
          `${this.list}.${index}.cover`,
          `${cover === 'open' ? 'Open in' : 'Even covered, in'} air of ${formatNumber(skin.humidity, 0)} % it has a skin after ${formatDuration(skin.minutes * 60)} of ${formatDuration(minutes * 60)}.`,
          cover === 'open' ? 'Cover it, or let it stand where it is more humid.' : 'Put it under a lid, or where it is more humid.',
        ),
      );
    });
  } // prettier-ignore

  /** Hours after which a wait may be over and is best over; null: it never gets there. */
  private windowOf(ask: WaitAsk, state: DoughState, until: Stretch['wait']['until']) {
    if (until.by === 'minutes') return { earliest: until.earliest / 60, best: until.best / 60 };
    const { samples } = waited([[{ slot: 0, state }]], this.leavening, this.about.room, ask, false);
    const wait = samples[0]?.[0]?.wait;
    return wait ? { earliest: (wait[0] * SLOT_MINUTES) / 60, best: (wait[1] * SLOT_MINUTES) / 60 } : null;
  }

  /** Folds stand where gas goes. */
  private folded({ folds }: Stretch, course: readonly DoughState[], begun: DoughState, from: number, indexOf: ReadonlyMap<Step, number>,
    earliest: number,
  ): void {
    const { rates } = this.about.house.bakehouse;
    const drops = course.flatMap((each, n) => (n > 0 && each.rise < (course[n - 1]?.rise ?? 0) - 1e-9 ? [each.time - begun.time] : []));
    const timed = folds.map((fold) => ({ fold, at: fold.at.by === 'minutes' ? fold.at.at / 60 : null }));
    timed.forEach(({ fold, at }, n) => {
      const when = at ?? drops[n] ?? null;
      if (when === null || from + when > this.at) return;
      if (when > earliest)
        this.problems.push(
          problem(
            `${this.list}.${indexOf.get(fold) ?? 0}.at`,
            'By then the rest may be over already: a plan leaves this fold out.',
            `Fold it within ${formatDuration(earliest * 3600)}, or let it rest to a higher rise.`,
          ),
        );
      this.knots.push({ step: indexOf.get(fold) ?? 0, slug: fold.slug, kind: 'fold', from: from + when, to: from + when + workOf(fold, rates, this.amount) / 3600 });
    });
  } // prettier-ignore

  /** Where flour and water stand that nothing makes rise. */
  private placed(step: number, stands: readonly StandModel[], from: number): void {
    const [stand] = stands;
    if (stand) this.stays.push({ step, place: stand.place, celsius: celsiusAt(stand.around, 0, this.about.room), from, to: this.at });
  } // prettier-ignore
}

const WARM_LOCK_IN = [
  'Fat is locked in here and never rests in the cold: it softens and runs into the dough.',
  'Let it rest in the cold before it is turned and cut.',
] as const;
/** Hours of a wait without an end that are drawn. */
const HORIZON_SHOWN = 12;
