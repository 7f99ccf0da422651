import { z } from 'zod';
import { type Bakehouse, type Tub, WEEK } from '../bakehouse/index.ts';
import { type Thing, WallClock } from '../equipment/index.ts';
import { type Formula, PieceOrder, Slug } from '../formula/index.ts';
import { scaleFormula } from '../formula/scale/index.ts';
import { mainMix } from '../formula/way/index.ts';
import { type Learned, NOTHING_LEARNED } from '../learned/index.ts';
import { answerMix, mixWorkings, type MixAnswer, type Mixer } from '../mix/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { judge } from './checker/index.ts';
import { DayInput } from './demand/index.ts';
import { whyImpossible } from './planner/index.ts';
import {
  certificateWords,
  dayWorkings,
  faultSentences,
  mixesOf,
  plannedDay,
  type PlannedDay,
  type PlannedMix,
} from './explain/index.ts';
import { networkOf, type Network } from './network/index.ts';
import { planning, type Answer } from './planning.ts';
import type { Workings } from '../working/index.ts';

const Celsius = z.number().min(-5).max(45);

/** One dough by itself, as a baker asks for it. */
export const DoughAsk = z.strictObject({
  pieces: z.array(PieceOrder).min(1).max(20),
  /** When the van leaves. */
  date: z.iso.date(),
  time: WallClock,
  /** °C of the room and the flour, and of the bowl. */
  room: Celsius,
  flour: Celsius,
  bowl: Celsius,
  /** °C of where its pre-ferments stand, by their slugs; what is not named stands where the formula says. */
  stands: z.record(Slug, Celsius).default({}),
  /** Desired dough temperature, °C. */
  ddt: z.number().min(5).max(40),
  /** Null: the one that needs the fewest mixes. */
  mixer: Slug.nullable(),
});
export type DoughAsk = z.infer<typeof DoughAsk>;

/** What a dough is made in. */
export interface OneHouse {
  readonly bakehouse: Bakehouse;
  readonly mixers: readonly Mixer[];
  readonly tubs: readonly Tub[];
}

/** A dough that was planned by itself. */
export interface BakedDough {
  readonly day: PlannedDay;
  readonly network: Network;
  /** Its mixes in order, and the water of the first of them. */
  readonly mixes: readonly PlannedMix[];
  readonly water: MixAnswer;
  /** What is short of it here, and what else is to be thought of. */
  readonly cautions: readonly string[];
  readonly workings: () => Workings;
}

/** More than this is a day, and not one dough: its answer would not come at every key. */
export const MOST_MIXES = 4;
export const MOST_PIECES = 1000;
/** Hands for whatever comes together. */
const HANDS = 6;
/** In an empty bakehouse everything has its place in the first rounds, or hardly ever; a round takes as long as it has tasks. */
const ROUNDS_TASKS = 200;

/**
 * A dough as a day with one demand in an empty bakehouse: whoever and whatever it needs is there for it.
 *
 * @returns the day, or the problems of the ask, each at its field
 */
export function dayOfDough(
  slug: string,
  formula: Formula,
  ask: DoughAsk,
  { bakehouse, mixers, tubs }: OneHouse,
  learned: Learned,
): Result<DayInput> {
  const there = mixers.filter(({ slug }) => ask.mixer === null || slug === ask.mixer);
  const [tub] = tubs;
  const [mixer] = there.toSorted((a, b) => b.maxDough - a.maxDough);
  if (!mixer || !tub)
    return bad(
      problem('mixer', `The mixer “${ask.mixer ?? ''}” is not known here.`, 'Choose one from the list.'),
    );
  const pieces = ask.pieces.filter((line) => line.pieces > 0);
  const tooMuch = whyTooMuch(formula, pieces, mixer);
  if (tooMuch) return bad(tooMuch);
  const { doc } = formula;
  const asked: Formula = {
    ...formula,
    doc: {
      ...doc,
      parts: doc.parts.map((part) => ({ ...part, temperature: ask.stands[part.slug] ?? part.temperature })),
      way: doc.way.map((step) =>
        step.kind === 'mix' && step.slug === mainMix(doc).slug ? { ...step, to: ask.ddt } : step,
      ),
    },
  };
  const hand = {
    skills: ['mix', 'shape', 'oven', 'pack'],
    rota: [{ from: '00:00', to: '00:00', days: WEEK }],
  };
  const floor = {
    ...bakehouse.floor,
    rooms: bakehouse.floor.rooms.map((room, index) => (index === 0 ? { ...room, air: ask.room } : room)),
    quiet: null,
    hands: Array.from({ length: HANDS }, (_, index) => ({ ...hand, name: `Hand ${index + 1}` })),
  };
  return good(
    DayInput.parse({
      schema: 1,
      date: ask.date,
      bakehouse: { ...bakehouse, floor },
      mixers: there,
      tub,
      formulas: [{ slug, formula: asked }],
      demand: pieces.map((line) => ({ formula: slug, ...line, drop: ask.time })),
      learned,
    }),
  );
}

/** Why a dough cannot be planned by itself: nothing of it, or far too much. */
function whyTooMuch(formula: Formula, pieces: readonly PieceOrder[], mixer: Mixer): Problem | null {
  const count = pieces.reduce((sum, line) => sum + line.pieces, 0);
  if (count === 0) return problem('pieces', 'Nothing is to be made.', 'Say how many pieces.');
  const scaled = scaleFormula(formula, pieces);
  if (!scaled.ok) return scaled.problems[0] ?? null;
  const mixes = Math.ceil(scaled.value.dough / mixer.maxDough);
  return count <= MOST_PIECES && mixes <= MOST_MIXES
    ? null
    : problem(
        'pieces',
        count > MOST_PIECES ? `That is ${count} pieces.` : `That is ${mixes} mixes in ${mixer.name}.`,
        `Up to ${MOST_PIECES} pieces and ${MOST_MIXES} mixes are planned here; put more into the orders of a day.`,
      );
}

/**
 * Plans one dough by itself: weights, mixes, clock and ribbon, by the network, the planner and the checker of a day.
 *
 * @param learned what records teach of cultures, doughs and mixers
 * @returns or why it cannot be made, in words
 *
 * @example
 * const ask = openingBake(quayCountry, '2026-11-24', demoHouse().bakehouse.usual, '°C');
 * const read = readBake(ask, quayCountry, '°C');
 * assert.ok(read.ok);
 * const baked = bakeDough('quay-country', quayCountry, read.value, demoHouse());
 * assert.ok(baked.ok && baked.value.day.view.tasks[0]?.note.kind === 'feed');
 */
export function bakeDough(
  slug: string,
  formula: Formula,
  ask: DoughAsk,
  house: OneHouse,
  learned: Learned = NOTHING_LEARNED,
): Result<BakedDough> {
  const input = dayOfDough(slug, formula, ask, house, learned);
  if (!input.ok) return input;
  const network = networkOf(input.value);
  if (!network.ok) return network;
  const here = planAlone(network.value);
  if (here) return baked(input.value, network.value, here, ask);
  // With as much of everything as it wants it may be made; what is short of it here is said.
  const roomy = networkOf(withPlenty(input.value));
  const there = roomy.ok ? planAlone(roomy.value) : null;
  if (roomy.ok && there) {
    const { faults } = judge(network.value, there.schedule);
    const short = faultSentences(input.value, network.value, there.schedule, faults);
    return baked(withPlenty(input.value), roomy.value, there, ask, short);
  }
  const why = whyImpossible(network.value.instance);
  return bad(
    problem(
      'pieces',
      why
        ? certificateWords(input.value, network.value, why)
        : 'It does not all fit at once into what is here.',
      'Make less of it, or put it into the orders of a day.',
    ),
  );
}

/** The plan that an empty bakehouse finds for a dough at once. */
function planAlone(network: Network): Planned | null {
  const rounds = Math.max(2, Math.floor(ROUNDS_TASKS / network.instance.tasks.length));
  for (const { answer, progress } of planning(network, 1)) {
    if (answer) return answer.verdict === 'planned' ? answer : null;
    if ((progress?.rounds ?? 0) > rounds) return null;
  }
  return null;
}

type Planned = Extract<Answer, { verdict: 'planned' }>;

const PLENTY = 10_000;

/** A day with as much of all that doughs stand in as they could want; decks are what they are. */
const withPlenty = (input: DayInput): DayInput => {
  const { floor } = input.bakehouse;
  return {
    ...input,
    bakehouse: {
      ...input.bakehouse,
      floor: {
        ...floor,
        tubs: 1000,
        equipment: floor.equipment.flatMap((thing): Thing[] => {
          const here = { ...thing, out: [] };
          if (here.kind === 'rack') return [];
          if (here.kind === 'bench') return [{ ...here, metres: 500 }];
          if (here.kind === 'holder') return [{ ...here, count: PLENTY }];
          return [here.kind === 'oven' || !('dough' in here) ? here : { ...here, dough: PLENTY }];
        }),
      },
    },
  };
};

function baked(
  input: DayInput,
  network: Network,
  { schedule, followed }: Planned,
  ask: DoughAsk,
  short: readonly string[] = [],
): Result<BakedDough> {
  const mixes = mixesOf(input, network, schedule);
  const [first] = mixes;
  if (!first) return bad(problem('pieces', 'Nothing is to be mixed.', 'Say how many pieces.'));
  const doc = { ...first.doc, forecast: { ...first.doc.forecast, flour: ask.flour, bowl: ask.bowl } };
  const water = answerMix({ doc, readings: [] }, [], input.learned.friction, first.at);
  if (!water.ok) return water;
  return good({
    day: plannedDay(input, network, schedule, false),
    network,
    mixes,
    water: water.value,
    cautions: [...short, ...water.value.water.cautions, ...water.value.scaled.drift],
    workings: () => ({
      ...mixWorkings(water.value),
      ...dayWorkings(input, network, schedule, followed),
    }),
  });
}
